"""Writes autosaves of the open project beside the GUI thread, a while after each change."""

from collections.abc import Callable
from pathlib import Path
from typing import NamedTuple

from PySide6.QtCore import QObject, QTimer

from jaunty_frame.app.project.jobs import AUTOSAVE, Jobs
from jaunty_frame.document.model import Project
from jaunty_frame.media.projects.recovery import AutosaveStore

DELAY_MS = 1500


class Unsaved(NamedTuple):
    """A state that is not saved, None where all is; the file that it belongs to, and the digest of what is in it."""

    project: Project | None
    path: Path | None
    digest: str


class Autosaver(QObject):
    """``unsaved`` tells what is to be kept."""

    def __init__(
        self,
        store: AutosaveStore,
        unsaved: Callable[[], Unsaved],
        jobs: Jobs,
        parent: QObject | None = None,
    ) -> None:
        super().__init__(parent)
        self._store, self._unsaved, self._jobs = store, unsaved, jobs
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(DELAY_MS)
        self._timer.timeout.connect(self.write)

    def start(self) -> None:
        """Write one in a while."""
        self._timer.start()

    def write(self) -> None:
        """Begin to write one."""
        project, path, digest = self._unsaved()
        if project is None:
            return
        if self._jobs.running(AUTOSAVE) is not None:
            self._timer.start()  # once more, when that one is written
            return

        def end(_: object) -> None:
            now = self._unsaved()
            if now.project is None or now.path != path:
                self._store.discard(path)  # saved, or given up, while it was written

        self._jobs.start(AUTOSAVE, lambda report, stopped: self._store.write(project, path, digest), end, failed=end)

    def write_now(self) -> bool:
        """Write one before this returns; return whether what is not saved is kept."""
        self.stop()
        project, path, digest = self._unsaved()
        return project is None or self._store.write(project, path, digest)

    def stop(self) -> None:
        """Have none under way, so that none is written after what happens now."""
        self._timer.stop()
        self._jobs.wait(AUTOSAVE)

    def discard(self, path: Path | None) -> None:
        """Forget what was not saved of a project."""
        self.stop()
        self._store.discard(path)
