"""Plans and findings of the newest project, worked out beside the GUI thread where they would hold it up."""

from collections.abc import Callable, Mapping
from typing import NamedTuple

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.app.project.jobs import CHECK, PLAN, Jobs
from jaunty_frame.document.model import Project
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.typefaces import fonts
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.findings.findings import all_findings
from jaunty_frame.show.planning.flicker import spans_that_may_flash
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.planner import Planner

_MOST_SOLVED_AT_ONCE = 120
_MOST_CHECKED_AT_ONCE = 320
"""Cells that take less than some 30 ms: a drag on the bench of a show of usual size is answered at once."""

_CHECK_AFTER_MS = 60
"""Not while the window paints what changed; and of many changes in a row only the last is checked."""
_MEASURE_AFTER_MS = 400
"""Not between two keys: to look at frames takes a worker some hundred milliseconds."""


class Shown(NamedTuple):
    """A project as views show it: what they paint and what they name belong together."""

    project: Project
    plans: dict[str, Plan]


class ShowWork(QObject):
    """Of several projects that are wanted while one is being worked on, the newest is next; others are passed over.

    ``planned`` brings a Shown; ``checked`` the Shown and the states of photos that were checked, their findings, and
    the plans as they are to be shown from then on: frames may have told that words need more help to be read.
    Both are emitted before ``plan`` or ``check`` returns where there is little to do.
    """

    planned = Signal(object)
    checked = Signal(object, object, list, object)

    def __init__(self, jobs: Jobs, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._jobs = jobs
        self._planner = Planner(fonts())
        self._next_plan: Project | None = None
        self._next_check: tuple[Shown, Mapping[str, FileState], PhotoSource] | None = None
        self._check_soon = QTimer(self)
        self._check_soon.setSingleShot(True)
        self._check_soon.setInterval(_CHECK_AFTER_MS)
        self._check_soon.timeout.connect(self._check)

    @property
    def is_working(self) -> bool:
        return self._jobs.running(PLAN, CHECK) is not None or self._next_check is not None

    def plan(self, project: Project) -> None:
        """Plan ``project``: at once where few cells have to be solved."""
        self._next_plan = project
        self._plan_next()

    def _plan_next(self) -> None:
        if self._next_plan is None or self._jobs.running(PLAN) is not None:
            return
        project, self._next_plan = self._next_plan, None
        if self._planner.cells_to_solve(project) <= _MOST_SOLVED_AT_ONCE:
            self.planned.emit(Shown(project, self._planner.plans(project)))
            return
        opened = self._jobs.opened

        def take(plans: dict[str, Plan]) -> None:
            if opened == self._jobs.opened:
                self.planned.emit(Shown(project, plans))

        self._jobs.start(PLAN, lambda report, stopped: self._planner.plans(project), take, ended=self._plan_next)

    def check(self, shown: Shown, states: Mapping[str, FileState], source: PhotoSource) -> None:
        """Find what the checks have to say: at once where there are few cells, else when the window is painted.

        source : of the photos, whose frames are looked at where a show may flash.
        """
        small = len(shown.project.slides) * len(shown.plans) <= _MOST_CHECKED_AT_ONCE
        if small and not _needs_frames(shown):
            self._next_check = None
            self.checked.emit(shown, states, all_findings(*shown, states), shown.plans)
            return
        self._next_check = shown, states, source
        if self._jobs.running(CHECK) is None:
            self._check_soon.start(_MEASURE_AFTER_MS if _needs_frames(shown) else _CHECK_AFTER_MS)

    def _check(self) -> None:
        if self._next_check is None or self._jobs.running(CHECK) is not None:
            return
        (shown, states, source), self._next_check = self._next_check, None
        self._jobs.start(
            CHECK,
            lambda report, stopped: _checked(shown, states, source, stopped),
            lambda found: self.checked.emit(shown, states, *found),
            ended=self._end_checking,
        )

    def _end_checking(self) -> None:
        if self._next_check is not None:
            self._check_soon.start()

    def forget(self) -> None:
        """Let nothing come of what is wanted: another project was opened, or the window closes."""
        self._next_plan = self._next_check = None
        self._check_soon.stop()


def _needs_frames(shown: Shown) -> bool:
    """Return whether frames have to be looked at: there are words, or many changes within a second."""
    has_words = any(slide.words for slide in shown.project.slides)
    return has_words or any(spans_that_may_flash(plan) for plan in shown.plans.values())


def _checked(
    shown: Shown, states: Mapping[str, FileState], source: PhotoSource, stopped: Callable[[], bool]
) -> tuple[list[Finding], dict[str, Plan]]:
    """Return the findings, and the plans that are to be shown after frames were looked at."""
    if not _needs_frames(shown):
        return all_findings(*shown, states), shown.plans
    # What paints takes 0.06 s to load, and shows without words hardly need it here.
    from jaunty_frame.media.frames.flashes import found_flashes
    from jaunty_frame.media.frames.legibility import measured_contrasts, readable_plans

    plans = readable_plans(shown.plans, source, stopped)
    if any(plan is not shown.plans[name] for name, plan in plans.items()):
        shown = Shown(shown.project, plans)
    flashes, contrasts = found_flashes(shown.plans, source), measured_contrasts(shown.plans, source, stopped=stopped)
    return all_findings(*shown, states, flashes, contrasts), shown.plans
