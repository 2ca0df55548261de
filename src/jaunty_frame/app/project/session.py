"""The open project: its history, its place on disk, its plans. Views send edits here and are told what changed."""

from collections.abc import Mapping
from pathlib import Path

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.history import History
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, rebased, save_project
from jaunty_frame.media.projects.recovery import Autosave, AutosaveStore
from jaunty_frame.show.findings.facts import PhotoState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.findings.findings import all_findings, is_accepted
from jaunty_frame.show.planning.plan import Plan, Planner

AUTOSAVE_DELAY_MS = 1500
START_OUTPUTS = ("tall", "square", "wide")


def empty_project() -> Project:
    """Return a new project with the outputs that most people need."""
    return Project(outputs=tuple(output_from_text(name) for name in START_OUTPUTS))


class Session(QObject):
    """One open project. ``changed`` follows every change of it; ``saved_changed`` every change of path or savedness."""

    changed = Signal()
    saved_changed = Signal()

    def __init__(self, cache: ThumbnailCache | None = None, autosaves: AutosaveStore | None = None) -> None:
        super().__init__()
        self.cache = cache or ThumbnailCache()
        self._autosaves = autosaves or AutosaveStore()
        self._history = History(empty_project())
        self._saved: Project | None = self._history.project
        self.path: Path | None = None
        self.states: dict[str, PhotoState] = {}
        self._planner = Planner()
        self._findings: list[Finding] | None = None
        self.source = PhotoSource(self.folder, self.cache)
        self._autosave_timer = QTimer(self)
        self._autosave_timer.setSingleShot(True)
        self._autosave_timer.setInterval(AUTOSAVE_DELAY_MS)
        self._autosave_timer.timeout.connect(self.write_autosave)

    @property
    def project(self) -> Project:
        return self._history.project

    @property
    def folder(self) -> Path:
        """The folder that relative photo paths start from."""
        return self.path.absolute().parent if self.path else Path("/")

    @property
    def is_saved(self) -> bool:
        return self.project is self._saved

    @property
    def undo_label(self) -> str:
        return self._history.undo_label

    @property
    def redo_label(self) -> str:
        return self._history.redo_label

    def plans(self) -> dict[str, Plan]:
        return self._planner.plans(self.project)

    def place_of(self, slide_id: str, output_id: str) -> tuple[Plan, int] | None:
        """Return the plan of an output and a slide's position in it; None where either is gone."""
        plan = self.plans().get(output_id)
        position = next((k for k, slide in enumerate(self.project.slides) if slide.id == slide_id), None)
        return None if plan is None or position is None else (plan, position)

    def findings(self) -> list[Finding]:
        """Return the findings that are to be marked, those that the user asked for left out."""
        if self._findings is None:
            found = all_findings(self.project, self.plans(), self.states) if self.project.slides else []
            self._findings = [
                finding for finding in found if not finding.noted_only and not is_accepted(self.project, finding)
            ]
        return self._findings

    def apply(self, edit: Edit) -> None:
        if self._history.apply(edit):
            self._announce()

    def close_gesture(self) -> None:
        self._history.close_gesture()

    def gesture_key(self) -> str:
        """Return the merge key of the gesture that is under way, "" if none is."""
        return self._history.gesture_key

    def undo(self) -> None:
        if self._history.undo():
            self._announce()

    def redo(self) -> None:
        if self._history.redo():
            self._announce()

    def take_facts(self, states: Mapping[str, PhotoState], edit: Edit) -> None:
        """Take over what the disk says of the photos; it is no step of the history."""
        self.states = dict(states)
        self.amend(edit)

    def amend(self, edit: Edit) -> None:
        """Apply facts about photos outside the history; a saved project stays a saved one."""
        was_saved = self.is_saved
        self._history.amend(edit)
        if was_saved:
            self._saved = self.project
        self._announce()

    def _announce(self) -> None:
        self._findings = None
        self.changed.emit()
        self.saved_changed.emit()
        if not self.is_saved:
            self._autosave_timer.start()

    def start_new(self) -> None:
        self._replace(empty_project(), None)

    def open(self, path: Path) -> None:
        """Open the project in ``path``; ProjectError where it cannot be read, and the open one stays."""
        self._replace(load_project(path), path)

    def recover(self, autosave: Autosave) -> None:
        """Take up an autosaved state as unsaved changes of its project."""
        self._replace(autosave.project, autosave.path)
        self._saved = None
        autosave.file.unlink(missing_ok=True)
        self._announce()

    def _replace(self, project: Project, path: Path | None) -> None:
        self._autosave_timer.stop()
        self.path = path
        self._history = History(project)
        self._saved = project
        self.states = {}
        self.source = PhotoSource(self.folder, self.cache)
        self._announce()

    def save(self, path: Path) -> None:
        """Write the project to ``path``, which it has from then on; ProjectError where that cannot be."""
        before = self.folder
        after = path.absolute().parent
        if before != after or self.path is None:
            self._history.amend(Edit("Paths", lambda project: rebased(project, before, after)))
        save_project(self.project, path)
        self._autosave_timer.stop()
        self._autosaves.discard(self.path)
        self._autosaves.discard(path)
        self.path = path
        self.source = PhotoSource(self.folder, self.cache)
        self._saved = self.project
        self.changed.emit()
        self.saved_changed.emit()

    def write_autosave(self) -> None:
        if not self.is_saved:
            self._autosaves.write(self.project, self.path)

    def discard_autosave(self) -> None:
        """Forget unsaved changes for good: the user said so."""
        self._autosave_timer.stop()
        self._autosaves.discard(self.path)

    def forget_changes(self) -> None:
        """Count the present state as saved: the user gave up the changes, or they are saved elsewhere."""
        self._saved = self.project

    def left_behind(self, path: Path | None) -> Autosave | None:
        """Return what a killed program left of the project in ``path``, if it differs from what is saved."""
        return self._autosaves.of(path)
