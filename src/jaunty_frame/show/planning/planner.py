"""Planning projects: the plan of every output, solved again only where something changed.

A plan is a pure function of the project; the planner only remembers the last one in order to solve again no more than
what changed.
"""

from fractions import Fraction
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS
from jaunty_frame.core.geometry.straightening import window_reach
from jaunty_frame.core.geometry.windows import FloatArray, Window, grown, with_aspect
from jaunty_frame.core.motion.closing_first import opening_for
from jaunty_frame.core.motion.courses import COURSES, HOLD, Course, Move, choose_courses
from jaunty_frame.core.motion.way import Station
from jaunty_frame.core.time.schedule import MIN_SECONDS, Schedule, Timing, show_schedule, show_timing, with_left_out
from jaunty_frame.core.words.faces import NO_FONTS, Fonts
from jaunty_frame.document.exhibit import Length
from jaunty_frame.document.model import HandSet, Output, Project
from jaunty_frame.show.planning.cells import SolvedCells, cell_inputs, solve_cells
from jaunty_frame.show.planning.places.mounting import row_aspects, row_pieces
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.show_move import show_moved
from jaunty_frame.show.planning.slide_table import SlideTable, rows_to_solve, slide_table
from jaunty_frame.show.planning.words.planned import keep_known_words

if TYPE_CHECKING:
    from jaunty_frame.show.planning.following import Followed

_STILL = 1e-9
_BARE = 1e-9
_ANY = Length()
_PLANNED = ("slides", "photos", "outputs", "hand_set", "emblems")
"""What plans follow from, beside the house rules."""


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

    def __init__(self, fonts: Fonts = NO_FONTS) -> None:
        """fonts : what words are set in; without them, none are seen."""
        self._fonts = fonts
        self._table: SlideTable | None = None
        self._cells: dict[str, SolvedCells] = {}
        self._courses: dict[str, tuple[NDArray[np.intp], NDArray[np.intp], NDArray[np.intp]]] = {}
        self._times: _Times | None = None
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
        times = self._times = _Times(table, self._times)
        plans = {}
        for output in project.outputs:
            by_hand, shown = hand_set.get(output.id, []), times.shown(output)
            cells = self._cells[output.id]
            course = self._course(output.id, cells.options, [k for k, _ in by_hand], _rows_shown(table, shown))
            timing = times.timing(shown, output.pace)
            schedule = times.schedule(shown, output.pace, output.frame_rate)
            when = shown, timing, schedule
            plans[output.id] = _plan(project, output, self._fonts, cells, course, table, when, by_hand)
            if output.id in self._plans:
                keep_known_words(plans[output.id], self._plans[output.id])
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
    if project.house_rules is not other.house_rules or project.sound is not other.sound:
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
        for row in of_slide[framing.slide][framing.member : framing.member + 1]:
            rows.setdefault(framing.output, []).append((row, framing))
    return rows


class _Times:
    """Timings and schedules of a table; most outputs share them, and most edits change none.

    before : of the table before, from which those are taken that follow from the same seconds and joints.
    """

    def __init__(self, table: SlideTable, before: "_Times | None" = None) -> None:
        self._table = table
        self._everything = tuple(range(len(table.slides)))
        self._may_lack = any(slide.left_out for slide in table.slides)
        self._timings: dict[tuple, Timing] = {}
        self._schedules: dict[tuple, Schedule] = {}
        rules, settings = table.rules, table.settings
        self._follow_from = (
            [own.seconds for own in settings],
            [own.transition.joint_seconds for own in settings],
            (rules.fade_in, rules.fade_out),
            [table.lengths.get(slide.id) for slide in table.slides] if table.lengths else len(table.slides),
        )
        if before is not None and self._follow_from == before._follow_from:
            self._timings, self._schedules = before._timings, before._schedules

    def shown(self, output: Output) -> tuple[int, ...]:
        if not self._may_lack:
            return self._everything
        return tuple(k for k in self._everything if output.id not in self._table.slides[k].left_out)

    def timing(self, shown: tuple[int, ...], pace: Fraction) -> Timing:
        if (shown, pace) not in self._timings:
            rules, seen = self._table.rules, [self._table.settings[k] for k in shown]
            lengths, slides = self._table.lengths, self._table.slides
            timing = show_timing(
                # Products of fractions take long, and hardly an output has a pace of its own; no voice is hurried.
                [
                    own.seconds
                    if pace == 1
                    else max(own.seconds * pace, lengths.get(slides[k].id, _ANY).least or MIN_SECONDS)
                    for k, own in zip(shown, seen, strict=True)
                ],
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
    project: Project,
    output: Output,
    fonts: Fonts,
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
    placement = solved.bases.placement.copy()
    between = {k: _between(framing, table, k) for k, framing in hand_set if framing.between}
    follows = _followed(output, table, times[2], solved, np.flatnonzero(by_hand | moved))
    for k, way in follows.items():
        opening[k], closing[k], leans[k] = way.stations[0].window, way.stations[-1].window, 0.0
        placement[k] = PLACEMENTS.index(way.placement)
        if way.stations[1:-1]:
            between[k] = way.stations[1:-1]
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
        placement=placement,
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
        between=between,
        followed={k: way.seen for k, way in follows.items()},
        fonts=fonts,
        emblems=tuple(here for one in project.emblems if (here := one.as_in(output.id)) is not None),
        soundtrack=project.sound,
    )


def _followed(
    output: Output, table: SlideTable, schedule: Schedule, solved: SolvedCells, otherwise: NDArray[np.intp]
) -> "dict[int, Followed]":
    """Return the rows whose window follows what moves. otherwise : those that are framed in another way."""
    if not len(table.moving):
        return {}
    from jaunty_frame.show.planning.following import followed  # SciPy's solver takes 0.2 s to load

    moving = set(table.moving.tolist()).difference(otherwise.tolist())
    ways = {k: followed(output, table, k, schedule, solved.bases.window[k]) for k in sorted(moving)}
    return {k: way for k, way in ways.items() if way is not None}


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
        for row in np.flatnonzero(bare).tolist():
            bare[row] = table.mount_of(row, output.id, float(output.aspect)) is None
    return bare


def _found_opening(output: Output, table: SlideTable, k: int, closing: FloatArray) -> FloatArray:
    cell = cell_inputs([(output, np.array([k]))], table, closing[None])
    return opening_for(closing, cell, table.slide(k).direction)


def plan_output(project: Project, output_id: str, fonts: Fonts = NO_FONTS) -> Plan:
    """Return the plan of one output."""
    output = project.output(output_id)
    slides = tuple(slide.with_outputs({output_id}) for slide in project.slides)
    emblems = tuple(one.with_outputs({output_id}) for one in project.emblems)
    own = _of_output(project, output_id)
    alone = project.changed(outputs=(output,), slides=slides, hand_set=own, emblems=emblems)
    return Planner(fonts).plans(alone)[output_id]


def _of_output(project: Project, output_id: str) -> tuple:
    return tuple(framing for framing in project.hand_set if framing.output == output_id)
