"""Which levels a move needs: decided without a pixel. What levels are, says ``core.painting.levels``."""

from collections.abc import Sequence
from itertools import pairwise
from math import ceil, log, sqrt
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window, grown

DENSITY = 1.25
ZOOM_RANGE = 1.5
# OpenCV addresses samples with 16 bits.
_LONGEST = 24_000
# A long way close to a photo would ask for more than memory should hold; it is shown a little softer.
_MOST_PIXELS = 100_000_000
_MARGIN_PX = 3.0
_SAME = 1e-9


class LevelSpec(NamedTuple):
    """Level pixels wanted: ``region`` of the photo as ``width`` x ``height``; serves windows from ``tightest`` on."""

    region: Window
    width: int
    height: int
    tightest: float


def level_specs(
    path: Sequence[Window], width: int, height: int, reach: tuple[float, float] = (1.0, 1.0)
) -> tuple[LevelSpec, ...]:
    """Return the levels that a move needs on a surface of ``width`` x ``height``, tightest first.

    path : two or more windows; the move goes from each to the next by convex combinations. reach : extent of the
    windows' bounding boxes in windows, where they turn.
    """
    tight, wide = min(path, key=lambda window: window.w), max(path, key=lambda window: window.w)
    ratio = wide.w / tight.w
    parts = max(1, ceil(log(ratio) / log(ZOOM_RANGE) - 1e-9))
    specs = []
    for part in range(parts):
        low, high = tight.w * ratio ** (part / parts), tight.w * ratio ** ((part + 1) / parts)
        tall = tight.h * low / tight.w
        boxes = [grown(window, reach) for window in _windows_between(path, low, high)]
        region = _hull_in_photo(boxes, low / width * _MARGIN_PX, tall / height * _MARGIN_PX)
        columns = region.w / low * width * DENSITY
        rows = region.h / tall * height * DENSITY
        shrink = min(1.0, _LONGEST / max(columns, rows), sqrt(_MOST_PIXELS / (columns * rows)))
        specs.append(LevelSpec(region, even_length(columns * shrink), even_length(rows * shrink), low))
    return tuple(specs)


def _windows_between(path: Sequence[Window], low: float, high: float) -> list[Window]:
    """Return windows whose hull holds all of the path's windows with widths from ``low`` to ``high``."""
    found = []
    for a, b in pairwise(path):
        tight, wide = (a, b) if a.w <= b.w else (b, a)
        if tight.w == wide.w:
            if low * (1 - _SAME) <= tight.w <= high * (1 + _SAME):
                found += [a, b]
        elif tight.w <= high * (1 + _SAME) and wide.w >= low * (1 - _SAME):
            for width in (max(low, tight.w), min(high, wide.w)):
                s = (width - tight.w) / (wide.w - tight.w)
                found.append(Window(*(p + s * (q - p) for p, q in zip(tight, wide, strict=True))))
    return found


def _hull_in_photo(windows: list[Window], margin_x: float, margin_y: float) -> Window:
    left, width = _inside(min(window.x for window in windows), max(window.x + window.w for window in windows), margin_x)
    top, height = _inside(min(window.y for window in windows), max(window.y + window.h for window in windows), margin_y)
    return Window(left, top, width, height)


def _inside(low: float, high: float, margin: float) -> tuple[float, float]:
    """Return start and extent within 0..1; a strip at the nearer edge where all lies beside the photo."""
    least = min(margin, 1.0)
    start = min(max(low - margin, 0.0), 1.0 - least)
    return start, max(min(high + margin, 1.0) - start, least)


def even_length(length: float) -> int:
    """Return the next even number of pixels."""
    return max(2, 2 * ceil(length / 2))
