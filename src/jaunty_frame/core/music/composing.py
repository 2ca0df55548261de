"""Pieces: a form of sections, each with chords, a pattern for every part, and a melody that is varied, not invented
anew.

Degrees of a scale count from 0. A chord is the degree of its root; its notes are the root's third and fifth in the
scale, and its seventh where asked for. Voices move to the nearest notes of the next chord, as they do under a player's
hands."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.music import instruments
from jaunty_frame.core.music.instruments import Instrument, in_a_room
from jaunty_frame.core.sound.levels import RATE, Samples

SCALES = {
    "major": (0, 2, 4, 5, 7, 9, 11),
    "minor": (0, 2, 3, 5, 7, 8, 10),
    "dorian": (0, 2, 3, 5, 7, 9, 10),
    "mixolydian": (0, 2, 4, 5, 7, 9, 10),
    "lydian": (0, 2, 4, 6, 7, 9, 11),
}
_TAIL_S = 2.5


class Part(NamedTuple):
    """An instrument with what it plays in each bar. role : ``chords`` strikes all notes, ``broken`` one after the
    other, ``bass`` root and fifth, ``melody``, ``hit`` (drums). rhythm : (beat, length in beats, loudness) of a bar;
    side : -1 left to 1 right; octave : beside the piece's."""

    instrument: str
    role: str
    rhythm: tuple[tuple[float, float, float], ...]
    gain: float = 1.0
    side: float = 0.0
    octave: int = 0


class Section(NamedTuple):
    """chords : one degree a bar; parts : the names of those that play."""

    chords: tuple[int, ...]
    parts: tuple[str, ...]
    loudness: float = 1.0


class Piece(NamedTuple):
    """name : on the shelf; tempo : beats a minute; tonic : of the piece's octave, in semitones above A3; swing : by how
    much of a beat off-beats come late."""

    name: str
    title: str
    mood: str
    tempo: float
    beats: int
    tonic: int
    scale: str
    sevenths: bool
    parts: Mapping[str, Part]
    form: tuple[Section, ...]
    motif: tuple[int, ...]
    swing: float = 0.0
    room_s: float = 1.6
    room: float = 0.3
    seed: int = 1

    @property
    def bars(self) -> int:
        return sum(len(section.chords) for section in self.form)

    @property
    def seconds(self) -> float:
        return self.bars * self.beats * 60 / self.tempo + _TAIL_S


def composed(piece: Piece) -> Samples:
    """Return the whole piece, (N, 2), its highest sample at 0.7 of full scale."""
    sums = np.zeros((round(piece.seconds * RATE) + RATE, 2), np.float32)
    rng, voices, bar = np.random.default_rng(piece.seed), list[int](), 0
    for section in piece.form:
        for position, degree in enumerate(section.chords):
            voices = _led(voices, _chord(piece, degree))
            is_last = bar == piece.bars - 1
            for name in section.parts:
                _play(sums, piece, piece.parts[name], bar, degree, voices, section, position, rng, is_last)
            bar += 1
    wet = in_a_room(sums, piece.room_s, piece.room)[: round(piece.seconds * RATE)]
    tail = RATE * 3 // 2
    wet[-tail:] *= np.linspace(1, 0, tail, dtype=np.float32)[:, None] ** 2
    # Gentle saturation rounds what stands out, as tape does.
    wet = np.tanh(wet / (np.abs(wet).max() or 1.0) * 1.6) / np.tanh(1.6)
    return (wet * 0.7).astype(np.float32)


def _semitones(piece: Piece, degree: int) -> int:
    scale = SCALES[piece.scale]
    return piece.tonic + 12 * (degree // len(scale)) + scale[degree % len(scale)]


def _chord(piece: Piece, degree: int) -> list[int]:
    steps = (0, 2, 4, 6) if piece.sevenths else (0, 2, 4)
    return [_semitones(piece, degree + step) for step in steps]


def _led(before: Sequence[int], chord: Sequence[int]) -> list[int]:
    """Return the chord's notes in those octaves that lie nearest to the notes before."""
    if not before:
        return sorted(chord)
    middle = round(sum(before) / len(before))
    near = [note + 12 * round((middle - note) / 12) for note in chord]
    return sorted(near)


def _play(
    sums: Samples,
    piece: Piece,
    part: Part,
    bar: int,
    degree: int,
    voices: Sequence[int],
    section: Section,
    position: int,
    rng: np.random.Generator,
    is_last: bool,
) -> None:
    instrument: Instrument = getattr(instruments, part.instrument)
    beat_s = 60 / piece.tempo
    rhythm = part.rhythm[:1] if is_last and part.role != "hit" else part.rhythm
    for number, (beat, length, loud) in enumerate(rhythm):
        notes = _notes(piece, part, degree, voices, number, position, section)
        if notes is None:
            continue
        late = piece.swing * beat_s if beat % 1 == 0.5 else 0.0
        # Nobody plays like a clock: a few milliseconds, a little louder or softer.
        start = (
            (bar * piece.beats + beat) * beat_s + late + float(rng.normal(0, 0.004 if part.role != "hit" else 0.002))
        )
        seconds = (2 * piece.beats if is_last else length) * beat_s
        gain = part.gain * section.loudness * loud * float(1 + rng.normal(0, 0.06))
        spread = 0.012 if part.role == "chords" and part.instrument in ("plucked", "piano") else 0.0
        for k, note in enumerate(notes):
            hertz = 220.0 * 2.0 ** ((note + 12 * part.octave) / 12)
            made = instrument(round(hertz, 3), round(seconds, 3))
            _add(sums, made, start + k * spread, gain, part.side)


def _notes(
    piece: Piece, part: Part, degree: int, voices: Sequence[int], number: int, position: int, section: Section
) -> list[int] | None:
    if part.role == "hit":
        return [0]
    if part.role == "chords":
        return list(voices)
    if part.role == "broken":
        order = [0, 1, 2, 1] if len(voices) == 3 else [0, 2, 1, 3, 2, 1]
        return [voices[order[number % len(order)] % len(voices)] + (12 if number % 8 == 5 else 0)]
    if part.role == "bass":
        root = _semitones(piece, degree)
        root -= 12 * ((root - piece.tonic + 5) // 12)
        return [root if number % 2 == 0 else root + 7 if root + 7 < piece.tonic + 9 else root - 5]
    return _melody(piece, degree, number, position, len(section.chords))


def _melody(piece: Piece, degree: int, number: int, position: int, bars: int) -> list[int] | None:
    """Return the melody's note: the motif on each chord, turned upside down in the second half of a phrase, at rest on
    the chord's third where the phrase ends."""
    if position % 4 == 3 and number:
        return None
    if position % 4 == 3:
        return [_semitones(piece, degree + (2 if position + 1 < bars else 0) + len(SCALES[piece.scale]))]
    step = piece.motif[number % len(piece.motif)]
    turned = step if position % 4 < 2 else piece.motif[0] + (piece.motif[0] - step)
    near = degree if degree < 4 else degree - len(SCALES[piece.scale])
    return [_semitones(piece, near + turned + len(SCALES[piece.scale]))]


def _add(sums: Samples, note: np.ndarray, start: float, gain: float, side: float) -> None:
    first = max(round(start * RATE), 0)
    part = note[: max(len(sums) - first, 0)]
    angle = (side + 1) * np.pi / 4
    sums[first : first + len(part), 0] += part * np.float32(gain * np.cos(angle))
    sums[first : first + len(part), 1] += part * np.float32(gain * np.sin(angle))
