"""Plans and findings of the newest project, worked out beside the GUI thread where they would hold it up."""

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.app.project.task import WAITS_S, Task
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
    the Shown as it is to be shown from then on: frames may have told that words need more help to be read.
    Both are emitted before ``plan`` or ``check`` returns where there is little to do. ``failed`` brings a sentence.
    """

    planned = Signal(object)
    checked = Signal(object, object, list, object)
    failed = Signal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._planner = Planner(fonts())
        self._planning: Task | None = None
        self._checking: Task | None = None
        self._project_number = 0
        self._next_plan: Project | None = None
        self._next_check: tuple[Shown, Mapping[str, FileState], PhotoSource] | None = None
        self._check_soon = QTimer(self)
        self._check_soon.setSingleShot(True)
        self._check_soon.setInterval(_CHECK_AFTER_MS)
        self._check_soon.timeout.connect(self._check)

    @property
    def is_working(self) -> bool:
        return not (self._planning is self._checking is self._next_check is None)

    def plan(self, project: Project) -> None:
        """Plan ``project``: at once where few cells have to be solved."""
        if self._planning is not None:
            self._next_plan = project
        elif self._planner.cells_to_solve(project) <= _MOST_SOLVED_AT_ONCE:
            self.planned.emit(Shown(project, self._planner.plans(project)))
        else:
            self._planning = self._begin(
                "plan",
                lambda stopped: self._planner.plans(project),
                self._end_planning,
                lambda plans: self.planned.emit(Shown(project, plans)),
            )

    def check(self, shown: Shown, states: Mapping[str, FileState], source: PhotoSource) -> None:
        """Find what the checks have to say: at once where there are few cells, else when the window is painted.

        source : of the photos, whose frames are looked at where a show may flash.
        """
        small = len(shown.project.slides) * len(shown.plans) <= _MOST_CHECKED_AT_ONCE
        if small and not _needs_frames(shown):
            self._next_check = None
            self.checked.emit(shown, states, all_findings(*shown, states), shown)
            return
        self._next_check = shown, states, source
        if self._checking is None:
            self._check_soon.start(_MEASURE_AFTER_MS if _needs_frames(shown) else _CHECK_AFTER_MS)

    def _check(self) -> None:
        if self._next_check is None or self._checking is not None:
            return
        (shown, states, source), self._next_check = self._next_check, None
        self._checking = self._begin(
            "check",
            lambda stopped: _checked(shown, states, source, stopped),
            self._end_checking,
            lambda found: self.checked.emit(shown, states, *found),
        )

    def forget(self) -> None:
        """Let nothing come of what is being worked on: another project was opened."""
        self._project_number += 1
        self._next_plan = self._next_check = None

    def wait(self) -> None:
        """Let nothing more be worked on, because the window closes. Planning cannot be stopped, and need not be waited
        for: it writes nothing."""
        self.forget()
        for task in (self._planning, self._checking):
            if task is not None:
                task.cancel()
                task.wait(WAITS_S)

    def _begin(
        self,
        name: str,
        work: Callable[[Callable[[], bool]], object],
        end: Callable[[], None],
        take: Callable[[Any], None],
    ) -> Task:
        """Start a task; at its end, ``end`` starts the next one, and ``take`` takes over what is still wanted."""
        number = self._project_number
        task = Task(name, lambda report, stopped: work(stopped), self)

        def finish(result: object) -> None:
            task.deleteLater()
            try:
                if number == self._project_number:
                    take(result)
            finally:
                end()  # whatever a view makes of it, the next one need not wait for this one

        def fail(sentence: str) -> None:
            task.deleteLater()
            end()
            self.failed.emit(sentence)

        task.finished.connect(finish)
        task.failed.connect(fail)
        task.start()
        return task

    def _end_planning(self) -> None:
        self._planning, project, self._next_plan = None, self._next_plan, None
        if project is not None:
            self.plan(project)

    def _end_checking(self) -> None:
        self._checking = None
        if self._next_check is not None:
            self._check_soon.start()


def _needs_frames(shown: Shown) -> bool:
    """Return whether frames have to be looked at: there are words, or many changes within a second."""
    has_words = any(slide.words for slide in shown.project.slides)
    return has_words or any(spans_that_may_flash(plan) for plan in shown.plans.values())


def _checked(
    shown: Shown, states: Mapping[str, FileState], source: PhotoSource, stopped: Callable[[], bool]
) -> tuple[list[Finding], Shown]:
    """Return the findings, and what is to be shown after frames were looked at."""
    if not _needs_frames(shown):
        return all_findings(*shown, states), shown
    # What paints takes 0.06 s to load, and shows without words hardly need it here.
    from jaunty_frame.media.frames.flashes import found_flashes
    from jaunty_frame.media.frames.legibility import measured_contrasts, readable_plans

    plans = readable_plans(shown.plans, source, stopped)
    if any(plan is not shown.plans[name] for name, plan in plans.items()):
        shown = Shown(shown.project, plans)
    flashes, contrasts = found_flashes(shown.plans, source), measured_contrasts(shown.plans, source, stopped=stopped)
    return all_findings(*shown, states, flashes, contrasts), shown
