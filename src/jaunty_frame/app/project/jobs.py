"""Long work has one owner: it knows what runs and for which project, and what becomes of it.

Who wants something done says what it is (a ``Kind``), the work, and what is to come of it. At most one of the answers
is given, in the GUI thread. When another project is opened, or the window closes, nothing comes of what was for the one
before.
"""

import time
from collections.abc import Callable
from enum import Enum
from typing import Any, NamedTuple

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.project.task import WAITS_S, Task, Work


class AtClose(Enum):
    """What becomes of work when the window closes."""

    STOPS = "it is told to stop, and waited for a moment"
    WAITS = "it is waited for, however long it takes"
    ASKS = "the user is asked first; then it is told to stop, and waited for until nothing half-written is left"


class Kind(NamedTuple):
    """A kind of work. of_project : nothing comes of it once another project is open."""

    name: str
    at_close: AtClose = AtClose.STOPS
    of_project: bool = True


PLAN = Kind("plan", of_project=False)  # there is one planner, and it does one thing after the other
CHECK = Kind("check")
IMPORT = Kind("import")
CHECK_FILES = Kind("check files")
FIND = Kind("find keep areas")
SOUNDS = Kind("sounds")
LISTEN = Kind("listen")
MEASURE = Kind("measure")
ESTIMATE = Kind("estimate")
AUTOSAVE = Kind("autosave", AtClose.WAITS, of_project=False)
EXPORT = Kind("export", AtClose.ASKS, of_project=False)
DELIVER = Kind("deliver", AtClose.ASKS, of_project=False)


class _Job(NamedTuple):
    kind: Kind
    task: Task
    under_way: Callable[[], str]


class Jobs(QObject):
    """``opened`` : the number of the project that is open, another one for each that was. ``failed`` brings the
    sentence of work that nobody else speaks for."""

    failed = Signal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.opened = 0
        # Those that were dropped are among the first only: they run until they hear of it.
        self._all: dict[Task, Kind] = {}
        self._wanted: dict[Task, _Job] = {}

    def start(self, kind: Kind, work: Work, finished: Callable[[Any], object], **answers: Any) -> Task:
        """Do some work; see ``make``."""
        task = self.make(kind, work, finished, **answers)
        task.start()
        return task

    def make(
        self,
        kind: Kind,
        work: Work,
        finished: Callable[[Any], object],
        *,
        failed: Callable[[str], object] | None = None,
        cancelled: Callable[[], object] = lambda: None,
        ended: Callable[[], object] = lambda: None,
        progress: Callable[[int, int], object] = lambda done, total: None,
        under_way: Callable[[], str] = lambda: "",
    ) -> Task:
        """Return a task to be started. finished, failed, cancelled : one of them answers, then ``ended``; under_way :
        what the user is told of it who closes the window."""
        task = Task(kind.name, work, self)
        self._all[task] = kind
        self._wanted[task] = _Job(kind, task, under_way)

        def answer(give: Callable[..., object], *what: object) -> None:
            task.deleteLater()
            self._all.pop(task, None)
            if self._wanted.pop(task, None) is None:
                return
            try:
                give(*what)
            finally:
                ended()  # whatever is made of it, what comes next need not wait for this

        task.finished.connect(lambda result: answer(finished, result))
        task.failed.connect(lambda sentence: answer(failed or self.failed.emit, sentence))
        task.cancelled.connect(lambda: answer(cancelled))
        task.progress.connect(lambda done, total: progress(done, total) if task in self._wanted else None)
        return task

    def running(self, *kinds: Kind) -> Task | None:
        """Return work of these kinds of which something is to come, None if there is none."""
        return next((job.task for job in self._wanted.values() if job.kind in kinds), None)

    def cancel(self, *kinds: Kind) -> None:
        """Tell work of these kinds to stop; its answer is ``cancelled``, unless it was about to end."""
        for job in list(self._wanted.values()):
            if job.kind in kinds:
                job.task.cancel()

    def drop(self, *kinds: Kind) -> None:
        """Tell work of these kinds to stop, and let nothing come of it."""
        for job in list(self._wanted.values()):
            if job.kind in kinds:
                job.task.cancel()
                del self._wanted[job.task]

    def wait(self, *kinds: Kind) -> None:
        """Wait until work of these kinds has ended."""
        for task, kind in list(self._all.items()):
            if kind in kinds:
                task.wait()

    def open_other(self) -> None:
        """Another project is open: what is under way for the one before concerns it no longer."""
        self.opened += 1
        self.drop(*{job.kind for job in self._wanted.values() if job.kind.of_project})

    def under_way(self) -> list[str]:
        """Return a sentence for each piece of work that must not be ended unasked."""
        return [job.under_way() for job in self._wanted.values() if job.kind.at_close is AtClose.ASKS]

    def shut_down(self) -> None:
        """End all work, because the window closes: each kind as it says."""
        running = list(self._all.items())
        self._wanted.clear()
        for task, kind in running:
            if kind.at_close is not AtClose.WAITS:
                task.cancel()
        until = time.monotonic() + WAITS_S
        for task, kind in running:
            task.wait(max(until - time.monotonic(), 0) if kind.at_close is AtClose.STOPS else None)
