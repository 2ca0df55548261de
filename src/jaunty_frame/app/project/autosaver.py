"""Writes autosaves of the open project beside the GUI thread, a while after each change."""

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QObject, QTimer

from jaunty_frame.app.project.task import Task
from jaunty_frame.document.model import Project
from jaunty_frame.media.projects.recovery import AutosaveStore

DELAY_MS = 1500


class Autosaver(QObject):
    """``unsaved`` : tells the state that is not saved, None where all is, and the file that it belongs to."""

    def __init__(
        self,
        store: AutosaveStore,
        unsaved: Callable[[], tuple[Project | None, Path | None]],
        parent: QObject | None = None,
    ) -> None:
        super().__init__(parent)
        self._store, self._unsaved = store, unsaved
        self.task: Task | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(DELAY_MS)
        self._timer.timeout.connect(self.write)

    def start(self) -> None:
        """Write one in a while."""
        self._timer.start()

    def write(self) -> None:
        """Begin to write one."""
        project, path = self._unsaved()
        if project is None:
            return
        if self.task is not None:
            self._timer.start()  # once more, when that one is written
            return
        task = self.task = Task("autosave", lambda report, stopped: self._store.write(project, path), self)

        def end(_: object) -> None:
            self.task = None
            task.deleteLater()
            now, at = self._unsaved()
            if now is None or at != path:
                self._store.discard(path)  # saved, or given up, while it was written

        task.finished.connect(end)
        task.failed.connect(end)
        task.start()

    def write_now(self) -> None:
        """Write one before this returns: the program is about to end."""
        self.stop()
        project, path = self._unsaved()
        if project is not None:
            self._store.write(project, path)

    def stop(self) -> None:
        """Have none under way, so that none is written after what happens now."""
        self._timer.stop()
        if self.task is not None:
            self.task.wait()

    def discard(self, path: Path | None) -> None:
        """Forget what was not saved of a project."""
        self.stop()
        self._store.discard(path)
