"""Where the open project lies on disk: its file, what of it is saved, and what is kept of what is not."""

from pathlib import Path

from PySide6.QtCore import QObject

from jaunty_frame.app.project.autosaver import Autosaver, Unsaved
from jaunty_frame.app.project.edited_project import EditedProject
from jaunty_frame.app.project.jobs import Jobs
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.files.slides_format import CopiedSlides
from jaunty_frame.document.model import Project
from jaunty_frame.media.place import resolved
from jaunty_frame.media.projects.project_store import path_from, project_file, rebased, save_project
from jaunty_frame.media.projects.recovery import Autosave, AutosaveStore


class PlaceOnDisk(QObject):
    """``path`` is None until the project is saved for the first time."""

    def __init__(
        self, edited: EditedProject, autosaves: AutosaveStore, jobs: Jobs, parent: QObject | None = None
    ) -> None:
        super().__init__(parent)
        self._edited, self._autosaves = edited, autosaves
        self.path: Path | None = None
        # Of what the file held when it was read or written last.
        self._digest: str | None = None
        self._saved: Project | None = edited.latest
        self.autosaver = Autosaver(autosaves, self._unsaved, jobs, self)

    @property
    def folder(self) -> Path:
        """The folder that relative photo paths start from."""
        return self.path.parent if self.path else Path("/")

    @property
    def is_saved(self) -> bool:
        return self._edited.latest is self._saved

    def _unsaved(self) -> Unsaved:
        return Unsaved(None if self.is_saved else self._edited.latest, self.path, self._digest or "")

    def absolute(self, path: str) -> str:
        """Return a photo's path as one that holds outside the project too."""
        return str(resolved(path, self.folder))

    def taken_in(self, copied: CopiedSlides) -> CopiedSlides:
        """Return slides of another project with the paths of their photos as this one names its own."""
        folder = self.folder if self.path else None
        photos = tuple(photo.changed(path=path_from(folder, Path(photo.path))) for photo in copied.photos)
        return copied.changed(photos=photos)

    def settle(self, path: Path | None, digest: str | None, is_saved: bool = True) -> None:
        """Belong to a file whose content is the latest state, unless ``is_saved`` is False."""
        self.path, self._digest = path, digest
        self._saved = self._edited.latest if is_saved else None

    def count_as_saved(self) -> None:
        """Count the present state as saved: it is, or the user gave up the changes, or they are saved elsewhere."""
        self._saved = self._edited.latest

    def save(self, path: Path, over_changes: bool = False) -> None:
        """Write the project to ``path``, which it has from then on; ProjectError where that cannot be: all is then as
        it was.

        Raises ProjectChangedError where another program has written to the project's own file since it was read, unless
        ``over_changes``.
        """
        before, path = self.folder, project_file(path)
        after = path.parent
        over = self._digest if path == self.path and not over_changes else None
        digest = save_project(rebased(self._edited.latest, before, after), path, over)
        if before != after:
            self._edited.amend(Edit("Paths", lambda project: rebased(project, before, after)))
        for old in (self.path, path):
            self.autosaver.discard(old)
        self.settle(path, digest)

    def write_autosave(self) -> bool:
        """Write an autosave before this returns, because the program is about to end; return whether all is kept."""
        return self.autosaver.write_now()

    def let_go(self) -> None:
        """Forget what is not saved: it is saved or given up."""
        self.autosaver.discard(self.path)

    def left_behind(self, path: Path | None) -> Autosave | None:
        """Return what a killed program left of the project in ``path``, if it differs from what is saved."""
        return self._autosaves.of(path)

    def forget_left_behind(self, autosave: Autosave) -> None:
        """Let go of what was left behind: it is no other than what is saved, or it is taken up."""
        self._autosaves.remove(autosave.file)

    def close(self) -> None:
        """Leave on disk what is to be there when the window is gone."""
        if self.is_saved:
            self.let_go()
        else:
            self.autosaver.stop()
