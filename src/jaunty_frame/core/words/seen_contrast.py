"""The contrast of words with the pixels that they stand on."""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.words.legibility import contrast, luminance

_RING = 0.055
"""Ems about letters whose pixels are looked at."""
_WORST_SHARE = 5
_LEAST_PX = 3
_BESIDE_PX = 2
"""So near to ink colours are mixed, and codecs ring."""
_INK = 128
BEST = 21.0


def seen_contrast(
    picture: Pixels, coverage: Pixels, place: tuple[int, int], px_per_em: float, colour: tuple[int, int, int]
) -> float:
    """Return the contrast of letters with what is right beside them: that which all but the worst 5 % of it exceed.

    picture : (H, W, 3 or 4), B G R, with the words on it; coverage : (h, w) of the letters; place : the pixel (left,
    top) at which that begins. BEST where nothing of them lies in the picture.
    """
    left, top = place
    y0, x0 = max(top, 0), max(left, 0)
    y1, x1 = min(top + coverage.shape[0], picture.shape[0]), min(left + coverage.shape[1], picture.shape[1])
    if y1 <= y0 or x1 <= x0:
        return BEST
    own = coverage[y0 - top : y1 - top, x0 - left : x1 - left]
    radius = max(round(_RING * px_per_em), _LEAST_PX)
    around = (_spread(own, radius) >= _INK) & (_spread(own, _BESIDE_PX) == 0)
    if not around.any():
        return BEST
    beside = luminance(picture[y0:y1, x0:x1, :3][around])
    return float(np.percentile(contrast(luminance(colour), beside), _WORST_SHARE))


def _spread(coverage: Pixels, radius: int) -> Pixels:
    side = 2 * radius + 1
    return cv2.dilate(coverage, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (side, side)))
