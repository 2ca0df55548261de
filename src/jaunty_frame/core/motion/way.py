"""The way of a window during a slide: stations, and how it goes from each to the next."""

from itertools import pairwise
from typing import NamedTuple

from jaunty_frame.core.geometry.straightening import window_reach
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.arcs import Arc, arc_path
from jaunty_frame.core.motion.paths import Easing, degrees_at, window_at


class Station(NamedTuple):
    """A set place on a way. instant : 0 at its beginning, 1 at its end; degrees : by which the photo is turned
    clockwise about the window's centre; easing : on the way to the next, None = the way's."""

    instant: float
    window: Window
    degrees: float = 0.0
    easing: Easing | None = None


class Way(NamedTuple):
    """Two stations or more, the first at instant 0 and the last at 1, in order.

    easing : how speed is spread between each and the next. arc : how a far way between two stations rises.
    """

    stations: tuple[Station, ...]
    easing: Easing
    arc: Arc | None = None

    @property
    def opening(self) -> Window:
        return self.stations[0].window

    @property
    def closing(self) -> Window:
        return self.stations[-1].window

    @property
    def opening_degrees(self) -> float:
        return self.stations[0].degrees

    @property
    def closing_degrees(self) -> float:
        return self.stations[-1].degrees

    def at(self, progress: float) -> Station:
        """Return where the way is at ``progress`` in 0..1."""
        before, after = next((pair for pair in pairwise(self.stations) if progress <= pair[1].instant), self._last)
        part = (progress - before.instant) / (after.instant - before.instant)
        easing = before.easing or self.easing
        window = window_at(before.window, after.window, easing, part, self.arc)
        return Station(progress, window, degrees_at(before.degrees, after.degrees, easing, part))

    @property
    def _last(self) -> tuple[Station, Station]:
        return self.stations[-2], self.stations[-1]

    @property
    def path(self) -> tuple[Window, ...]:
        """Windows along the way; between each and the next all are convex combinations of the two, or nearly so."""
        if self.arc is None:
            return tuple(station.window for station in self.stations)
        return arc_path(self.opening, self.closing, self.arc)

    def reach(self, frame_aspect: float) -> tuple[float, float]:
        """Return the extent of the turned windows' bounding boxes, in windows."""
        return window_reach(max(abs(station.degrees) for station in self.stations), frame_aspect)


def way_between(opening: Station, closing: Station, easing: Easing, arc: Arc | None = None) -> Way:
    """Return the way from one station to another."""
    return Way((opening._replace(instant=0.0), closing._replace(instant=1.0)), easing, arc)
