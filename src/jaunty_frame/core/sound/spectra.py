"""What the ear hears of music, frame by frame: mel bands, onsets, and how much louder it becomes in the low and in the
high."""

import itertools

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
_CUTS = (0, 2, 8, 24, _BANDS)
"""Bands in four groups: bass (to some 175 Hz), low (560), middle (2600), high."""
_LOUDNESS = 0.03
"""Of dB: loudness goes with the power to 0.3 (S. S. Stevens, "The measurement of loudness", JASA 27, 1955)."""

Strength = NDArray[np.float64]


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


def onset_strength(mels: NDArray[np.float32]) -> Strength:
    """Return how much each frame brings that the one before did not have, free of slow changes. (frames,)"""
    floor = mels.max() - 80.0
    chosen = np.maximum(mels, floor)
    flux = np.maximum(chosen[2:] - chosen[:-2], 0).mean(axis=1)
    # A difference over two frames belongs to the middle of both.
    strength = np.concatenate([[0.0], flux, [0.0]]).astype(np.float64)[: len(mels)]
    strength -= gaussian_filter1d(strength, FRAMES_A_SECOND * 0.4, mode="nearest")
    return np.maximum(strength, 0.0)


def band_loudness(mels: NDArray[np.float32]) -> Strength:
    """Return the loudness of bass, low, middle and high bands, (4, frames), in a unit of its own."""
    loud = 10 ** (_LOUDNESS * mels.astype(np.float64))
    return np.stack([loud[:, a:b].sum(axis=1) for a, b in itertools.pairwise(_CUTS)])


def band_rises(mels: NDArray[np.float32]) -> Strength:
    """Return by how much each band becomes louder than it was, summed over bass, low, middle and high, (4, frames)."""
    loud = 10 ** (_LOUDNESS * mels.astype(np.float64))
    rise = np.zeros_like(loud)
    rise[1:-1] = np.maximum(loud[2:] - loud[:-2], 0)
    return np.stack([rise[:, a:b].sum(axis=1) for a, b in itertools.pairwise(_CUTS)])


def decimated(samples: NDArray[np.float32]) -> NDArray[np.float32]:
    """Return one channel at ``ONSET_RATE`` of samples at ``RATE``. samples : (N, channels)"""
    return resample_poly(mono(samples), ONSET_RATE // 150, RATE // 150).astype(np.float32)
