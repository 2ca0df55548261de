"""Rectangles that are drawn to the lines of a frame: its edges, thirds and middle."""

from jaunty_frame.core.geometry.windows import Window

NEAR = 0.015
"""Of the frame's side: from how near a line draws."""
_LINES = (0.0, 1 / 3, 0.5, 2 / 3, 1.0)


def snapped(rectangle: Window) -> tuple[Window, tuple[tuple[float, ...], tuple[float, ...]]]:
    """Return the rectangle with its nearest edge or middle on a line of the frame, where one is near, and the lines: X
    of upright ones and Y of level ones."""
    x, lines_x = _drawn(rectangle.x, rectangle.w)
    y, lines_y = _drawn(rectangle.y, rectangle.h)
    return rectangle._replace(x=x, y=y), (lines_x, lines_y)


def _drawn(start: float, extent: float) -> tuple[float, tuple[float, ...]]:
    best: tuple[float, float, float] | None = None
    for share in (0.0, 0.5, 1.0):
        for line in _LINES:
            # A middle on an edge, or an edge on the middle, is what nobody means.
            if (share == 0.5) == (line in (0.0, 1.0)):
                continue
            away = line - (start + share * extent)
            if abs(away) <= NEAR and (best is None or abs(away) < abs(best[0])):
                best = away, start + away, line
    return (start, ()) if best is None else (best[1], (best[2],))
