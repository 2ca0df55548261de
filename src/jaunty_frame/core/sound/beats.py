"""Beats of music, as people tap them.

D. P. W. Ellis, "Beat Tracking by Dynamic Programming", J. New Music Research 36(1), 2007: the onset strength is the
spectral flux of a log-mel spectrogram; the beats those that lie on onsets and keep the tempo, found by dynamic
programming. The tempo is told by ``tempo``, the bars by ``bars``.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter1d

from jaunty_frame.core.sound.bars import bar_openings
from jaunty_frame.core.sound.spectra import FRAMES_A_SECOND, Strength, band_rises, onset_strength
from jaunty_frame.core.sound.tempo import felt_onsets, likely_tempo, tracked

_AHEAD_S = 0.0175
"""By how much a frame's window feels an onset before its middle does: measured on clicks."""


class Beats(NamedTuple):
    """tempo : beats a minute, 0 where there is none; times : seconds; bars : of ``times``, the indices that open one;
    other : half or twice the tempo where that may as well be meant, else 0."""

    tempo: float
    times: NDArray[np.float64]
    bars: tuple[int, ...]
    other: float = 0.0


NO_BEATS = Beats(0.0, np.zeros(0), ())


def beats_of(mels: NDArray[np.float32]) -> Beats:
    """Return tempo, beats and bars of music. mels : ``mel_spectrum``"""
    strength = onset_strength(mels)
    rises = band_rises(mels)
    period, other = likely_tempo(strength, rises)
    if not period:
        return NO_BEATS
    frames = tracked(felt_onsets(strength, rises), period)
    if len(frames) < 4:
        return NO_BEATS
    times = _refined(strength, frames) / FRAMES_A_SECOND + _AHEAD_S
    tempo = 60 * FRAMES_A_SECOND / period
    found = float(np.polyfit(np.arange(len(times)), times, 1)[0])
    if 0.9 < found * tempo / 60 < 1.1:
        tempo = 60 / found
    return Beats(tempo, times, bar_openings(mels, frames.astype(float)), tempo * period / other if other else 0.0)


def _refined(strength: Strength, frames: NDArray[np.intp]) -> NDArray[np.float64]:
    """Return the beats to a part of a frame, by the onset that each lies on."""
    smooth = gaussian_filter1d(strength, 1.0)
    inside = np.clip(frames, 1, len(smooth) - 2)
    left, middle, right = smooth[inside - 1], smooth[inside], smooth[inside + 1]
    bend = left - 2 * middle + right
    shift = np.where(bend < -1e-9, 0.5 * (left - right) / np.where(bend < -1e-9, bend, 1.0), 0.0)
    return frames + np.clip(shift, -0.5, 0.5)
