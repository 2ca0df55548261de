"""The open project. Views send edits here and are told what changed; what is kept of it has three owners."""

from collections.abc import Hashable, Mapping
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.project.edited_project import EditedProject
from jaunty_frame.app.project.jobs import Jobs
from jaunty_frame.app.project.place_on_disk import PlaceOnDisk
from jaunty_frame.app.project.shown_show import ShownShow
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import project_file, read_project
from jaunty_frame.media.projects.recovery import Autosave, AutosaveStore
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.findings.finding import Finding
from jaunty_frame.show.planning.plan import Plan

START_OUTPUTS = ("tall", "square", "wide")


def empty_project() -> Project:
    """Return a new project with the outputs that most people need."""
    return Project(outputs=tuple(output_from_text(name) for name in START_OUTPUTS))


class Session(QObject):
    """One open project: ``edited`` is the document with its history, ``place`` its file, ``shown`` what views show, and
    ``jobs`` the work that is done for it.

    Edits go to the ``latest`` state; views show ``project``, with the plans that belong to it. The two are the same but
    for the time that planning takes. ``changed`` follows every change of what is shown, ``findings_changed`` what the
    checks say of it, ``saved_changed`` every change of path or savedness.
    """

    changed = Signal()
    findings_changed = Signal()
    saved_changed = Signal()
    # Another project is open: what is under way for the one before concerns it no longer.
    replaced = Signal()
    # The place at which a step was made that is taken back or done again, once that is shown.
    returned = Signal(object)
    # A sentence for the user.
    failed = Signal(str)

    def __init__(self, cache: ThumbnailCache | None = None, autosaves: AutosaveStore | None = None) -> None:
        super().__init__()
        self.cache = cache or ThumbnailCache()
        self.jobs = Jobs(self)
        self.edited = EditedProject(empty_project(), self)
        self.place = PlaceOnDisk(self.edited, autosaves or AutosaveStore(), self.jobs, self)
        self.shown = ShownShow(self.cache, self.jobs, self)
        self.jobs.failed.connect(self.failed)
        self.edited.changed.connect(self._announce)
        self.edited.returned.connect(self._return)
        self.shown.changed.connect(self.changed)
        self.shown.findings_changed.connect(self.findings_changed)
        self.shown.follow(self.latest)

    @property
    def project(self) -> Project:
        """The project as it is shown."""
        return self.shown.project

    @property
    def latest(self) -> Project:
        """The project with every edit, also those that are still being planned."""
        return self.edited.latest

    @property
    def source(self) -> PhotoSource:
        """Where the photos of ``project`` are read from."""
        return self.shown.source

    @property
    def path(self) -> Path | None:
        return self.place.path

    @property
    def folder(self) -> Path:
        """The folder that relative photo paths start from."""
        return self.place.folder

    def plans(self) -> dict[str, Plan]:
        """Return the plans of ``project``, by the ids of its outputs."""
        return self.shown.plans()

    def findings(self) -> list[Finding]:
        """Return what the checks say of ``project`` (``ShownShow.findings``)."""
        return self.shown.findings()

    # -- editing

    def apply(self, edit: Edit, *what: Hashable) -> None:
        """Apply an edit. what : the gesture that it is part of, as a drag of one thing is; all edits of one gesture,
        until it ends or another begins, are one step."""
        try:
            self.edited.apply(edit, self.edited.gesture(*what) if what else None)
        except (JauntyError, LookupError, StopIteration, ValueError):
            if self.latest is self.project:
                raise
            # Made for what is still to be seen, but was taken away by an edit before.

    def take_facts(self, states: Mapping[str, FileState], edit: Edit) -> None:
        """Take over what the disk says of the photos; it is no step of the history."""
        self.shown.states = dict(states)
        self.amend(edit)

    def amend(self, edit: Edit) -> None:
        """Apply facts about photos outside the history; a saved project stays a saved one."""
        was_saved = self.place.is_saved
        self.edited.amend(edit)
        if was_saved:
            self.place.count_as_saved()
        self._announce()

    def _announce(self) -> None:
        self.shown.follow(self.latest)
        self.saved_changed.emit()
        if not self.place.is_saved:
            self.place.autosaver.start()

    def _return(self, place: object) -> None:
        self.shown.when_shown(lambda: self.returned.emit(place))

    # -- opening and saving

    def start_new(self) -> None:
        self._replace(empty_project(), None, None)

    def open(self, path: Path) -> None:
        """Open the project in ``path``; ProjectError where it cannot be read, and the open one stays."""
        path = project_file(path)
        project, digest = read_project(path)
        self._replace(project, path, digest)

    def recover(self, autosave: Autosave) -> None:
        """Take up an autosaved state as unsaved changes of its project."""
        self._replace(autosave.project, autosave.path, autosave.digest or None, is_saved=False)
        # Kept as this process's own before the old one goes, so that at no time it can be lost.
        if self.place.write_autosave():
            self.place.forget_left_behind(autosave)

    def _replace(self, project: Project, path: Path | None, digest: str | None, is_saved: bool = True) -> None:
        self.place.let_go()
        self.jobs.open_other()
        self.edited.begin_with(project)
        self.place.settle(path, digest, is_saved)
        self.shown.begin_anew(self.folder)
        self._announce()
        self.replaced.emit()

    def save(self, path: Path, over_changes: bool = False) -> None:
        """Save the project to ``path``; see ``PlaceOnDisk.save``."""
        self.place.save(path, over_changes)
        self.shown.read_from(self.folder)
        self._announce()

    def close(self) -> None:
        """Let nothing more be worked on, because the window closes."""
        self.shown.stop()
        self.jobs.shut_down()
        self.place.close()
