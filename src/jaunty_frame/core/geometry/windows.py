"""Photos, windows and frames as rectangles.

Photo space: the upright photo, origin top left, x right, y down, in fractions of its width and height.
Pixel centres lie at half integers. A window ``(x, y, w, h)`` is the part of the photo that is mapped onto
the frame; it may reach beyond 0..1, where the fill shows. Arrays of windows and boxes end in an axis of
four float64: x, y, w, h.
"""

from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

FloatArray = NDArray[np.float64]

FULLY_VISIBLE = 0.98
"""Share from which a keep area counts as visible."""


class Window(NamedTuple):
    """A rectangle in fractions of the photo."""

    x: float
    y: float
    w: float
    h: float


WHOLE_PHOTO = Window(0.0, 0.0, 1.0, 1.0)
# Far below what any sample could show.
_SLACK = 1e-9
_OTHER = 1e-3


def grown(window: Window, reach: tuple[float, float]) -> Window:
    """Return the window ``reach`` times as wide and high about its centre."""
    x, y, w, h = window
    return Window(x + w * (1 - reach[0]) / 2, y + h * (1 - reach[1]) / 2, w * reach[0], h * reach[1])


def with_aspect(window: FloatArray, aspect: float) -> FloatArray:
    """Return a window (4,) of another aspect, w / h in fractions of the photo, about the same centre and of the same
    area; the same where it has it up to a thousandth."""
    x, y, w, h = window
    if abs(w / h / aspect - 1) < _OTHER:
        return window
    wide, high = np.sqrt(w * h * aspect), np.sqrt(w * h / aspect)
    return np.array([x + (w - wide) / 2, y + (h - high) / 2, wide, high])


def lies_in(window: Window, other: Window) -> bool:
    across = window.x >= other.x - _SLACK and window.x + window.w <= other.x + other.w + _SLACK
    return across and window.y >= other.y - _SLACK and window.y + window.h <= other.y + other.h + _SLACK


def lies_in_photo(window: Window) -> bool:
    return lies_in(window, WHOLE_PHOTO)


@lru_cache(maxsize=256)
def frame_aspect(width: int, height: int, pixel_aspect: Fraction = Fraction(1)) -> Fraction:
    """Return the shape of a frame as seen, width over height."""
    return Fraction(width, height) * pixel_aspect


def cover_size(photo_aspect: FloatArray, aspect: FloatArray | float) -> FloatArray:
    """Return the size of the largest window of ``aspect`` inside each photo.

    photo_aspect : (N,) width over height; result (N, 2) fractions, one of each pair is 1.
    Source: W3C CSS Images 3, object-fit: cover.
    """
    ratio = aspect / np.asarray(photo_aspect, float)
    return np.stack([np.minimum(ratio, 1.0), np.minimum(1.0 / ratio, 1.0)], axis=-1)


def whole_size(photo_aspect: FloatArray, aspect: FloatArray | float) -> FloatArray:
    """Return the size of the smallest window of ``aspect`` that holds each photo.

    photo_aspect : (N,); result (N, 2) fractions, one of each pair is 1.
    Source: W3C CSS Images 3, object-fit: contain.
    """
    ratio = aspect / np.asarray(photo_aspect, float)
    return np.stack([np.maximum(ratio, 1.0), np.maximum(1.0 / ratio, 1.0)], axis=-1)


def fully_visible(share: FloatArray | float) -> NDArray[np.bool_]:
    """Return where a share counts as visible; what arithmetic loses does not make it less."""
    return np.asarray(share >= FULLY_VISIBLE - _SLACK)


Floats = FloatArray | float


def overlap(start: Floats, end: Floats, low: Floats, high: Floats) -> FloatArray:
    """Return the length that the intervals [start, end] and [low, high] have in common (broadcast)."""
    return np.asarray(np.maximum(np.minimum(end, high) - np.maximum(start, low), 0.0))


def visible_share(windows: FloatArray, boxes: FloatArray) -> FloatArray:
    """Return the share of each box that lies inside its window.

    windows : (..., 4); boxes : (..., K, 4); result (..., K). A box without area counts as 0.
    """
    x, y, w, h = (windows[..., None, i] for i in range(4))
    bx, by, bw, bh = (boxes[..., i] for i in range(4))
    seen = overlap(bx, bx + bw, x, x + w) * overlap(by, by + bh, y, y + h)
    area = bw * bh
    return np.divide(seen, area, out=np.zeros_like(seen), where=area > 0)


def bar_share(windows: FloatArray) -> FloatArray:
    """Return the share of the frame that the photo leaves free. windows : (..., 4); result (...)."""
    x, y, w, h = (windows[..., i] for i in range(4))
    return 1.0 - overlap(x, x + w, 0.0, 1.0) * overlap(y, y + h, 0.0, 1.0) / (w * h)


def turned_box(box: Window, quarter_turns: int) -> Window:
    """Return ``box`` as it lies after the photo was turned clockwise by ``quarter_turns``."""
    x, y, w, h = box
    for _ in range(quarter_turns % 4):
        x, y, w, h = 1.0 - y - h, x, h, w
    return Window(x, y, w, h)


def turned_size(width: int, height: int, quarter_turns: int) -> tuple[int, int]:
    """Return the size of a photo after ``quarter_turns``."""
    return (height, width) if quarter_turns % 2 else (width, height)
