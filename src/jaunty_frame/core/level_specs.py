"""Which levels a move needs: decided without a pixel. What levels are, says ``core.levels``."""

from math import ceil, log
from typing import NamedTuple

from jaunty_frame.core.geometry import WHOLE_PHOTO, Window

DENSITY = 1.25
ZOOM_RANGE = 1.5
# OpenCV addresses samples with 16 bits.
_LONGEST = 24_000
_MARGIN_PX = 3.0


class LevelSpec(NamedTuple):
    """Level pixels wanted: ``region`` of the photo as ``width`` x ``height``; serves windows from ``tightest`` on."""

    region: Window
    width: int
    height: int
    tightest: float


def level_specs(
    opening: Window, closing: Window, width: int, height: int, reach: tuple[float, float] = (1.0, 1.0)
) -> tuple[LevelSpec, ...]:
    """Return the levels that a move needs on a surface of ``width`` x ``height``, tightest first.

    reach : extent of the windows' bounding boxes in windows, where they turn.
    """
    tight, wide = (opening, closing) if opening.w <= closing.w else (closing, opening)
    parts = max(1, ceil(log(wide.w / tight.w) / log(ZOOM_RANGE) - 1e-9))
    specs = []
    for part in range(parts):
        near = _window_of_width(tight, wide, part / parts)
        far = _window_of_width(tight, wide, (part + 1) / parts)
        boxes = grown(near, reach), grown(far, reach)
        region = _hull_in_photo(*boxes, near.w / width * _MARGIN_PX, near.h / height * _MARGIN_PX)
        columns = region.w / near.w * width * DENSITY
        rows = region.h / near.h * height * DENSITY
        shrink = min(1.0, _LONGEST / max(columns, rows))
        specs.append(LevelSpec(region, even_length(columns * shrink), even_length(rows * shrink), near.w))
    return tuple(specs)


def _window_of_width(tight: Window, wide: Window, part: float) -> Window:
    if tight.w == wide.w:
        return wide if part else tight
    s = (tight.w * (wide.w / tight.w) ** part - tight.w) / (wide.w - tight.w)
    return Window(*(a + s * (b - a) for a, b in zip(tight, wide, strict=True)))


def grown(window: Window, reach: tuple[float, float]) -> Window:
    """Return the window ``reach`` times as wide and high about its centre."""
    x, y, w, h = window
    return Window(x + w * (1 - reach[0]) / 2, y + h * (1 - reach[1]) / 2, w * reach[0], h * reach[1])


def _hull_in_photo(a: Window, b: Window, margin_x: float, margin_y: float) -> Window:
    left, top = max(min(a.x, b.x) - margin_x, 0.0), max(min(a.y, b.y) - margin_y, 0.0)
    right = min(max(a.x + a.w, b.x + b.w) + margin_x, 1.0)
    bottom = min(max(a.y + a.h, b.y + b.h) + margin_y, 1.0)
    if right <= left or bottom <= top:  # a hand-set window may lie beside the photo
        return WHOLE_PHOTO
    return Window(left, top, right - left, bottom - top)


def even_length(length: float) -> int:
    """Return the next even number of pixels."""
    return max(2, 2 * ceil(length / 2))
