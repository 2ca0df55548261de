"""Limiting true peaks without a click.

It works on the highest peak of every millisecond. The gain that each of these needs is held down for as long before and
after it as the smoothing reaches, then smoothed: the mean of gains that are all at most g is at most g, so no peak
passes, nor between two steps, where the gain runs straight from one to the other; and it never moves faster than the
smoothing. Offline there is no reason to react late: it falls before a peak as gently as it rises after it.
"""

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import minimum_filter1d, uniform_filter1d

from jaunty_frame.core.sound.levels import STEP, Curve

_REACH = 31
"""Steps on either side within which a peak holds the gain down; the smoothing reaches one less."""
_ROOM = 0.995
"""Of the ceiling: what a gain that moves may add between samples."""


def step_peaks(magnitudes: NDArray[np.float32]) -> NDArray[np.float32]:
    """Return the highest of every step. magnitudes : (N,), of samples; the last step may be shorter."""
    return np.maximum.reduceat(magnitudes, np.arange(0, len(magnitudes), STEP)) if len(magnitudes) else magnitudes


def limiting_curve(peaks: NDArray[np.float32], ceiling: float) -> Curve | None:
    """Return the gain at the middle of each step after which no peak exceeds ``ceiling``; None where none is needed.

    peaks : (K,), ratios to full scale, as ``ceiling``
    """
    if float(peaks.max(initial=0.0)) <= ceiling:
        return None
    needed = np.minimum(np.float32(ceiling * _ROOM) / np.maximum(peaks, 1e-9), 1.0).astype(np.float32)
    held = minimum_filter1d(needed, 2 * _REACH + 1, mode="nearest")
    # Twice half the length: a triangle, whose corners are rounded.
    smooth = uniform_filter1d(held, _REACH, mode="nearest")
    curve: Curve = uniform_filter1d(smooth, _REACH, mode="nearest")
    return curve


def gains_at(curve: Curve, first: int, count: int) -> Curve:
    """Return the gains of samples ``first`` to ``first + count``, (count,)."""
    low, high = max(first // STEP - 1, 0), min((first + count) // STEP + 2, len(curve))
    middles = (np.arange(low, high, dtype=np.float32) - np.float32(first / STEP) + np.float32(0.5)) * STEP
    found = np.interp(np.arange(count, dtype=np.float32), middles, curve[low:high])
    return found.astype(np.float32)
