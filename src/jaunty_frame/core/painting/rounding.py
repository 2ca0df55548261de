"""From exact values to samples: 8 bits in uint8, 10 bits in uint16."""

import numpy as np
from numpy.typing import DTypeLike

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels

_MOST = {np.dtype(np.uint8): 255, np.dtype(np.uint16): 1023}
"""What a plane can hold."""


def rounded(values: np.ndarray, dtype: DTypeLike) -> Pixels:
    """Return values as samples: uint8, or 10 bits in uint16."""
    return np.clip(np.rint(values), 0, _MOST[np.dtype(dtype)]).astype(dtype)


def quickly_rounded(values: np.ndarray, dtype: DTypeLike) -> Pixels:
    """Return values of at least 0 as samples; one call to OpenCV where they have 8 bits."""
    return cv2.convertScaleAbs(values) if dtype == np.uint8 else rounded(values, dtype)
