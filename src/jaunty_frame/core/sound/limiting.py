"""Limiting true peaks without a click.

The gain that each sample needs is held down for as long before and after it as the smoothing reaches, then smoothed:
the mean of gains that are all at most g is at most g, so no peak passes, and the gain never moves faster than the
smoothing. Offline there is no reason to react late: it falls before a peak as gently as it rises after it.
"""

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import minimum_filter1d, uniform_filter1d

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.core.sound.loudness import oversampled_peaks

_REACH = RATE * 30 // 1000
MARGIN = 2 * _REACH + 64
"""Samples about a part that must be known for it to be limited as in the whole."""
_ROOM = 0.995
"""Of the ceiling: what a gain that moves may add between samples."""


def limiting_gains(samples: Samples, ceiling: float) -> NDArray[np.float32] | None:
    """Return the gains after which no true peak exceeds ``ceiling``, a ratio to full scale; None where none is needed.

    samples : (N, channels); gains : (N,)
    """
    peaks = oversampled_peaks(samples, ceiling)
    if float(peaks.max(initial=0.0)) <= ceiling:
        return None
    needed = np.minimum(np.float32(ceiling * _ROOM) / np.maximum(peaks, 1e-9), 1.0).astype(np.float32)
    held = minimum_filter1d(needed, 2 * _REACH + 1, mode="nearest")
    # Twice half the length: a triangle, whose corners are rounded.
    half = _REACH | 1
    smooth = uniform_filter1d(held, half, mode="nearest")
    gains: NDArray[np.float32] = uniform_filter1d(smooth, half, mode="nearest")
    return gains
