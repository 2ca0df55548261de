"""Patterns as bands play them, synthesised, with their beats and bars known: drums, bass and chords, accents alone."""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.sound.spectra import ONSET_RATE

SECONDS = 30.0
_rng = np.random.default_rng(11)
_AT = np.arange(5000) / ONSET_RATE
_NOISE = _rng.normal(size=len(_AT))


def _tone(hertz, decay):
    return np.exp(-_AT / decay) * np.sin(2 * np.pi * hertz * _AT)


INSTRUMENTS = {
    "kick": _tone(58, 0.07) + 0.4 * _tone(95, 0.03),
    "snare": 0.45 * _NOISE * np.exp(-_AT / 0.05) + 0.4 * _tone(190, 0.05),
    "hat": 0.22 * np.diff(_NOISE, prepend=0) * np.exp(-_AT / 0.012),
    "bass": 0.8 * _tone(82, 0.16),
    "chord": 0.22 * sum(_tone(hertz, 0.14) for hertz in (262, 330, 392, 523)),
    "pluck": 0.4 * _tone(660, 0.12),
    "click": 0.7 * _tone(1000, 0.005),
}


class Pattern(NamedTuple):
    """size : beats in a bar; strokes : instrument, beat (of the bar, may lie between two), level."""

    size: int
    strokes: tuple[tuple[str, float, float], ...]


def _each(name, beats, level=1.0):
    return tuple((name, beat, level) for beat in beats)


def _halves(size):
    return [k / 2 for k in range(2 * size)]


PATTERNS = {
    "rock": Pattern(4, (*_each("kick", (0, 2)), *_each("snare", (1, 3)), *_each("hat", _halves(4)), ("bass", 0, 0.6))),
    "rock with a push": Pattern(
        4, (*_each("kick", (0, 2, 2.5)), *_each("snare", (1, 3)), *_each("hat", _halves(4)), ("bass", 0, 0.6))
    ),
    "four on the floor": Pattern(
        4,
        (
            *_each("kick", range(4)),
            *_each("snare", (1, 3), 0.6),
            *_each("hat", (0.5, 1.5, 2.5, 3.5)),
            ("bass", 0, 0.8),
        ),
    ),
    "song": Pattern(
        4, (*_each("bass", (0, 2)), *_each("chord", range(4), 0.8), ("chord", 0, 0.6), ("pluck", 1.5, 0.5))
    ),
    "march": Pattern(2, (*_each("kick", (0,)), *_each("snare", (1,)), *_each("hat", _halves(2), 0.7))),
    "polka": Pattern(2, (*_each("bass", (0,)), *_each("chord", (1,)), *_each("hat", (0, 1), 0.5))),
    "accents of two": Pattern(2, (*_each("click", (0,)), *_each("click", (1,), 0.55))),
    "accents of three": Pattern(3, (*_each("click", (0,)), *_each("click", (1, 2), 0.55))),
    "accents of four": Pattern(4, (*_each("click", (0,)), *_each("click", (1, 2, 3), 0.55))),
    "waltz": Pattern(3, (*_each("bass", (0,)), *_each("chord", (1, 2)))),
    "waltz for drums": Pattern(3, (*_each("kick", (0,)), *_each("snare", (1, 2), 0.6), *_each("hat", range(3)))),
    "six": Pattern(6, (*_each("bass", (0,)), *_each("chord", (1, 2, 4, 5), 0.5), *_each("chord", (3,)))),
    "six for drums": Pattern(6, (*_each("kick", (0,)), *_each("snare", (3,)), *_each("hat", range(6)))),
}


class Played(NamedTuple):
    """sound : (N,) at ONSET_RATE; beats, bars : seconds."""

    sound: np.ndarray
    beats: np.ndarray
    bars: np.ndarray


def played(pattern: Pattern, bpm: float, swing: float = 0.0, drift: float = 0.0, seed: int = 0) -> Played:
    """Play a pattern. swing : by how much of a beat off-beats are late; drift : the tempo's change from the start to
    the end, as a share of it. Hands are not quite even: 4 ms, and a tenth in level (standard deviations)."""
    rng = np.random.default_rng(seed)
    count = int(SECONDS * bpm / 60)
    speed = 1 + drift * (np.arange(count + pattern.size + 1) / count - 0.5)
    at = 0.6 + np.concatenate([[0.0], np.cumsum(60 / bpm / speed)])
    sound = np.zeros(round((SECONDS + 4) * ONSET_RATE))

    def when(beat: float) -> float:
        whole, part = divmod(beat, 1)
        part = part + swing if part == 0.5 else part
        return at[int(whole)] + part * (at[int(whole) + 1] - at[int(whole)])

    for bar in range(0, count - count % pattern.size, pattern.size):
        for name, beat, level in pattern.strokes:
            first = round((when(bar + beat) + rng.normal() * 0.004) * ONSET_RATE)
            stroke = INSTRUMENTS[name] * level * max(1 + 0.1 * rng.normal(), 0.3)
            part = sound[first : first + len(stroke)]
            part += stroke[: len(part)]
    last = count - count % pattern.size
    end = round((at[last] + 0.3) * ONSET_RATE)
    return Played(sound[:end].astype(np.float32), at[:last], at[: last : pattern.size])
