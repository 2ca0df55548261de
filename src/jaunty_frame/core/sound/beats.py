"""Beats of music, as people tap them.

D. P. W. Ellis, "Beat Tracking by Dynamic Programming", J. New Music Research 36(1), 2007: the onset strength is the
spectral flux of a log-mel spectrogram; the tempo the highest peak of its autocorrelation, weighted towards 120 a
minute; the beats those that lie on onsets and keep the tempo, found by dynamic programming. Which beats open a bar is
asked of the same strength, taken in the low bands, where the bar is marked.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.fft import rfft
from scipy.ndimage import gaussian_filter1d
from scipy.signal import resample_poly

from jaunty_frame.core.sound.levels import RATE, mono

ONSET_RATE = 22_050
"""Samples a second of what onsets are looked for in."""
_WINDOW, _HOP = 1024, 128
FRAMES_A_SECOND = ONSET_RATE / _HOP
_BANDS, _LOWEST_HZ, _HIGHEST_HZ = 40, 30.0, 8000.0
_LIKELY_BPM, _SPREAD_OCTAVES = 120.0, 0.9
SLOWEST_BPM, FASTEST_BPM = 50.0, 210.0
_TIGHTNESS = 400.0
_LOW_BANDS = 8
_AHEAD_S = 0.0175
"""By how much a frame's window feels an onset before its middle does: measured on clicks."""
_FASTEST_HALVED = 185.0
_SHARPNESS = 4
"""Whole beats repeat only a little better than off-beats do, so what is better counts by this power."""
_WEAK = 0.12
"""Beats at the ends whose onsets are weaker, as a share of the others' root mean square, are none."""

Strength = NDArray[np.float64]


class Beats(NamedTuple):
    """tempo : beats a minute, 0 where there is none; times : seconds; bars : of ``times``, the indices that open
    one."""

    tempo: float
    times: NDArray[np.float64]
    bars: tuple[int, ...]


NO_BEATS = Beats(0.0, np.zeros(0), ())


def mel_spectrum(samples: NDArray[np.float32]) -> NDArray[np.float32]:
    """Return the log-mel spectrogram in dB, (frames, 40). samples : (N,) at ``ONSET_RATE``; frame k is centred on
    sample 128 k."""
    count = max(len(samples) // _HOP, 1)
    padded = np.pad(samples.astype(np.float32), (_WINDOW // 2, _WINDOW))
    frames = np.lib.stride_tricks.sliding_window_view(padded, _WINDOW)[::_HOP][:count]
    window = np.hanning(_WINDOW).astype(np.float32)
    bank = _mel_bank()
    mels = np.empty((count, _BANDS), np.float32)
    for first in range(0, count, 4096):
        power = np.abs(rfft(frames[first : first + 4096] * window, axis=1)).astype(np.float32) ** 2
        mels[first : first + 4096] = power @ bank
    return 10 * np.log10(np.maximum(mels, 1e-7))


def _mel_bank() -> NDArray[np.float32]:
    """Return triangles on the mel scale of O'Shaughnessy, m = 2595 log10(1 + f / 700), each of equal area."""
    edges = np.linspace(_mel(_LOWEST_HZ), _mel(_HIGHEST_HZ), _BANDS + 2)
    hertz = 700 * (10 ** (edges / 2595) - 1)
    bins = np.fft.rfftfreq(_WINDOW, 1 / ONSET_RATE)[:, None]
    low, middle, high = hertz[:-2], hertz[1:-1], hertz[2:]
    bank = np.maximum(0, np.minimum((bins - low) / (middle - low), (high - bins) / (high - middle)))
    return (bank / np.maximum(bank.sum(axis=0), 1e-9)).astype(np.float32)


def _mel(hertz: float) -> float:
    return float(2595 * np.log10(1 + hertz / 700))


def onset_strength(mels: NDArray[np.float32], bands: slice = slice(None)) -> Strength:
    """Return how much each frame brings that the one before did not have, free of slow changes. (frames,)"""
    floor = mels.max() - 80.0
    chosen = np.maximum(mels[:, bands], floor)
    flux = np.maximum(chosen[2:] - chosen[:-2], 0).mean(axis=1)
    # A difference over two frames belongs to the middle of both.
    strength = np.concatenate([[0.0], flux, [0.0]]).astype(np.float64)[: len(mels)]
    strength -= gaussian_filter1d(strength, FRAMES_A_SECOND * 0.4, mode="nearest")
    return np.maximum(strength, 0.0)


def tempo_of(strength: Strength) -> float:
    """Return the tempo in beats a minute, to a fraction of a frame; 0 where nothing repeats."""
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
    lags = np.arange(len(together), dtype=float)
    shortest = int(60 * FRAMES_A_SECOND / FASTEST_BPM)
    longest = min(int(60 * FRAMES_A_SECOND / SLOWEST_BPM), (len(together) - 1) // 3)
    if longest <= shortest + 2:
        return 0.0
    chosen = np.arange(shortest, longest)
    octaves = np.log2(60 * FRAMES_A_SECOND / chosen / _LIKELY_BPM)
    weight = np.exp(-0.5 * (octaves / _SPREAD_OCTAVES) ** 2)
    # A beat also repeats after two and three of them; half a beat does so no better.
    echoes = together[chosen] + 0.5 * together[2 * chosen] + 0.25 * together[3 * chosen]
    best = int(chosen[np.argmax(np.maximum(echoes, 0.0) ** _SHARPNESS * weight)])
    # Clicks that are all alike repeat after one as after two; the shorter one is the beat.
    half = best // 2 if best % 2 == 0 or together[best // 2] > together[best // 2 + 1] else best // 2 + 1
    if 60 * FRAMES_A_SECOND / half <= _FASTEST_HALVED and together[half] > together[best]:
        best = half
    if together[best] < 0.04 * together[0]:
        return 0.0
    return 60 * FRAMES_A_SECOND / _sharpened(together, lags, best)


def _sharpened(together: Strength, lags: Strength, lag: int) -> float:
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


def beats_of(mels: NDArray[np.float32]) -> Beats:
    """Return tempo, beats and bars of music. mels : ``mel_spectrum``"""
    strength = onset_strength(mels)
    tempo = tempo_of(strength)
    if not tempo:
        return NO_BEATS
    frames = _tracked(strength, 60 * FRAMES_A_SECOND / tempo)
    if len(frames) < 4:
        return NO_BEATS
    times = _refined(strength, frames) / FRAMES_A_SECOND + _AHEAD_S
    period = float(np.polyfit(np.arange(len(times)), times, 1)[0])
    if 0.9 < period * tempo / 60 < 1.1:
        tempo = 60 / period
    return Beats(tempo, times, _bars(onset_strength(mels, slice(_LOW_BANDS)), frames))


def _tracked(strength: Strength, period: float) -> NDArray[np.intp]:
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


def _refined(strength: Strength, frames: NDArray[np.intp]) -> NDArray[np.float64]:
    """Return the beats to a part of a frame, by the onset that each lies on."""
    smooth = gaussian_filter1d(strength, 1.0)
    inside = np.clip(frames, 1, len(smooth) - 2)
    left, middle, right = smooth[inside - 1], smooth[inside], smooth[inside + 1]
    bend = left - 2 * middle + right
    shift = np.where(bend < -1e-9, 0.5 * (left - right) / np.where(bend < -1e-9, bend, 1.0), 0.0)
    return frames + np.clip(shift, -0.5, 0.5)


def _bars(low: Strength, frames: NDArray[np.intp]) -> tuple[int, ...]:
    """Return which beats open a bar of four or three, if the low bands mark them plainly; else none."""
    smooth = gaussian_filter1d(low, 2.0)
    heard = np.array([smooth[max(f - 3, 0) : f + 4].max() for f in frames])
    best: tuple[float, int, int] | None = None
    for size in (4, 3):
        if len(heard) < 3 * size:
            continue
        means = [heard[k::size].mean() for k in range(size)]
        k = int(np.argmax(means))
        others = np.delete(means, k).mean()
        if others >= 0 and means[k] > 1.25 * max(others, 1e-9):
            found = means[k] / max(others, 1e-9)
            if best is None or found > best[0] * 1.1:
                best = found, size, k
    return tuple(range(best[2], len(frames), best[1])) if best else ()


def decimated(samples: NDArray[np.float32]) -> NDArray[np.float32]:
    """Return one channel at ``ONSET_RATE`` of samples at ``RATE``. samples : (N, channels)"""
    return resample_poly(mono(samples), ONSET_RATE // 150, RATE // 150).astype(np.float32)
