"""Levels, fades and cross-fades.

dB = 20 log10 of the ratio of amplitudes. Cross-fades of different material have equal power: the squares of both gains
sum to 1, so that two sounds that have nothing in common stay as loud as one.
"""

import numpy as np
from numpy.typing import NDArray

RATE = 48_000
STEP = RATE // 1000
"""A millisecond: what peaks and powers are kept of."""
Samples = NDArray[np.float32]
Curve = NDArray[np.float32]
SILENCE_DB = -60.0
"""What is not heard in a show (common practice)."""


def ratio(db: float) -> float:
    """Return the ratio of amplitudes of a level."""
    return float(10.0 ** (db / 20.0))


def decibels(amplitude: float) -> float:
    """Return the level of a ratio of amplitudes; silence is -200."""
    return float(20.0 * np.log10(max(amplitude, 1e-10)))


def fade_gains(first: int, count: int, start: int, length: int) -> Curve:
    """Return the gains at samples ``first`` to ``first + count`` of a fade from 0 to 1 that begins at ``start`` and
    takes ``length`` samples: the rising half of an equal-power cross-fade."""
    progress = (np.arange(first - start, first - start + count, dtype=np.float32) + 0.5) / max(length, 1)
    return np.sin(np.clip(progress, 0.0, 1.0) * np.float32(np.pi / 2), dtype=np.float32)


def mono(samples: Samples) -> NDArray[np.float32]:
    """Return the mean of all channels, (N,). ``mean(axis=1)`` takes ten times as long."""
    channels = samples.shape[1]
    return samples @ np.full(channels, 1.0 / channels, np.float32)


def stereo(samples: Samples) -> Samples:
    """Return two channels: one is heard on both sides, of several the first two are taken and the others shared out."""
    channels = samples.shape[1]
    if channels == 2:
        return samples
    if channels == 1:
        return np.repeat(samples, 2, axis=1)
    rest = samples[:, 2:].mean(axis=1, keepdims=True) if channels > 2 else np.float32(0)
    return np.ascontiguousarray(samples[:, :2] + np.float32(0.5) * rest)
