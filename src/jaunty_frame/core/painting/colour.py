"""Colours: sRGB-coded values as the photo has them, and the video's luma and colour differences."""

import re
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.errors import UsageError

Pixels = NDArray[np.uint8 | np.uint16]
"""uint8, but for planes of 10 bits."""

# ITU-R BT.709-6, section 3: luma coefficients.
_KR, _KB = 0.2126, 0.0722
LUMA = np.array([_KB, 1.0 - _KR - _KB, _KR])
"""The grey of B, G, R; of linear light the relative luminance (IEC 61966-2-1)."""


def limited_matrix(red: float, blue: float) -> FloatArray:
    """Return (3, 4): Y, Cb, Cr in limited range, 16..235 and 16..240 (ITU-R BT.709-6, section 3), of (B, G, R, 1) with
    B, G, R in 0..255. red, blue : their shares of luma."""
    luma = np.array([blue, 1.0 - red - blue, red])
    rows = np.array([luma * 219, [0.0] * 3, [0.0] * 3])
    rows[1] = (np.array([1.0, 0.0, 0.0]) - luma) / (2 * (1 - blue)) * 224
    rows[2] = (np.array([0.0, 0.0, 1.0]) - luma) / (2 * (1 - red)) * 224
    return np.column_stack([rows / 255, [16.0, 128.0, 128.0]])


BT709_LIMITED = limited_matrix(_KR, _KB)
BT601_LIMITED = limited_matrix(0.299, 0.114)
"""ITU-R BT.601-7, section 2.5.1."""
BT2020_LIMITED = limited_matrix(0.2627, 0.0593)
"""ITU-R BT.2020-2, table 4, non-constant luminance."""

_HEX = re.compile(r"#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})", re.ASCII | re.IGNORECASE)


@lru_cache(maxsize=1024)
def parse_colour(text: str) -> tuple[int, int, int]:
    """Return (B, G, R) of ``#rrggbb``; UsageError otherwise."""
    match = _HEX.fullmatch(text)
    if not match:
        raise UsageError(f"“{text}” is not a colour; write it as #rrggbb.")
    red, green, blue = (int(part, 16) for part in match.groups())
    return blue, green, red


def linear_light(coded: FloatArray) -> FloatArray:
    """Return linear light, 0..1, of sRGB-coded values, 0..1 (IEC 61966-2-1)."""
    return np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4)


def coded_light(linear: FloatArray) -> FloatArray:
    """Return sRGB-coded values, 0..1, of linear light, 0..1 (IEC 61966-2-1)."""
    return np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)


class Amounts(NamedTuple):
    """Of colour correction (``core.painting.correction``): exposure in stops, the others in -1..1."""

    exposure: float = 0.0
    contrast: float = 0.0
    saturation: float = 0.0
    warmth: float = 0.0
