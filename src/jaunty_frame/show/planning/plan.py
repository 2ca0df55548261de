"""The plan: everything that decides what one output shows, frame by frame.

A plan is a pure function of the project; the planner only remembers the last one in order to solve again no more than
what changed.
"""

from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.motion.arcs import Arc, arc_path, highest_arc
from jaunty_frame.core.motion.closing_first import opening_for
from jaunty_frame.core.motion.courses import (
    COURSES,
    HOLD,
    Course,
    Move,
    choose_courses,
)
from jaunty_frame.core.motion.paths import ENTERING, LINEAR, Easing
from jaunty_frame.core.time.schedule import Schedule, show_schedule
from jaunty_frame.document.model import BlurredFill, HandSet, Output, Photo, PlainFill, Project, Slide, Transition
from jaunty_frame.show.planning.cells import SolvedCells, cell_inputs, solve_cells
from jaunty_frame.show.planning.show_move import show_moved
from jaunty_frame.show.planning.slide_table import SlideTable, slide_table


class Framing(NamedTuple):
    """How one slide sits in one output. placement is None where it is hand-set.

    opening_degrees, closing_degrees : how far the photo is turned clockwise, straightening included.
    """

    opening: Window
    closing: Window
    easing: Easing
    placement: Placement | None
    course: Course
    softness: float
    base_is_opening: bool
    opening_degrees: float = 0.0
    closing_degrees: float = 0.0
    arc: Arc | None = None

    @property
    def path(self) -> tuple[Window, ...]:
        """The windows along the way; between each and the next the move goes nearly straight."""
        return (self.opening, self.closing) if self.arc is None else arc_path(self.opening, self.closing, self.arc)

    @property
    def move(self) -> Move:
        return self.course.move

    @property
    def base(self) -> Window:
        """The end of the move that the placement fixed: the composition to show where nothing moves."""
        return self.opening if self.base_is_opening else self.closing

    @property
    def base_degrees(self) -> float:
        return self.opening_degrees if self.base_is_opening else self.closing_degrees


@dataclass(frozen=True, eq=False)
class Plan:
    """The plan of one output. Arrays have one row per slide.

    opening, closing : (N, 4) in the photo frame of ``core.geometry.straightening``; leans : (N, 2) degrees beside the
    straightening; course : (N,) index into COURSES, for hand-set windows what they amount to; show_moved : (N,) where
    the show's own move is seen.
    """

    output: Output
    table: SlideTable
    schedule: Schedule
    opening: FloatArray
    closing: FloatArray
    leans: FloatArray
    placement: NDArray[np.intp]
    course: NDArray[np.intp]
    softness: FloatArray
    hand_set: NDArray[np.bool_]
    hairline: NDArray[np.bool_]
    show_moved: NDArray[np.bool_]

    @property
    def slides(self) -> tuple[Slide, ...]:
        return self.table.slides

    @property
    def seconds(self) -> Fraction:
        return Fraction(self.schedule.total) / self.output.frame_rate

    def framing(self, k: int) -> Framing:
        """Return the framing of slide ``k``."""
        opening, closing = Window(*self.opening[k].tolist()), Window(*self.closing[k].tolist())
        hand_set = bool(self.hand_set[k])
        first, last = self.leans[k].tolist()
        level = float(self.table.straightening[k])
        course = COURSES[self.course[k]]
        covers = PLACEMENTS[self.placement[k]] is Placement.COVER
        framing = Framing(
            opening=opening,
            closing=closing,
            easing=self._easing(k, course),
            placement=None if hand_set else PLACEMENTS[self.placement[k]],
            course=course,
            softness=float(self.softness[k]),
            base_is_opening=not hand_set
            and (
                course.move is Move.HOLD
                or (course.move is Move.PUSH_IN and covers)
                or (course.move is Move.PULL_OUT and not covers)
            ),
            opening_degrees=level + first,
            closing_degrees=level + last,
        )
        return framing._replace(arc=self._arc(k, framing))

    def _arc(self, k: int, framing: Framing) -> Arc | None:
        if self.slides[k].path != "arc" or self.show_moved[k] or framing.move is Move.ENTER:
            return None
        width, height = self.table.photo_size[k].tolist()
        reach = framing_reach(framing, float(self.output.aspect))
        return highest_arc(framing.opening, framing.closing, width / height, reach)

    def _easing(self, k: int, course: Course) -> Easing:
        if self.show_moved[k]:
            return LINEAR  # it must not slow down where slides meet
        entering = ENTERING if course.move is Move.ENTER else self.table.rules.easing
        return self.slides[k].easing or entering

    def fill(self, k: int) -> BlurredFill | PlainFill:
        return self.slides[k].fill or self.table.rules.fill

    def photo(self, k: int) -> Photo:
        return self.table.photos[k]

    def joint(self, k: int) -> Transition | None:
        """Return the transition from slide ``k`` to the next, None after the last."""
        return (self.slides[k].transition or self.table.rules.transition) if k + 1 < len(self.slides) else None


def framing_reach(framing: Framing, output_aspect: float) -> tuple[float, float]:
    """Return the extent of the turned windows' bounding boxes, in windows."""
    degrees = max(abs(framing.opening_degrees), abs(framing.closing_degrees))
    if not degrees:
        return 1.0, 1.0
    across, down = Turned(np.array([degrees]), np.ones(1), np.array([output_aspect])).reach[0].tolist()
    return across, down


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
        self._courses: dict[str, tuple[NDArray[np.intp], NDArray[np.intp]]] = {}
        self._project: Project | None = None
        self._plans: dict[str, Plan] = {}

    def plans(self, project: Project) -> dict[str, Plan]:
        """Return the plan of every output, by its id."""
        if project is self._project:
            return self._plans
        table = slide_table(project, self._table)
        self._cells = self._solve(project, table)
        hand_set = _hand_set_rows(project)
        schedules: dict[Fraction, Schedule] = {}
        plans = {}
        for output in project.outputs:
            if output.frame_rate not in schedules:
                schedules[output.frame_rate] = show_schedule(table.timing, output.frame_rate)
            schedule, by_hand = schedules[output.frame_rate], hand_set.get(output.id, [])
            cells = self._cells[output.id]
            course = self._course(output.id, cells.options, [k for k, _ in by_hand])
            plans[output.id] = _plan(output, cells, course, table, schedule, by_hand)
        self._table, self._project, self._plans = table, project, plans
        return plans

    def _course(self, output_id: str, options: NDArray[np.intp], by_hand: list[int]) -> NDArray[np.intp]:
        """Return the courses taken; most edits change nobody's options, and then they are the same as before."""
        if by_hand:
            options = options.copy()
            options[by_hand] = HOLD
        before = self._courses.get(output_id)
        if before is None or not np.array_equal(before[0], options):
            before = self._courses[output_id] = options.copy(), choose_courses(options)
        return before[1]

    def _solve(self, project: Project, table: SlideTable) -> dict[str, SolvedCells]:
        """Solve what is new in all outputs at once: one cell or thousands cost nearly the same."""
        count = len(table.slides)
        fresh = np.flatnonzero(table.source < 0)
        before = {output.id: output for output in self._project.outputs} if self._project else {}
        known = [output.id for output in project.outputs if before.get(output.id) == output]
        wanted = [(o, fresh if o.id in known else np.arange(count)) for o in project.outputs]
        solved = solve_cells(wanted, table)
        cells, start = {}, 0
        for output, rows in wanted:
            new = solved.taken(np.arange(start, start + len(rows)))
            start += len(rows)
            cells[output.id] = self._cells[output.id].with_rows(table.source, new) if output.id in known else new
        return cells


def _hand_set_rows(project: Project) -> dict[str, list[tuple[int, HandSet]]]:
    if not project.hand_set:
        return {}
    position = {slide.id: k for k, slide in enumerate(project.slides)}
    rows: dict[str, list[tuple[int, HandSet]]] = {}
    for framing in project.hand_set:
        rows.setdefault(framing.output, []).append((position[framing.slide], framing))
    return rows


def _plan(
    output: Output,
    solved: SolvedCells,
    course: NDArray[np.intp],
    table: SlideTable,
    schedule: Schedule,
    hand_set: list[tuple[int, HandSet]],
) -> Plan:
    rows = np.arange(len(course))
    opening, closing = solved.moves.opening[rows, course], solved.moves.closing[rows, course]
    leans = np.stack([solved.moves.lean[rows, course], np.zeros(len(course))], axis=1)
    by_hand, moved = np.zeros(len(course), bool), np.zeros(len(course), bool)
    if table.rules.show_move != "none":
        moved = np.array([slide.move is None for slide in table.slides], bool)
        opening[moved], closing[moved] = show_moved(output, solved.bases, table, np.flatnonzero(moved))
        leans[moved] = 0.0
    for k, framing in hand_set:
        by_hand[k], moved[k] = True, False
        closing[k], leans[k] = framing.closing, (framing.opening_lean, framing.closing_lean)
        opening[k] = framing.opening or _found_opening(output, table, k, closing[k])
    course = course.copy()
    for k in np.flatnonzero(by_hand | moved).tolist():
        course[k] = COURSES.index(_named_course(opening[k], closing[k], leans[k, 0] - leans[k, 1]))
    tightest = np.minimum(opening[:, 3], closing[:, 3])
    return Plan(
        output=output,
        table=table,
        schedule=schedule,
        opening=opening,
        closing=closing,
        leans=leans,
        placement=solved.bases.placement.copy(),
        course=course,
        softness=tightest * table.photo_size[:, 1] / output.height,
        hand_set=by_hand,
        hairline=solved.bases.hairline & ~by_hand,
        show_moved=moved,
    )


def _found_opening(output: Output, table: SlideTable, k: int, closing: FloatArray) -> FloatArray:
    cell = cell_inputs([(output, np.array([k]))], table, closing[None])
    return opening_for(closing, cell, table.slides[k].direction)


def plan_output(project: Project, output_id: str) -> Plan:
    """Return the plan of one output."""
    output = project.output(output_id)
    return Planner().plans(project.changed(outputs=(output,), hand_set=_of_output(project, output_id)))[output_id]


def _of_output(project: Project, output_id: str) -> tuple:
    return tuple(framing for framing in project.hand_set if framing.output == output_id)
