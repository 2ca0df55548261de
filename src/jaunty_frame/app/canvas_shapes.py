"""What can be seized on the photo canvas, and what a drag makes of it. Pure geometry in photo fractions."""

from dataclasses import dataclass
from enum import Enum

from jaunty_frame.core.geometry import Window

LEAST = 0.01


class Part(Enum):
    """A part of a box: its inside, or which of its sides a drag moves."""

    INSIDE = (0, 0)
    TOP_LEFT = (-1, -1)
    TOP_RIGHT = (1, -1)
    BOTTOM_LEFT = (-1, 1)
    BOTTOM_RIGHT = (1, 1)
    LEFT = (-1, 0)
    RIGHT = (1, 0)
    TOP = (0, -1)
    BOTTOM = (0, 1)


CORNERS: tuple[Part, ...] = (Part.TOP_LEFT, Part.TOP_RIGHT, Part.BOTTOM_LEFT, Part.BOTTOM_RIGHT)
HANDLES: tuple[Part, ...] = (*CORNERS, Part.LEFT, Part.RIGHT, Part.TOP, Part.BOTTOM)


@dataclass(frozen=True)
class Grip:
    """Something seized: "area" with its index, "opening" or "closing"; and by which part."""

    kind: str
    part: Part
    index: int = -1


def corner_of(box: Window, part: Part) -> tuple[float, float]:
    """Return the point of a box that a part names; centres of edges and of the box included."""
    across, down = part.value
    return box.x + box.w * (across + 1) / 2, box.y + box.h * (down + 1) / 2


def dragged_area(box: Window, part: Part, dx: float, dy: float) -> Window:
    """Return a keep area after a drag by (dx, dy); it stays inside the photo and keeps a least size."""
    if part is Part.INSIDE:
        return Window(min(max(box.x + dx, 0.0), 1.0 - box.w), min(max(box.y + dy, 0.0), 1.0 - box.h), box.w, box.h)
    across, down = part.value
    left, right = _dragged_ends(box.x, box.x + box.w, across, dx)
    top, bottom = _dragged_ends(box.y, box.y + box.h, down, dy)
    return Window(left, top, right - left, bottom - top)


def _dragged_ends(low: float, high: float, side: int, way: float) -> tuple[float, float]:
    if side < 0:
        low = min(max(low + way, 0.0), high - LEAST)
    elif side > 0:
        high = max(min(high + way, 1.0), low + LEAST)
    return low, high


def dragged_window(window: Window, part: Part, dx: float, dy: float) -> Window:
    """Return an opening or closing after a drag. Its shape is kept; the opposite corner stays where it is."""
    if part is Part.INSIDE:
        return Window(window.x + dx, window.y + dy, window.w, window.h)
    across, down = part.value
    growth_x = across * dx / window.w if across else None
    growth_y = down * dy / window.h if down else None
    growths = [growth for growth in (growth_x, growth_y) if growth is not None]
    scale = max(1.0 + max(growths, key=abs), 0.05)
    w, h = window.w * scale, window.h * scale
    x = window.x + (window.w - w) * (1 - across) / 2
    y = window.y + (window.h - h) * (1 - down) / 2
    return Window(x, y, w, h)


def snapped(window: Window, reach_x: float, reach_y: float) -> tuple[Window, list[float], list[float]]:
    """Return a moved window drawn to the photo's edges, centre and thirds, and the guides that drew it."""
    x, guide_x = _snapped_axis(window.x, window.w, reach_x)
    y, guide_y = _snapped_axis(window.y, window.h, reach_y)
    return Window(x, y, window.w, window.h), guide_x, guide_y


def _snapped_axis(start: float, extent: float, reach: float) -> tuple[float, list[float]]:
    best, guides = start, []
    for at, line in ((0.0, 0.0), (1.0, 1.0), (0.5, 0.5), (0.5, 1 / 3), (0.5, 2 / 3)):
        target = line - extent * at
        if abs(target - start) < reach:
            reach, best, guides = abs(target - start), target, [line]
    return best, guides
