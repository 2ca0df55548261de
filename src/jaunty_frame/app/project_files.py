"""Projects as files: opening, saving, recovering, and asking before changes are lost."""

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QFileDialog, QMessageBox, QWidget

from jaunty_frame.app.session import Session
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.project_store import load_project


class ProjectFiles(QObject):
    """Dialogs stand over ``window``. ``opened`` follows every project that was opened or recovered."""

    opened = Signal()
    # Sentences for the user.
    said = Signal(list)

    def __init__(self, session: Session, window: QWidget) -> None:
        super().__init__(window)
        self._session, self._window = session, window

    def choose_project(self) -> None:
        dialog = QFileDialog(self._window, "Open project")
        dialog.setNameFilter("Projects (*.jaunty)")
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.fileSelected.connect(lambda name: self.open_path(Path(name)))
        dialog.open()

    def open_path(self, path: Path) -> None:
        """Open a project, after asking about unsaved changes and offering what a crash left behind."""

        def proceed() -> None:
            left = self._session.left_behind(path)
            try:
                if left is not None and _differs(left.project, path):
                    self._session.recover(left)
                    sentence = "Changes that were not saved last time were recovered. Save to keep them."
                    self.said.emit([sentence])
                else:
                    self._session.open(path)
            except JauntyError as error:
                self.said.emit([str(error)])
                return
            self.opened.emit()

        self.when_changes_are_safe(proceed)

    def offer_recovery(self) -> None:
        """Take up what a killed program left of a project that was never saved."""
        left = self._session.left_behind(None)
        if left is not None:
            self._session.recover(left)
            self.said.emit(["A project that was never saved was recovered. Save it to keep it."])
            self.opened.emit()

    def start_new(self) -> None:
        self.when_changes_are_safe(self._session.start_new)

    def save(self) -> None:
        if self._session.path is None:
            self.save_as()
        else:
            self.save_to(self._session.path)

    def save_as(self, after: Callable[[], object] = lambda: None) -> None:
        dialog = QFileDialog(self._window, "Save project")
        dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
        dialog.setNameFilter("Projects (*.jaunty)")
        dialog.setDefaultSuffix("jaunty")
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.fileSelected.connect(lambda name: self.save_to(Path(name)) and after())
        dialog.open()

    def save_to(self, path: Path) -> bool:
        """Save to ``path``; return whether it worked. Where not, the window says why."""
        try:
            self._session.save(path)
        except JauntyError as error:
            self.said.emit([str(error)])
            return False
        return True

    def when_changes_are_safe(self, proceed: Callable[[], object]) -> None:
        """Run ``proceed`` after unsaved changes were saved or given up; not at all where the user thinks again."""
        if self._session.is_saved:
            proceed()
            return
        box = QMessageBox(self._window)
        box.setText(f"“{self._session.project.title}” has changes that are not saved.")
        keep = box.addButton("Save", QMessageBox.ButtonRole.AcceptRole)
        drop = box.addButton("Drop the changes", QMessageBox.ButtonRole.DestructiveRole)
        box.addButton("Stay here", QMessageBox.ButtonRole.RejectRole)
        box.setDefaultButton(keep)
        box.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)

        def answer() -> None:
            if box.clickedButton() is drop:
                self._session.discard_autosave()
                proceed()
            elif box.clickedButton() is keep:
                if self._session.path is None:
                    self.save_as(proceed)
                elif self.save_to(self._session.path):
                    proceed()

        box.finished.connect(lambda _: answer())
        box.open()


def _differs(project: object, path: Path) -> bool:
    try:
        return load_project(path) != project
    except JauntyError:
        return True
