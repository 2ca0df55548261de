"""Rectangles that are drawn to the lines of a frame: its edges, thirds and middle, and equal gaps."""

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.pieces import short_side

NEAR = 0.015
"""Of the frame's side: from how near a line draws."""
_LINES = (0.0, 1 / 3, 0.5, 2 / 3, 1.0)


def snapped(rectangle: Window, frame_aspect: float) -> tuple[Window, tuple[tuple[float, ...], tuple[float, ...]]]:
    """Return the rectangle drawn to lines of the frame, where some are near, and these lines: X of upright ones and Y
    of level ones. Across and down it is drawn by its nearest edge or its middle; where nothing draws it across, its
    gap to an edge may become that to the edge above or below, as seen."""
    y, lines_y = _drawn(rectangle.y, rectangle.h)
    x, lines_x = _drawn(rectangle.x, rectangle.w)
    if not lines_x:
        unit_x, unit_y = short_side(frame_aspect)
        gaps = [gap / unit_y * unit_x for gap in (y, 1 - y - rectangle.h) if gap > 0]
        places = [(gap, gap) for gap in gaps] + [(1 - rectangle.w - gap, 1 - gap) for gap in gaps]
        near = min(places, key=lambda place: abs(place[0] - x), default=None)
        if near is not None and abs(near[0] - x) <= NEAR:
            x, lines_x = near[0], (near[1],)
    return rectangle._replace(x=x, y=y), (lines_x, lines_y)


def _drawn(start: float, extent: float) -> tuple[float, tuple[float, ...]]:
    best: tuple[float, float, float] | None = None
    for share in (0.0, 0.5, 1.0):
        for line in _LINES:
            # A print whose middle is on an edge, or that lies beyond one, is what nobody means.
            if line in (0.0, 1.0) and share != line:
                continue
            away = line - (start + share * extent)
            if abs(away) <= NEAR and (best is None or abs(away) < abs(best[0])):
                best = away, start + away, line
    return (start, ()) if best is None else (best[1], (best[2],))
