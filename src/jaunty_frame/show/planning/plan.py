"""The plan: everything that decides what one output shows, frame by frame.

A plan is a pure function of the project; the planner only remembers the last one in order to solve again no more than
what changed.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.colouring.likeness import Help
from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.geometry.straightening import window_reach
from jaunty_frame.core.geometry.windows import FloatArray, Window, grown, with_aspect
from jaunty_frame.core.motion.arcs import highest_arc
from jaunty_frame.core.motion.closing_first import opening_for
from jaunty_frame.core.motion.courses import COURSES, HOLD, Course, Move, choose_courses
from jaunty_frame.core.motion.paths import ENTERING, LINEAR, Easing
from jaunty_frame.core.motion.way import Station, Way
from jaunty_frame.core.mounts.pieces import WHOLE_FRAME, aspect_of
from jaunty_frame.core.mounts.piles import Rest
from jaunty_frame.core.time.schedule import MIN_SECONDS, Schedule, Timing, show_schedule, show_timing, with_left_out
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.model import HandSet, Output, Project, Slide
from jaunty_frame.document.mount import PLAIN_MOUNT, SET_OFF
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings
from jaunty_frame.show.planning.cells import SolvedCells, cell_inputs, solve_cells
from jaunty_frame.show.planning.mounting import PLAIN, Mounting, mounting_of, row_aspects, row_pieces
from jaunty_frame.show.planning.piles import pile_rests
from jaunty_frame.show.planning.readability import help_wanted, helped
from jaunty_frame.show.planning.show_move import show_moved
from jaunty_frame.show.planning.slide_table import SlideTable, rows_to_solve, slide_table

_STILL = 1e-9
_BARE = 1e-9
_PLANNED = ("slides", "photos", "outputs", "hand_set")
"""What plans follow from, beside the house rules."""


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
        rest = self.rests.get(row)
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

    @property
    def rests(self) -> dict[int, Rest]:
        """Where the prints of piles lie, by row."""
        if "rests" not in self.memo:
            self.memo["rests"] = pile_rests(self.output, self.table, self.shown)
        return self.memo["rests"]

    def piece_aspect(self, row: int) -> float:
        """Return the aspect, as seen, of what the window of a row is mapped onto."""
        return aspect_of(Window(*self.pieces[row].tolist()), float(self.output.aspect))

    def settings_of_row(self, row: int) -> Settings:
        """Return what holds for the slide of a row."""
        return self.table.settings[self.table.slide_of[row]]

    def photo(self, row: int) -> Photo:
        return self.table.photos[row]


def _named_course(opening: FloatArray, closing: FloatArray, lean: float) -> Course:
    """Return the word for a hand-set move: a change of size is a zoom, else the way decides."""
    if np.array_equal(opening, closing):
        return Course(Move.LEAN, 1 if lean < 0 else -1) if lean else COURSES[HOLD]
    if abs(opening[2] - closing[2]) > 1e-6 * opening[2]:
        return Course(Move.PUSH_IN if closing[2] < opening[2] else Move.PULL_OUT)
    across, down = (closing[:2] - opening[:2]) / opening[2:]
    steep = min(abs(across), abs(down)) > max(abs(across), abs(down)) / 2
    sides = (1 if across > 0 else -1), (1 if down > 0 else -1)
    if steep:
        return Course(Move.DIAGONAL, *sides)
    return Course(Move.PAN, sides[0]) if abs(across) >= abs(down) else Course(Move.TILT, 0, sides[1])


class Planner:
    """Plans projects, solving again only the cells that changed since the last one."""

    def __init__(self) -> None:
        self._table: SlideTable | None = None
        self._cells: dict[str, SolvedCells] = {}
        self._courses: dict[str, tuple[NDArray[np.intp], NDArray[np.intp], NDArray[np.intp]]] = {}
        self._project: Project | None = None
        self._plans: dict[str, Plan] = {}

    def cells_to_solve(self, project: Project) -> int:
        """Return how many cells ``plans`` would have to solve: what it takes depends on little else."""
        count = sum(len(slide.exhibit.photos) for slide in project.slides)
        fresh = count if self._table is None else rows_to_solve(project, self._table)
        known = self._known_outputs(project)
        return fresh * len(known) + count * (len(project.outputs) - len(known))

    def plans(self, project: Project) -> dict[str, Plan]:
        """Return the plan of every output, by its id."""
        if self._project is not None and _planned_alike(project, self._project):
            self._project = project
            return self._plans
        table = slide_table(project, self._table)
        # Solved rows are changed in place: who interrupts this leaves a planner that solves all anew.
        self._table = None
        self._cells = self._solve(project, table)
        hand_set = _hand_set_rows(project, table)
        times = _Times(table)
        plans = {}
        for output in project.outputs:
            by_hand, shown = hand_set.get(output.id, []), times.shown(output)
            cells = self._cells[output.id]
            course = self._course(output.id, cells.options, [k for k, _ in by_hand], _rows_shown(table, shown))
            timing = times.timing(shown, output.pace)
            schedule = times.schedule(shown, output.pace, output.frame_rate)
            plans[output.id] = _plan(output, cells, course, table, (shown, timing, schedule), by_hand)
        self._table, self._project, self._plans = table, project, plans
        return plans

    def _course(
        self, output_id: str, options: NDArray[np.intp], by_hand: list[int], rows: NDArray[np.intp]
    ) -> NDArray[np.intp]:
        """Return the courses taken; most edits change nobody's options, and then they are the same as before.

        rows : those that the output shows; the others take their first option and are nobody's neighbours.
        """
        if by_hand:
            options = options.copy()
            options[by_hand] = HOLD
        before = self._courses.get(output_id)
        if before is None or not (np.array_equal(before[0], options) and np.array_equal(before[1], rows)):
            course = options[:, 0].copy()
            course[rows] = choose_courses(options[rows])
            before = self._courses[output_id] = options.copy(), rows, course
        return before[2]

    def _solve(self, project: Project, table: SlideTable) -> dict[str, SolvedCells]:
        """Solve what is new in all outputs at once: one cell or thousands cost nearly the same."""
        count = len(table.photos)
        fresh = np.flatnonzero(table.source < 0)
        known = self._known_outputs(project)
        wanted = [(o, fresh if o.id in known else np.arange(count)) for o in project.outputs]
        solved = solve_cells(wanted, table)
        cells, start = {}, 0
        for output, rows in wanted:
            new = solved.taken(np.arange(start, start + len(rows)))
            start += len(rows)
            cells[output.id] = self._cells[output.id].with_rows(table.source, new) if output.id in known else new
        return cells

    def _known_outputs(self, project: Project) -> list[str]:
        """Return the ids of the outputs that are as they were planned last."""
        before = {output.id: output for output in self._project.outputs} if self._project else {}
        return [output.id for output in project.outputs if before.get(output.id) == output]


def _planned_alike(project: Project, other: Project) -> bool:
    """Return whether two projects differ only in what no plan knows, as the title is."""
    if project.house_rules is not other.house_rules:
        return False
    for name in _PLANNED:
        one, two = getattr(project, name), getattr(other, name)
        # Values are compared by identity: edits share what they do not change, and to compare hundreds takes long.
        if len(one) != len(two) or any(a is not b for a, b in zip(one, two, strict=True)):
            return False
    return True


def _hand_set_rows(project: Project, table: SlideTable) -> dict[str, list[tuple[int, HandSet]]]:
    if not project.hand_set:
        return {}
    of_slide = {slide.id: table.rows_of(k) for k, slide in enumerate(project.slides)}
    rows: dict[str, list[tuple[int, HandSet]]] = {}
    for framing in project.hand_set:
        for row in of_slide[framing.slide][:1]:
            rows.setdefault(framing.output, []).append((row, framing))
    return rows


class _Times:
    """Timings and schedules of a table; most outputs share them."""

    def __init__(self, table: SlideTable) -> None:
        self._table = table
        self._everything = tuple(range(len(table.slides)))
        self._may_lack = any(slide.left_out for slide in table.slides)
        self._timings: dict[tuple, Timing] = {}
        self._schedules: dict[tuple, Schedule] = {}

    def shown(self, output: Output) -> tuple[int, ...]:
        if not self._may_lack:
            return self._everything
        return tuple(k for k in self._everything if output.id not in self._table.slides[k].left_out)

    def timing(self, shown: tuple[int, ...], pace: Fraction) -> Timing:
        if (shown, pace) not in self._timings:
            rules, seen = self._table.rules, [self._table.settings[k] for k in shown]
            timing = show_timing(
                # Products of fractions take long, and hardly an output has a pace of its own.
                [own.seconds if pace == 1 else max(own.seconds * pace, MIN_SECONDS) for own in seen],
                [own.transition.joint_seconds for own in seen[:-1]],
                rules.fade_in,
                rules.fade_out,
            )
            self._timings[shown, pace] = with_left_out(timing, shown, len(self._everything))
        return self._timings[shown, pace]

    def schedule(self, shown: tuple[int, ...], pace: Fraction, rate: Fraction) -> Schedule:
        if (shown, pace, rate) not in self._schedules:
            self._schedules[shown, pace, rate] = show_schedule(self.timing(shown, pace), rate)
        return self._schedules[shown, pace, rate]


def _rows_shown(table: SlideTable, shown: tuple[int, ...]) -> NDArray[np.intp]:
    if len(shown) == len(table.slides):
        return np.arange(len(table.photos))
    return np.flatnonzero(np.isin(table.slide_of, shown))


def _plan(
    output: Output,
    solved: SolvedCells,
    course: NDArray[np.intp],
    table: SlideTable,
    times: tuple[tuple[int, ...], Timing, Schedule],
    hand_set: list[tuple[int, HandSet]],
) -> Plan:
    rows = np.arange(len(course))
    opening, closing = solved.moves.opening[rows, course], solved.moves.closing[rows, course]
    leans = np.stack([solved.moves.lean[rows, course], np.zeros(len(course))], axis=1)
    by_hand, moved = np.zeros(len(course), bool), np.zeros(len(course), bool)
    if table.rules.show_move != "none":
        moved = np.array([table.settings[k].follows_show for k in table.slide_of.tolist()], bool)
        opening[moved], closing[moved] = show_moved(output, solved.bases, table, np.flatnonzero(moved), times[1])
        leans[moved] = 0.0
    for k, framing in hand_set:
        by_hand[k], moved[k] = True, False
        closing[k], leans[k] = framing.closing, (framing.opening_lean, framing.closing_lean)
        opening[k] = framing.opening or _found_opening(output, table, k, closing[k])
        aspect = row_aspects(output, np.array([k]), table)[0] * table.photo_size[k, 1] / table.photo_size[k, 0]
        opening[k], closing[k] = (with_aspect(window, aspect) for window in (opening[k], closing[k]))
    course = course.copy()
    for k in np.flatnonzero(by_hand | moved).tolist():
        course[k] = COURSES.index(_named_course(opening[k], closing[k], leans[k, 0] - leans[k, 1]))
    stations = np.stack([opening, closing], axis=1)
    set_off = _set_off(output, stations, leans, table)
    pieces = row_pieces(output, set_off, table)
    return Plan(
        output=output,
        table=table,
        shown=times[0],
        timing=times[1],
        schedule=times[2],
        stations=stations,
        leans=leans,
        placement=solved.bases.placement.copy(),
        course=course,
        softness=stations[..., 3].min(axis=1) * table.photo_size[:, 1] / (output.height * pieces[:, 3]),
        hand_set=by_hand,
        # A photo that moves stands clear of the frame's edges.
        hairline=solved.bases.hairline
        & ~by_hand
        & (np.abs(stations - solved.bases.window[:, None]).max((1, 2)) < _STILL),
        show_moved=moved,
        set_off=set_off,
        pieces=pieces,
        between={k: _between(framing, table, k) for k, framing in hand_set if framing.between},
    )


def _between(framing: HandSet, table: SlideTable, row: int) -> tuple[Station, ...]:
    level = float(table.straightening[row])
    return tuple(Station(one.at, Window(*one.window), level + one.lean, one.easing) for one in framing.between)


def _set_off(output: Output, stations: FloatArray, leans: FloatArray, table: SlideTable) -> NDArray[np.bool_]:
    """Return where the house rule sets a photo off: it does not cover, and has no mount."""
    count = len(stations)
    if not table.rules.set_off:
        return np.zeros(count, bool)
    degrees = np.abs(table.straightening[:, None] + leans).max(axis=1)
    windows = stations
    for row in np.flatnonzero(degrees).tolist():
        reach = window_reach(float(degrees[row]), float(output.aspect))
        windows = windows.copy() if windows is stations else windows
        windows[row] = [grown(Window(*window), reach) for window in stations[row]]
    beyond = (windows[..., :2] < -_BARE) | (windows[..., :2] + windows[..., 2:] > 1 + _BARE)
    bare = beyond.any(axis=(1, 2)) & table.opaque
    if table.has_mounts:
        bare &= np.array([table.mount_of(row, output.id, float(output.aspect)) is None for row in range(count)], bool)
    return bare


def _found_opening(output: Output, table: SlideTable, k: int, closing: FloatArray) -> FloatArray:
    cell = cell_inputs([(output, np.array([k]))], table, closing[None])
    return opening_for(closing, cell, table.slide(k).direction)


def plan_output(project: Project, output_id: str) -> Plan:
    """Return the plan of one output."""
    output = project.output(output_id)
    slides = tuple(slide.with_outputs({output_id}) for slide in project.slides)
    alone = project.changed(outputs=(output,), slides=slides, hand_set=_of_output(project, output_id))
    return Planner().plans(alone)[output_id]


def _of_output(project: Project, output_id: str) -> tuple:
    return tuple(framing for framing in project.hand_set if framing.output == output_id)
