"""The plan: everything that decides what one output shows, frame by frame; ``planner`` makes it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.colouring.likeness import Help
from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.motion.arcs import highest_arc
from jaunty_frame.core.motion.courses import COURSES, Course, Move
from jaunty_frame.core.motion.paths import ENTERING, LINEAR, Easing
from jaunty_frame.core.motion.way import Station, Way
from jaunty_frame.core.mounts.pieces import WHOLE_FRAME, aspect_of
from jaunty_frame.core.mounts.piles import Rest
from jaunty_frame.core.time.schedule import Schedule, Timing
from jaunty_frame.core.words.faces import NO_FONTS, Fonts
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.model import Output, Slide
from jaunty_frame.document.mount import PLAIN_MOUNT, SET_OFF
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings
from jaunty_frame.document.sound import SILENCE, Soundtrack
from jaunty_frame.document.words import Emblem
from jaunty_frame.show.planning.places.mounting import PLAIN, Mounting, mounting_of
from jaunty_frame.show.planning.places.piles import pile_rests, piles
from jaunty_frame.show.planning.places.readability import help_wanted, helped
from jaunty_frame.show.planning.slide_table import SlideTable


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


@dataclass(frozen=True, eq=False)
class Plan:
    """The plan of one output. Arrays have one row for each photo that a slide frames (``SlideTable``).

    stations : (M, S, 4) windows in the photo frame of ``core.geometry.straightening``, the first opens, the last
    closes; leans : (M, S) degrees beside the straightening; course : (M,) index into COURSES, for hand-set windows what
    they amount to; show_moved : (M,) where the show's own move is seen; set_off : (M,) where the house rule of that
    name mounts a photo; between : by row, places that framings set by
    hand go through; pieces : (M, 4) what windows are mapped onto, fractions of the frame, before places are solved.
    """

    output: Output
    table: SlideTable
    shown: tuple[int, ...]
    """Positions of the slides that the output shows; the others have no frames."""
    timing: Timing
    schedule: Schedule
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
    fonts: Fonts = NO_FONTS
    emblems: tuple[Emblem, ...] = ()
    soundtrack: Soundtrack = SILENCE
    memo: dict[Any, Any] = field(default_factory=dict, repr=False)
    """What was asked of this plan before, by anyone; a plan never changes."""

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

    @property
    def slides(self) -> tuple[Slide, ...]:
        return self.table.slides

    @property
    def seconds(self) -> Fraction:
        return Fraction(self.schedule.total) / self.output.frame_rate

    def rows_of(self, k: int) -> range:
        """Return the rows of slide ``k``: one for each photo that it frames."""
        return self.table.rows_of(k)

    def picture_row(self, k: int) -> int | None:
        """Return the row of the photo that the fill of slide ``k`` is made of: its own, of a card that of the next
        slide that has one, else of one before."""
        if self.rows_of(k):
            return self.rows_of(k)[0]
        around = sorted(range(len(self.slides)), key=lambda other: (other < k, abs(other - k)))
        return next((self.rows_of(other)[0] for other in around if self.rows_of(other)), None)

    def framing(self, row: int) -> Framing:
        """Return the framing of a row."""
        key = "framing", row
        if key not in self.memo:
            self.memo[key] = self._framing(row)
        return self.memo[key]

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

    def fill(self, k: int) -> Fill:
        """Return the fill of slide ``k``."""
        own = self.slides[k].in_output(self.output.id) if self.slides[k].in_outputs else None
        return (own.fill if own else None) or self.table.settings[k].fill

    def mounting(self, row: int) -> Mounting:
        """Return how the photo of a row is mounted."""
        key = "mounting", row
        if key not in self.memo:
            self.memo[key] = self._mounting(row)
        return self.memo[key]

    def _mounting(self, row: int) -> Mounting:
        by_itself = bool(self.set_off[row])
        mount = SET_OFF if by_itself else self.table.mount_of(row, self.output.id, float(self.output.aspect))
        if mount is None or mount == PLAIN_MOUNT:
            slot = self.table.slot_of(row, float(self.output.aspect))
            return PLAIN if slot == WHOLE_FRAME else Mounting(PLAIN_MOUNT, slot, slot)
        rest = self.rest(row)
        wanted = self._help(row) if by_itself else None
        if wanted is not None:
            found = mounting_of(self.output, self.table, row, helped(mount, wanted), self.stations[row], by_itself)
            # The border lies about the photo, which keeps its place.
            return found._replace(piece=Window(*self.pieces[row].tolist()), help=wanted)
        return mounting_of(self.output, self.table, row, mount, self.stations[row], by_itself, rest)

    def _help(self, row: int) -> Help | None:
        """Return what a photo that is set off needs to stand out from its fill, at its solved composition."""
        fill, photo, window = self.fill(int(self.table.slide_of[row])), self.photo(row), self.framing(row).base.window
        picture = self.table.by_id.get(fill.picture or "") or photo
        x, y, w, h = self.pieces[row].tolist()
        left, top = max(window.x, 0.0), max(window.y, 0.0)
        seen = Window(left, top, min(window.x + window.w, 1.0) - left, min(window.y + window.h, 1.0) - top)
        rectangle = Window(
            x + (seen.x - window.x) / window.w * w,
            y + (seen.y - window.y) / window.h * h,
            seen.w / window.w * w,
            seen.h / window.h * h,
        )
        return help_wanted(photo, seen, rectangle, fill, picture, float(self.output.aspect))

    def pile_of(self, k: int) -> tuple[int, ...]:
        """Return the slides of the pile that slide ``k`` lies in, from the lowest up; none where it is in no pile."""
        if not self.table.piled[k]:
            return ()
        if "piles" not in self.memo:
            self.memo["piles"] = {one: pile for pile in piles(self.table, self.shown) for one in pile}
        found: tuple[int, ...] = self.memo["piles"].get(k, ())
        return found

    def rest(self, row: int) -> Rest | None:
        """Return where the print of a row lies in its pile, None where it is in none."""
        pile = self.pile_of(int(self.table.slide_of[row]))
        if not pile:
            return None
        key = "rests", pile[0]
        if key not in self.memo:
            self.memo[key] = pile_rests(self.output, self.table, pile)
        found: Rest | None = self.memo[key].get(row)
        return found

    def piece_aspect(self, row: int) -> float:
        """Return the aspect, as seen, of what the window of a row is mapped onto."""
        return aspect_of(Window(*self.pieces[row].tolist()), float(self.output.aspect))

    def settings_of_row(self, row: int) -> Settings:
        """Return what holds for the slide of a row."""
        return self.table.settings[self.table.slide_of[row]]

    def photo(self, row: int) -> Photo:
        return self.table.photos[row]
