"""Which beats open a bar: two, three, four or six beats that are marked alike, again and again.

For every size of bar it is asked how much better the beats' accents are told by their place in the bar than without
(analysis of variance, the F ratio), feature by feature: how much louder bass, low, middle and high become on the beat
and half a beat later, and how loud they are between. The best mark counts, since one is enough: a bass note, a clap.
"""

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import maximum_filter1d

from jaunty_frame.core.sound.spectra import Strength, band_loudness, band_rises

_PLAIN = 20.0
"""The F ratio from which a bar is plain."""
_LEAST_BARS = 3
_ON, _OFF = 5, 4
"""Frames by which a beat, and what lies between two, may be early or late."""
_BETWEEN = (0.5, 0.58, 0.66)
_BODY = 0.45
"""Of a beat: how long a note that begins on it is listened to, before the next may come."""
_BASS, _RISE, _ALL = 4.0, 2.0, 1.0
"""How much the bass that sounds on a beat, its coming, and all that comes say of the beat that opens a bar."""
_NOISE = 1e-4
"""Of the variance: more even than this no hand plays."""


def bar_openings(mels: NDArray[np.float32], beats: Strength) -> tuple[int, ...]:
    """Return the indices of the beats that open a bar, none where bars are not plain. mels : ``spectra.mel_spectrum``;
    beats : (N,) frames."""
    marks = _marks(mels, beats)
    size = _bar_size(marks)
    if not size:
        return ()
    return tuple(range(_opening(marks, size), len(beats), size))


def _marks(mels: NDArray[np.float32], beats: Strength) -> Strength:
    """Return what marks each beat, (N, 12): four bands' rises on it and after half of it, and their loudness on it."""
    rises, loud = band_rises(mels), band_loudness(mels)
    frames = mels.shape[0]
    gaps = np.append(np.diff(beats), np.median(np.diff(beats)))

    def risen(places: Strength, reach: int) -> Strength:
        near = maximum_filter1d(rises, 2 * reach + 1, axis=1)
        return near[:, np.clip(np.round(places).astype(int), 0, frames - 1)]

    on = risen(beats, _ON)
    off = np.max([risen(beats + gaps * share, _OFF) for share in _BETWEEN], axis=0)
    until = np.pad(loud.cumsum(axis=1), ((0, 0), (1, 0)))
    start = np.clip(beats.astype(int), 0, frames - 1)
    end = np.maximum(np.clip((beats + gaps * _BODY).astype(int), 1, frames), start + 1)
    body = (until[:, end] - until[:, start]) / (end - start)
    return np.concatenate([np.sqrt(on), np.sqrt(off), body]).T


def _bar_size(marks: Strength) -> int:
    """Return how many beats a bar has, 0 where none is plain."""
    two, three, four = (_f_ratio(marks, size, 1) for size in (2, 3, 4))
    four_over_two = _f_ratio(marks, 4, 2)
    if min(_f_ratio(marks, 6, 3), _f_ratio(marks, 6, 2)) > _PLAIN:
        return 6
    if min(four_over_two, four) > _PLAIN and four_over_two > three:
        return 4
    if three > _PLAIN:
        return 3
    return 2 if two > _PLAIN else 0


def _f_ratio(marks: Strength, size: int, within: int) -> float:
    """Return the best mark's F ratio of bars of ``size`` beats, over bars of ``within`` that they are made of."""
    count = len(marks)
    if count < _LEAST_BARS * size:
        return 0.0
    spread, wide = _unexplained(marks, size), _unexplained(marks, within)
    noise = _NOISE * _unexplained(marks, 1) / count + 1e-12
    return float((((wide - spread) / (size - within)) / (spread / (count - size) + noise)).max())


def _unexplained(marks: Strength, size: int) -> Strength:
    """Return the squared deviations (12,) from the means of each place in a bar."""
    return sum(((marks[k::size] - marks[k::size].mean(axis=0)) ** 2).sum(axis=0) for k in range(size))


def _opening(marks: Strength, size: int) -> int:
    """Return which of the first beats opens a bar: the one that the bass marks, or else whatever is heard."""
    rises = marks[:, :4] ** 2
    told = np.zeros(size)
    for weight, mark in ((_BASS, marks[:, 8]), (_RISE, rises[:, 0]), (_ALL, rises.sum(axis=1))):
        means = np.array([mark[k::size].mean() for k in range(size)])
        highest = max(means.max(), 1e-9)
        # What marks all places alike says nothing.
        told += weight * means / highest * (1 - means.mean() / highest)
    return int(told.argmax())
