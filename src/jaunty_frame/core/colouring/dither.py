"""From exact values to whole samples without steps: rounding is spread by a fixed pattern.

The pattern is interleaved gradient noise (J. Jimenez, SIGGRAPH 2014 courses, from memory): neighbours differ
much, so that what is smooth stays smooth to the eye. It is the same in every frame and leaves whole numbers as they
are.
"""

from functools import lru_cache

import numpy as np
from numpy.typing import DTypeLike

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.rounding import quickly_rounded

_TILE = 128
# Just under a half, so that whole numbers stay what they are.
_MOST = 0.49
_FINE_BITS = 7


def dithered(values: np.ndarray, dtype: DTypeLike = np.uint8) -> Pixels:
    """Return values (h, w) or (h, w, C) float32 as samples; they are spoilt. Negative ones become 0."""
    pattern = _pattern(values.shape[1])
    for start in range(0, values.shape[0], _TILE):
        band = values[start : start + _TILE]
        band += pattern[: len(band)] if values.ndim == 2 else pattern[: len(band), :, None]
    return quickly_rounded(np.maximum(values, 0.0, out=values), dtype)


FINE = 128
"""How many parts of one eight-bit step ``dithered_fine`` tells apart."""


def dithered_fine(values: np.ndarray) -> Pixels:
    """Return values (h, w) or (h, w, C) uint16, in parts of eight-bit steps, as uint8; they are spoilt."""
    pattern = _fine_pattern(values.shape[1], 1 if values.ndim == 2 else values.shape[2])
    for start in range(0, values.shape[0], _TILE):
        band = values[start : start + _TILE].reshape(min(_TILE, values.shape[0] - start), -1)
        band += pattern[: len(band)]
    return (values >> _FINE_BITS).astype(np.uint8)


@lru_cache(maxsize=16)
def _fine_pattern(width: int, channels: int) -> np.ndarray:
    return np.repeat(np.rint((_pattern(width) + 0.5) * (FINE - 2)), channels, axis=1).astype(np.uint16)


@lru_cache(maxsize=16)
def _pattern(width: int) -> np.ndarray:
    x, y = np.arange(_TILE)[None], np.arange(_TILE)[:, None]
    noise = np.modf(52.9829189 * np.modf(0.06711056 * x + 0.00583715 * y)[0])[0]
    tile = ((noise - 0.5) * 2 * _MOST).astype(np.float32)
    return np.ascontiguousarray(np.tile(tile, (1, -(-width // _TILE)))[:, :width])
