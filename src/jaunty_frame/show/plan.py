"""The plan: everything that decides what one output shows, frame by frame.

A plan is a pure function of the project; the planner only remembers the last one in order to solve again no more than
what changed.
"""

from dataclasses import dataclass
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing import PLACEMENTS, Bases, Placement, solve_bases
from jaunty_frame.core.geometry import FloatArray, Window
from jaunty_frame.core.moves import COURSES, HOLD, Move, Moves, choose_courses, course_options, solve_moves
from jaunty_frame.core.paths import Easing
from jaunty_frame.core.schedule import Schedule, show_schedule
from jaunty_frame.document.model import BlurredFill, Output, Photo, PlainFill, Project, Slide, Transition
from jaunty_frame.show.slide_table import SlideTable, slide_table


@dataclass(frozen=True)
class Framing:
    """How one slide sits in one output. placement is None where it is hand-set."""

    opening: Window
    closing: Window
    easing: Easing
    placement: Placement | None
    move: Move
    softness: float
    base_is_opening: bool

    @property
    def base(self) -> Window:
        """The end of the move that the placement fixed: the composition to show where nothing moves."""
        return self.opening if self.base_is_opening else self.closing


@dataclass(frozen=True, eq=False)
class Plan:
    """The plan of one output. Arrays have one row per slide; opening, closing : (N, 4)."""

    output: Output
    table: SlideTable
    schedule: Schedule
    opening: FloatArray
    closing: FloatArray
    placement: NDArray[np.intp]
    course: NDArray[np.intp]
    softness: FloatArray
    hand_set: NDArray[np.bool_]
    hairline: NDArray[np.bool_]

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
        move = _named_move(opening, closing) if hand_set else COURSES[self.course[k]].move
        covers = PLACEMENTS[self.placement[k]] is Placement.COVER
        return Framing(
            opening=opening,
            closing=closing,
            easing=self.slides[k].easing or self.table.rules.easing,
            placement=None if hand_set else PLACEMENTS[self.placement[k]],
            move=move,
            softness=float(self.softness[k]),
            base_is_opening=not hand_set
            and (move is Move.HOLD or (move is Move.PUSH_IN) == covers)
            and move not in (Move.PAN, Move.TILT),
        )

    def fill(self, k: int) -> BlurredFill | PlainFill:
        return self.slides[k].fill or self.table.rules.fill

    def photo(self, k: int) -> Photo:
        return self.table.photos[k]

    def joint(self, k: int) -> Transition | None:
        """Return the transition from slide ``k`` to the next, None after the last."""
        return (self.slides[k].transition or self.table.rules.transition) if k + 1 < len(self.slides) else None


def _named_move(opening: Window, closing: Window) -> Move:
    """Return the word for a hand-set move: a change of size is a zoom, else the longer way decides."""
    if opening == closing:
        return Move.HOLD
    if abs(opening.w - closing.w) > 1e-6 * opening.w:
        return Move.PUSH_IN if closing.w < opening.w else Move.PULL_OUT
    across, down = abs(closing.x - opening.x) / opening.w, abs(closing.y - opening.y) / opening.h
    return Move.PAN if across >= down else Move.TILT


@dataclass(eq=False)
class _Cells:
    """What the solver found for the slides of one output (or for any other list of cells)."""

    bases: Bases
    moves: Moves
    options: NDArray[np.intp]

    def taken(self, rows: NDArray[np.intp]) -> "_Cells":
        return _Cells(
            Bases(*(getattr(self.bases, name)[rows] for name in _BASES)),
            Moves(*(getattr(self.moves, name)[rows] for name in _MOVES)),
            self.options[rows],
        )

    def with_rows(self, source: NDArray[np.intp], fresh: "_Cells") -> "_Cells":
        """Return the cells in a new order: rows of ``source``, the fresh ones where it is -1."""
        kept = source >= 0
        order = np.where(kept, source, len(self.options) + np.cumsum(~kept) - 1)
        old, new = (self.bases, self.moves), (fresh.bases, fresh.moves)
        return _Cells(
            Bases(*(_joined(old[0], new[0], name)[order] for name in _BASES)),
            Moves(*(_joined(old[1], new[1], name)[order] for name in _MOVES)),
            np.concatenate([self.options, fresh.options])[order],
        )


_BASES = ("window", "placement", "free_axis", "hairline")
_MOVES = ("opening", "closing", "possible", "natural")


def _joined(old: object, new: object, name: str) -> np.ndarray:
    return np.concatenate([getattr(old, name), getattr(new, name)])


class Planner:
    """Plans projects, solving again only the cells that changed since the last one."""

    def __init__(self) -> None:
        self._table: SlideTable | None = None
        self._cells: dict[str, _Cells] = {}
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
            course = self._course(output.id, cells.options, [k for k, _, _ in by_hand])
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
            before = self._courses[output_id] = options, choose_courses(options)
        return before[1]

    def _solve(self, project: Project, table: SlideTable) -> dict[str, _Cells]:
        """Solve what is new in all outputs at once: one cell or thousands cost nearly the same."""
        count = len(table.slides)
        fresh = np.flatnonzero(table.source < 0)
        before = {output.id: output for output in self._project.outputs} if self._project else {}
        known = [output.id for output in project.outputs if before.get(output.id) == output]
        wanted = [(o, fresh if o.id in known else np.arange(count)) for o in project.outputs]
        solved = _solve_cells(wanted, table)
        cells, start = {}, 0
        for output, rows in wanted:
            new = solved.taken(np.arange(start, start + len(rows)))
            start += len(rows)
            cells[output.id] = self._cells[output.id].with_rows(table.source, new) if output.id in known else new
        return cells


def _solve_cells(wanted: list[tuple[Output, NDArray[np.intp]]], table: SlideTable) -> _Cells:
    """Return the cells of each output's rows, one output after the other."""
    rows = np.concatenate([rows for _, rows in wanted]) if wanted else np.empty(0, np.intp)
    counts = [len(rows) for _, rows in wanted]
    aspect = np.repeat([float(output.aspect) for output, _ in wanted], counts)
    height = np.repeat([float(output.height) for output, _ in wanted], counts)
    overlays = np.zeros((len(wanted), 4, 4))
    for boxes, (output, _) in zip(overlays, wanted, strict=True):
        for box, overlay in zip(boxes, output.zones.as_zones().overlay_boxes(), strict=False):
            box[:] = overlay
    size, areas = table.photo_size[rows], table.rows(rows)
    bases = solve_bases(
        size[:, 0] / size[:, 1], aspect, areas, table.placement[rows], np.repeat(overlays, counts, axis=0)
    )
    softness = bases.window[:, 3] * size[:, 1] / height
    moves = solve_moves(bases, areas, table.seconds[rows], table.rate[rows], softness, table.rules.least_softness)
    chosen = rows.tolist()
    options = course_options([table.moves[k] for k in chosen], [table.slides[k].id for k in chosen], moves)
    return _Cells(bases, moves, options)


def _hand_set_rows(project: Project) -> dict[str, list[tuple[int, tuple, tuple]]]:
    if not project.hand_set:
        return {}
    position = {slide.id: k for k, slide in enumerate(project.slides)}
    rows: dict[str, list[tuple[int, tuple, tuple]]] = {}
    for framing in project.hand_set:
        rows.setdefault(framing.output, []).append((position[framing.slide], framing.opening, framing.closing))
    return rows


def _plan(
    output: Output,
    solved: _Cells,
    course: NDArray[np.intp],
    table: SlideTable,
    schedule: Schedule,
    hand_set: list[tuple[int, tuple, tuple]],
) -> Plan:
    rows = np.arange(len(course))
    opening, closing = solved.moves.opening[rows, course], solved.moves.closing[rows, course]
    by_hand = np.zeros(len(course), bool)
    for k, first, last in hand_set:
        opening[k], closing[k], by_hand[k] = first, last, True
    tightest = np.minimum(opening[:, 3], closing[:, 3])
    return Plan(
        output=output,
        table=table,
        schedule=schedule,
        opening=opening,
        closing=closing,
        placement=solved.bases.placement,
        course=course,
        softness=tightest * table.photo_size[:, 1] / output.height,
        hand_set=by_hand,
        hairline=solved.bases.hairline & ~by_hand,
    )


def plan_output(project: Project, output_id: str) -> Plan:
    """Return the plan of one output."""
    output = project.output(output_id)
    return Planner().plans(project.changed(outputs=(output,), hand_set=_of_output(project, output_id)))[output_id]


def _of_output(project: Project, output_id: str) -> tuple:
    return tuple(framing for framing in project.hand_set if framing.output == output_id)
