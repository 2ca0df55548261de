"""Loudness in LUFS and true peaks in dBTP, of sound that comes in blocks.

ITU-R BS.1770-4: the K-weighting (table 1 and 2, at 48 kHz), mean squares of blocks of 400 ms that overlap by three
quarters, an absolute gate at -70 LUFS and a relative one 10 LU below the mean of what passes the first (Annex 1); EBU
R 128. True peak: four-fold oversampling (Annex 2).
"""

from functools import reduce

import numpy as np
from numpy.typing import NDArray
from scipy.signal import firwin, sosfilt

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.sound.levels import STEP, Curve, Samples, decibels

# Stage 1, the head's shelf, and stage 2, the high-pass, one after the other.
_WEIGHTING = np.array(
    [
        [1.53512485958697, -2.69169618940638, 1.19839281085285, 1.0, -1.69065929318241, 0.73248077421585],
        [1.0, -2.0, 1.0, 1.0, -1.99004745483398, 0.99007225036621],
    ]
)
_OFFSET = -0.691
_PIECE, _NOTHING = 96_000, 1e-60
_TENTH = 100
"""Steps of 1 ms."""
_TENTHS = 4
_ABSOLUTE, _RELATIVE = -70.0, -10.0
SILENT = -70.0
"""What is said of sound of which nothing passes the gate, in LUFS."""

OVERSAMPLING = 4
TAPS = 12
"""Samples that each oversampled value is made of."""
_FILTER = firwin(OVERSAMPLING * TAPS + 1, 1.0 / OVERSAMPLING, window=("kaiser", 6.0)) * OVERSAMPLING
_BETWEEN = tuple(_FILTER[phase:-1:OVERSAMPLING].astype(np.float32)[None] for phase in range(1, OVERSAMPLING))
"""The filter's phases that fall between samples; the other one leaves them as they are."""
_BLOCK = 1024
LEAP = 1.0 / max(float(np.abs(phase).sum()) for phase in _BETWEEN)
"""Between samples that stay below this share of a ceiling nothing reaches it."""


class LoudnessMeter:
    """Takes blocks one after the other; what it tells does not depend on how the sound was cut."""

    def __init__(self, channels: int = 2) -> None:
        self._state = np.zeros((len(_WEIGHTING), 2, channels))
        self._powers: list[NDArray[np.float64]] = []
        """Of whole steps of 1 ms."""
        self._begun = np.zeros(0)
        self._counted = 0

    def add(self, samples: Samples) -> None:
        """Measure further samples. samples : (N, channels)"""
        if not len(samples):
            return
        powers = [self._begun]
        for first in range(0, len(samples), _PIECE):
            part = samples[first : first + _PIECE]
            weighted, self._state = sosfilt(_WEIGHTING, part, axis=0, zi=self._state)
            # In silence what rings on falls, after three seconds, to numbers with which processors count twenty times
            # as slowly.
            self._state[np.abs(self._state) < _NOTHING] = 0.0
            powers.append(np.einsum("nc,nc->n", weighted, weighted))
        power = np.concatenate(powers)
        whole = len(power) // STEP
        self._powers.append(power[: whole * STEP].reshape(whole, STEP).sum(axis=1))
        self._begun = power[whole * STEP :]
        self._counted += len(samples)

    def _blocks(self, gains: Curve | None = None) -> NDArray[np.float64]:
        """Return the mean squares of all blocks of 400 ms."""
        powers = np.concatenate(self._powers) if self._powers else np.zeros(0)
        if gains is not None:
            powers = powers * gains[: len(powers)].astype(float) ** 2
        tenths = powers[: len(powers) // _TENTH * _TENTH].reshape(-1, _TENTH).sum(axis=1)
        if len(tenths) < _TENTHS:
            return np.zeros(0)
        return np.convolve(tenths, np.ones(_TENTHS), "valid") / (_TENTHS * _TENTH * STEP)

    def momentary(self) -> NDArray[np.float64]:
        """Return the loudness of each block of 400 ms, ten a second, in LUFS."""
        return _OFFSET + 10 * np.log10(np.maximum(self._blocks(), 1e-12))

    def integrated(self, gains: Curve | None = None) -> float:
        """Return the loudness of all that was added, in LUFS; what is shorter than 400 ms is measured as it is.

        gains : of each step of 1 ms, as if the sound had been multiplied by them; they should move slowly.
        """
        blocks = self._blocks(gains)
        if not len(blocks) and self._counted:
            whole = sum(float(one.sum()) for one in self._powers) + float(self._begun.sum())
            blocks = np.array([whole / self._counted])
        return _gated(blocks)


def _gated(blocks: NDArray[np.float64]) -> float:
    loud = blocks[blocks > 10 ** ((_ABSOLUTE - _OFFSET) / 10)]
    if not len(loud):
        return SILENT
    loud = loud[loud > loud.mean() * 10 ** (_RELATIVE / 10)]
    return float(_OFFSET + 10 * np.log10(loud.mean()))


def loudness(samples: Samples) -> float:
    """Return the integrated loudness of a whole sound in LUFS. samples : (N, channels)"""
    meter = LoudnessMeter(samples.shape[1])
    meter.add(samples)
    return meter.integrated()


def oversampled_peaks(samples: Samples, ceiling: float = 0.0) -> NDArray[np.float32]:
    """Return the largest magnitude at and after each sample, between the samples too, of all channels. (N,)

    Parts that are too soft to reach ``ceiling`` between samples are not looked at closely.
    """
    peaks = magnitudes(samples)
    hot = np.maximum.reduceat(peaks, np.arange(0, len(peaks), _BLOCK)) > LEAP * ceiling
    edges = np.flatnonzero(np.diff(np.concatenate([[False], hot, [False]]).astype(np.int8)))
    for first, end in zip(edges[::2] * _BLOCK, edges[1::2] * _BLOCK, strict=True):
        low, high = max(first - TAPS, 0), min(end + TAPS, len(samples))
        # Along rows it is ten times as fast as down columns of two.
        part = np.ascontiguousarray(samples[low:high].T)
        for phase in _BETWEEN:
            dense = cv2.filter2D(part, -1, phase, anchor=(TAPS // 2 - 1, 0), borderType=cv2.BORDER_CONSTANT)
            np.maximum(peaks[low:high], magnitudes(dense.T), out=peaks[low:high])
    return peaks


def magnitudes(samples: Samples) -> NDArray[np.float32]:
    """Return the largest magnitude of all channels. ``max(axis=1)`` takes ten times as long."""
    return np.asarray(reduce(np.maximum, (np.abs(channel) for channel in samples.T)))


def true_peak(samples: Samples, known: float = 0.0) -> float:
    """Return the true peak as a ratio to full scale, or ``known``, whichever is higher."""
    return max(known, float(oversampled_peaks(samples, known).max())) if len(samples) else known


def true_peak_db(samples: Samples) -> float:
    """Return the true peak in dBTP."""
    return decibels(true_peak(samples))
