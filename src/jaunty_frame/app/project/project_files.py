"""Projects as files: opening, saving, recovering, and asking before changes are lost."""

from collections.abc import Callable
from pathlib import Path
from types import ModuleType

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.errors import JauntyError, ProjectChangedError
from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.media.replacing import free_path


class ProjectFiles(QObject):
    """Dialogs stand over ``window``."""

    # Sentences for the user.
    said = Signal(list)

    def __init__(self, session: Session, window: QWidget) -> None:
        super().__init__(window)
        self._session, self.window = session, window

    def choose_project(self) -> None:
        _dialogs().ask_for_project(self.window, self.open_path)

    def open_path(self, path: Path) -> None:
        """Open a project, after asking about unsaved changes and offering what a crash left behind."""

        def proceed() -> None:
            left = self._session.place.left_behind(path)
            try:
                if left is not None and _differs(left.project, path):
                    self._session.recover(left)
                    sentence = "Changes that were not saved last time were recovered. Save to keep them."
                    self.said.emit([sentence])
                else:
                    self._session.open(path)
                    if left is not None:
                        self._session.place.forget_left_behind(left)
            except JauntyError as error:
                self.said.emit([str(error)])

        self.when_changes_are_safe(proceed)

    def offer_recovery(self) -> None:
        """Take up what a killed program left of a project that was never saved."""
        left = self._session.place.left_behind(None)
        if left is not None:
            self._session.recover(left)
            self.said.emit(["A project that was never saved was recovered. Save it to keep it."])

    def start_new(self) -> None:
        self.when_changes_are_safe(self._session.start_new)

    def save(self) -> None:
        if self._session.path is None:
            self.save_as()
        else:
            self.save_to(self._session.path)

    def save_as(self, after: Callable[[], object] = lambda: None) -> None:
        _dialogs().ask_where_to_save(self.window, lambda path: self.save_to(path, after))

    def save_to(self, path: Path, after: Callable[[], object] = lambda: None, over_changes: bool = False) -> None:
        """Save to ``path``, then do what comes after. Where that cannot be, the window says why.

        Where another program has changed the file meanwhile, the user is asked first, unless ``over_changes``.
        """

        def keep_both() -> None:
            beside = free_path(path)
            self.save_to(beside, after)
            if self._session.path == beside:
                self.said.emit([f"Saved as {beside.name}; {path.name} stays as the other program wrote it."])

        try:
            self._session.save(path, over_changes)
        except ProjectChangedError:
            _dialogs().ask_about_other_changes(
                self.window, path.name, keep_both, lambda: self.save_to(path, after, over_changes=True)
            )
        except JauntyError as error:
            self.said.emit([str(error)])
        else:
            after()

    def when_changes_are_safe(self, proceed: Callable[[], object]) -> None:
        """Run ``proceed`` after unsaved changes were saved or given up; not at all where the user thinks again."""
        if self._session.place.is_saved:
            proceed()
            return

        def save() -> None:
            if self._session.path is None:
                self.save_as(proceed)
            else:
                self.save_to(self._session.path, proceed)

        _dialogs().ask_about_changes(self.window, self._session.latest.title, save, proceed)


def _dialogs() -> ModuleType:
    from jaunty_frame.app.project import dialogs

    return dialogs


def _differs(project: object, path: Path) -> bool:
    try:
        return load_project(path) != project
    except JauntyError:
        return True
