"""The tempo of music: which of the pulses that repeat in it people would tap.

Autocorrelation tells a pulse, but not whether that is the beat, half of one, or two. So its halves, doubles, thirds and
what lies between are followed through the music, each as its best beats, and judged by ear's rules: all beats are
plain (of a pulse twice too fast every other one is weak), what lies between them is weaker (of one that is too slow it
is as strong), and tempi about 120 a minute are the likeliest (D. Moelants, "Preferred tempo reconsidered", ICMPC 2002).
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter1d, maximum_filter1d

from jaunty_frame.core.sound.spectra import FRAMES_A_SECOND, Strength

SLOWEST_BPM, FASTEST_BPM = 50.0, 210.0
_LIKELY_BPM, _SPREAD_OCTAVES = 115.0, 0.9
_PULSE_LIKELY_BPM, _PULSE_SPREAD = 120.0, 0.9
_TIGHTNESS = 400.0
_SHARPNESS = 4
"""Whole beats repeat only a little better than off-beats do, so what is better counts by this power."""
_FASTEST_HALVED = 185.0
_WEAK = 0.12
"""Beats at the ends whose onsets are weaker, as a share of the others' root mean square, are none."""
_RATIOS = (1 / 4, 1 / 3, 1 / 2, 2 / 3, 1.0, 3 / 2, 2.0, 3.0, 4.0)
"""Of the pulse's period: what the beat may be instead."""
_BANDS = np.array([3.0, 2.0, 1.0, 0.0])[:, None]
"""What bass, low, middle and high bands say of the beat: hats mark halves of it as loudly as wholes."""
_EVEN_OF_TWO, _EVEN_OF_THREE, _PLAIN, _LEAST = 0.8, 1.0, 0.8, 0.02
"""How much counts that every second, and every third, beat is as strong as the others, and that beats are stronger than
what lies between. These and the bands: what tells most patterns of the tests right together with the shelf's pieces.
Patterns alone allow all of them, but then calm pieces, whose chords are broken into halves, come out doubled."""
_AS_GOOD = 0.8
"""A tempo that is judged so little worse (in the logarithm of likeliness) may as well be meant."""
_LOOKED_AT = round(75 * FRAMES_A_SECOND)
"""So much of the middle of a piece tells its tempo."""
_REACH = 4
"""Frames by which hands are early or late."""
_SWING = (0.46, 0.50, 0.54, 0.58, 0.62, 0.66)
_THIRDS = ((0.31, 0.35), (0.64, 0.68))


class Tempo(NamedTuple):
    """period : frames from beat to beat, 0 where nothing repeats; other : half or twice of it, where that may as well
    be meant, else 0."""

    period: float
    other: float


NO_TEMPO = Tempo(0.0, 0.0)


def likely_tempo(strength: Strength, rises: Strength) -> Tempo:
    """Return the tempo of music. strength : its onsets, (frames,); rises : (4, frames), ``spectra.band_rises``"""
    pulse = pulse_of(strength)
    if not pulse:
        return NO_TEMPO
    first = max((len(strength) - _LOOKED_AT) // 2, 0)
    part = strength[first : first + _LOOKED_AT]
    bands = rises[:, first : first + _LOOKED_AT]
    near = (maximum_filter1d(bands, 2 * _REACH + 1, axis=1) * _BANDS).sum(axis=0)
    felt = felt_onsets(part, bands)
    judged = {
        pulse * ratio: likeliness
        for ratio in _RATIOS
        if SLOWEST_BPM <= 60 * FRAMES_A_SECOND / (pulse * ratio) <= FASTEST_BPM
        if (likeliness := _likeliness(felt, near, pulse * ratio)) is not None
    }
    if not judged:
        return Tempo(pulse, 0.0)
    best = max(judged, key=lambda period: judged[period])
    others = [period for period in judged if round(period / best, 3) in (0.5, 2.0)]
    other = max(others, key=lambda period: judged[period], default=0.0)
    return Tempo(best, other if other and judged[other] > judged[best] - _AS_GOOD else 0.0)


def felt_onsets(strength: Strength, rises: Strength) -> Strength:
    """Return onsets as beats are looked for in them: those of all bands alike, and what becomes louder."""
    louder = gaussian_filter1d(rises.sum(axis=0), 1.0)
    return np.asarray(strength / (strength.std() or 1.0) + louder / (rises.sum(axis=0).std() or 1.0))


def _likeliness(felt: Strength, near: Strength, period: float) -> float | None:
    """Return the logarithm of how likely people tap this period, None where it cannot be followed.

    near : how strong the strongest accent about each frame is, (frames,)
    """
    beats = tracked(felt, period)
    if len(beats) < 6:
        return None
    gaps = np.diff(beats)

    def heard(share: float) -> float:
        return float(near[np.round(beats[:-1] + gaps * share).astype(int)].mean())

    on = near[beats]
    evenness = [
        min(means) / max(*means, 1e-9) for size in (2, 3) for means in [[on[k::size].mean() for k in range(size)]]
    ]
    halves = max(map(heard, _SWING))
    thirds = min(max(map(heard, third)) for third in _THIRDS)
    plainness = on.mean() / max(on.mean() + max(halves, thirds), 1e-9)
    octaves = np.log2(60 * FRAMES_A_SECOND / period / _LIKELY_BPM)
    return float(
        _EVEN_OF_TWO * np.log(evenness[0] + _LEAST)
        + _EVEN_OF_THREE * np.log(evenness[1] + _LEAST)
        + _PLAIN * np.log(max(plainness, 1e-9))
        - 0.5 * (octaves / _SPREAD_OCTAVES) ** 2
    )


def pulse_of(strength: Strength) -> float:
    """Return after how many frames onsets repeat best, to a fraction of one; 0 where nothing repeats."""
    if len(strength) < 4 * FRAMES_A_SECOND or not strength.any():
        return 0.0
    smooth = gaussian_filter1d(strength, 2.0)
    smooth = smooth - smooth.mean()
    size = 1 << (2 * len(smooth) - 1).bit_length()
    spectrum = np.fft.rfft(smooth, size)
    together = np.fft.irfft(spectrum * spectrum.conj(), size)[: len(smooth)]
    together /= np.arange(len(smooth), 0, -1)
    if together[0] <= 0:
        return 0.0
    shortest = int(60 * FRAMES_A_SECOND / FASTEST_BPM)
    longest = min(int(60 * FRAMES_A_SECOND / SLOWEST_BPM), (len(together) - 1) // 3)
    if longest <= shortest + 2:
        return 0.0
    chosen = np.arange(shortest, longest)
    octaves = np.log2(60 * FRAMES_A_SECOND / chosen / _PULSE_LIKELY_BPM)
    weight = np.exp(-0.5 * (octaves / _PULSE_SPREAD) ** 2)
    # A beat also repeats after two and three of them; half a beat does so no better.
    echoes = together[chosen] + 0.5 * together[2 * chosen] + 0.25 * together[3 * chosen]
    best = int(chosen[np.argmax(np.maximum(echoes, 0.0) ** _SHARPNESS * weight)])
    # Clicks that are all alike repeat after one as after two; the shorter one is the beat.
    half = best // 2 if best % 2 == 0 or together[best // 2] > together[best // 2 + 1] else best // 2 + 1
    if 60 * FRAMES_A_SECOND / half <= _FASTEST_HALVED and together[half] > together[best]:
        best = half
    if together[best] < 0.04 * together[0]:
        return 0.0
    return _sharpened(together, best)


def _sharpened(together: Strength, lag: int) -> float:
    """Return the lag to a part of a frame, from the highest multiple that is still plainly a peak."""
    found = float(lag)
    for times in (1, 2, 4, 8, 16):
        at = round(found * times)
        reach = max(round(0.03 * found), 2)
        if at + reach + 1 >= len(together) // 2:
            break
        part = together[at - reach : at + reach + 1]
        peak = int(np.argmax(part)) + at - reach
        if together[peak] < 0.3 * together[lag] or peak in (at - reach, at + reach):
            break
        left, middle, right = together[peak - 1 : peak + 2]
        bend = left - 2 * middle + right
        found = (peak + (0.5 * (left - right) / bend if bend < 0 else 0.0)) / times
    return found


def tracked(strength: Strength, period: float) -> NDArray[np.intp]:
    """Return the frames of the beats: those that gather most strength and keep the period, by dynamic programming."""
    deviation = strength.std() or 1.0
    local = gaussian_filter1d(strength / deviation, period / 32)
    back = np.arange(-round(2 * period), -round(period / 2) + 1)
    penalty = -_TIGHTNESS * np.log(-back / period) ** 2
    score, source = np.zeros(len(local)), np.full(len(local), -1, np.intp)
    score[:] = local
    # A beat is at least half a period after the one before, so so many frames can be scored at once.
    step = max(round(period / 2) - 1, 1)
    begun = False
    for first in range(0, len(local), step):
        here = np.arange(first, min(first + step, len(local)))
        places = here[:, None] + back[None, :]
        known = places >= 0
        values = np.where(known, score[np.maximum(places, 0)], 0.0) + penalty
        best = values.argmax(axis=1)
        score[here] = local[here] + values[np.arange(len(here)), best]
        came = places[np.arange(len(here)), best]
        source[here] = np.where(came >= 0, came, -1)
        if not begun:
            quiet = local[here] < 0.01 * local.max()
            source[here[quiet]] = -1
            begun = not bool(quiet.all())
    tail = score[-max(round(period), 1) :]
    at = len(score) - len(tail) + int(np.argmax(tail))
    found = []
    while at >= 0:
        found.append(at)
        at = int(source[at])
    frames = np.array(found[::-1], np.intp)
    if not len(frames):
        return frames
    heard = local[frames]
    loud = np.flatnonzero(heard > _WEAK * np.sqrt((heard**2).mean()))
    return frames[loud[0] : loud[-1] + 1] if len(loud) else frames[:0]
