"""How each photo is framed: the window that moves over it, from its opening to its closing."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.motion.arcs import highest_arc
from jaunty_frame.core.motion.courses import COURSES, Course, Move
from jaunty_frame.core.motion.paths import ENTERING, LINEAR, Easing
from jaunty_frame.core.motion.way import Station, Way
from jaunty_frame.core.mounts.pieces import aspect_of
from jaunty_frame.document.transition import Transition
from jaunty_frame.show.planning.stages.times import Times


class Framing(NamedTuple):
    """How one photo of a slide sits in one output. placement is None where it is hand-set."""

    way: Way
    placement: Placement | None
    course: Course
    softness: float
    base_is_opening: bool

    @property
    def move(self) -> Move:
        return self.course.move

    @property
    def base(self) -> Station:
        """The end of the way that the placement fixed: the composition to show where nothing moves."""
        return self.way.stations[0 if self.base_is_opening else -1]


class Trail(NamedTuple):
    """Where a way leads: path : the windows that it passes; reach : by how much turns make them larger, (x, y)."""

    path: tuple[Window, ...]
    reach: tuple[float, float]


class SeenAreas(NamedTuple):
    """What a window that follows lets be seen of each area (K,): the share at the worst moment, and when that is, in
    0..1 of the slide. fits : whether it is as large as the areas, so that only its calm makes it lose them."""

    shares: FloatArray
    worst_at: FloatArray
    fits: bool


@dataclass(frozen=True, eq=False, kw_only=True)
class Ways(Times):
    """Arrays have one row for each photo that a slide frames (``SlideTable``).

    stations : (M, S, 4) windows in the photo frame of ``core.geometry.straightening``, the first opens, the last
    closes; leans : (M, S) degrees beside the straightening; course : (M,) index into COURSES, for hand-set windows what
    they amount to; show_moved : (M,) where the show's own move is seen; set_off : (M,) where the house rule of that
    name mounts a photo; between : by row, places that framings set by hand, and windows that follow, go through;
    followed : by row whose window follows, what is seen of its areas; pieces : (M, 4) what windows are mapped onto,
    fractions of the frame, before places are solved.
    """

    stations: FloatArray
    leans: FloatArray
    placement: NDArray[np.intp]
    course: NDArray[np.intp]
    softness: FloatArray
    hand_set: NDArray[np.bool_]
    hairline: NDArray[np.bool_]
    show_moved: NDArray[np.bool_]
    set_off: NDArray[np.bool_]
    pieces: FloatArray
    between: Mapping[int, tuple[Station, ...]]
    followed: Mapping[int, SeenAreas]
    framings: dict[int, Framing] = field(init=False, default_factory=dict, repr=False)
    trails: dict[int, Trail] = field(init=False, default_factory=dict, repr=False)
    joints: dict[int, Transition] = field(init=False, default_factory=dict, repr=False)

    @property
    def opening(self) -> FloatArray:
        """(M, 4)"""
        return self.stations[:, 0]

    @property
    def closing(self) -> FloatArray:
        """(M, 4)"""
        return self.stations[:, -1]

    @property
    def degrees(self) -> FloatArray:
        """(M, S): how far each photo is turned clockwise at its stations, straightening included."""
        return self.table.straightening[:, None] + self.leans

    def framing(self, row: int) -> Framing:
        """Return the framing of a row."""
        return self.once(self.framings, row, self._framing)

    def trail(self, row: int) -> Trail:
        """Return where the way of a row leads."""
        return self.once(self.trails, row, self._trail)

    def piece_aspect(self, row: int) -> float:
        """Return the aspect, as seen, of what the window of a row is mapped onto."""
        return aspect_of(Window(*self.pieces[row].tolist()), float(self.output.aspect))

    def _framing(self, row: int) -> Framing:
        course = COURSES[self.course[row]]
        hand_set = bool(self.hand_set[row])
        covers = PLACEMENTS[self.placement[row]] is Placement.COVER
        return Framing(
            way=self._way(row, course),
            placement=None if hand_set else PLACEMENTS[self.placement[row]],
            course=course,
            softness=float(self.softness[row]),
            base_is_opening=not hand_set
            and (
                course.move is Move.HOLD
                or (course.move is Move.PUSH_IN and covers)
                or (course.move is Move.PULL_OUT and not covers)
            ),
        )

    def _way(self, row: int, course: Course) -> Way:
        windows, degrees = self.stations[row].tolist(), self.degrees[row].tolist()
        instants = np.linspace(0.0, 1.0, len(windows)).tolist()
        way = Way(
            tuple(
                Station(at, Window(*window), turn) for at, window, turn in zip(instants, windows, degrees, strict=True)
            ),
            self._easing(row, course),
        )
        if row in self.between:
            return way._replace(stations=(way.stations[0], *self.between[row], way.stations[-1]))
        if self.table.slide(row).path != "arc" or self.show_moved[row] or course.move is Move.ENTER:
            return way
        width, height = self.table.photo_size[row].tolist()
        reach = way.reach(self.piece_aspect(row))
        return way._replace(arc=highest_arc(way.opening, way.closing, width / height, reach))

    def _easing(self, row: int, course: Course) -> Easing:
        if self.show_moved[row]:
            return LINEAR  # it must not slow down where slides meet
        if course.move is Move.ENTER:
            return self.table.slide(row).easing or ENTERING
        return self.settings_of_row(row).easing

    def _trail(self, row: int) -> Trail:
        way = self.framing(row).way
        return Trail(way.path, way.reach(self.piece_aspect(row)))
