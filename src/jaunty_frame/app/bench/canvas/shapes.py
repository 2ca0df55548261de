"""What can be seized on the photo canvas, and what a drag makes of it. Pure geometry in photo fractions."""

from dataclasses import dataclass
from enum import Enum
from math import cos, radians, sin

from jaunty_frame.core.geometry.straightening import corner_points
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.way import Station, Way

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


@dataclass(frozen=True)
class Framed:
    """A way on a photo, of which the opening and the closing can be dragged."""

    way: Way
    seconds: float
    output_width: int
    photo_aspect: float

    @property
    def opening(self) -> Window:
        return self.way.opening

    @property
    def closing(self) -> Window:
        return self.way.closing

    def _station(self, end: str) -> Station:
        return self.way.stations[0 if end == "opening" else -1]

    def window(self, end: str) -> Window:
        return self._station(end).window

    def corners(self, end: str) -> dict[Part, tuple[float, float]]:
        """Return the corners of an end as they lie on the photo."""
        return self._corners(self._station(end))

    def corners_at(self, progress: float) -> dict[Part, tuple[float, float]]:
        """Return the corners at ``progress`` in 0..1 of the way's time."""
        return self._corners(self.way.at(progress))

    def _corners(self, station: Station) -> dict[Part, tuple[float, float]]:
        return turned_corners(station.window, station.degrees, self.photo_aspect)

    def bounding_box(self, end: str) -> Window:
        places = list(self.corners(end).values())
        left, top = min(x for x, _ in places), min(y for _, y in places)
        return Window(left, top, max(x for x, _ in places) - left, max(y for _, y in places) - top)

    def to_window(self, end: str, x: float, y: float) -> tuple[float, float]:
        """Return a point of the photo turned with the photo about an end's centre, where that end is upright."""
        return self._about_centre(end, x, y, self._station(end).degrees)

    def _about_centre(self, end: str, x: float, y: float, clockwise: float) -> tuple[float, float]:
        window = self.window(end)
        middle = window.x + window.w / 2, window.y + window.h / 2
        across, down = (x - middle[0]) * self.photo_aspect, y - middle[1]
        c, s = cos(radians(clockwise)), sin(radians(clockwise))
        return middle[0] + (c * across - s * down) / self.photo_aspect, middle[1] + s * across + c * down

    def dragged(self, end: str, part: Part, dx: float, dy: float) -> Window:
        """Return an end after a drag by (dx, dy) of the photo; a corner's opposite one stays where it is."""
        window, turn = self.window(end), self._station(end).degrees
        if part is Part.INSIDE or not turn:
            return dragged_window(window, part, dx, dy)
        middle = window.x + window.w / 2, window.y + window.h / 2
        way = self._about_centre(end, middle[0] + dx, middle[1] + dy, turn)
        upright = dragged_window(window, part, way[0] - middle[0], way[1] - middle[1])
        x, y = self._about_centre(end, upright.x + upright.w / 2, upright.y + upright.h / 2, -turn)
        return Window(x - upright.w / 2, y - upright.h / 2, upright.w, upright.h)


def turned_corners(window: Window, degrees: float, photo_aspect: float) -> dict[Part, tuple[float, float]]:
    """Return where a window's corners lie on a photo that is turned clockwise by ``degrees``."""
    points = corner_points(window, -degrees, photo_aspect).tolist()
    names = (Part.TOP_LEFT, Part.TOP_RIGHT, Part.BOTTOM_RIGHT, Part.BOTTOM_LEFT)
    return {part: (x, y) for part, (x, y) in zip(names, points, strict=True)}


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
