"""The document with its history: every edit of the open project goes through here."""

from collections.abc import Callable, Hashable

from PySide6.QtCore import QObject, Signal

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.history import Gesture, History, Step
from jaunty_frame.document.model import Project


class EditedProject(QObject):
    """``changed`` follows every edit; ``returned`` brings the place (see ``where``) of a step taken back or redone."""

    changed = Signal()
    returned = Signal(object)

    def __init__(self, project: Project, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._history = History(project)
        # Where the user is, as the view that is worked in knows it: its steps go back there.
        self.where: Callable[[], object] = lambda: None
        self._gesture: tuple[tuple[Hashable, ...], Gesture] = (), Gesture()

    @property
    def latest(self) -> Project:
        """The project with every edit."""
        return self._history.project

    def begin_with(self, project: Project) -> None:
        """Hold another project, which has no history."""
        self._history = History(project)

    def gesture(self, *what: Hashable) -> Gesture:
        """Return the gesture that is under way, if it does the same; else one that begins, and the other is over."""
        if self._gesture[0] != what:
            self._gesture = what, Gesture()
        return self._gesture[1]

    def end_gesture(self) -> None:
        """Let what is done next be a step of its own."""
        self._gesture = (), Gesture()

    def cancel_gesture(self) -> None:
        """Take back what the gesture has done so far."""
        if self._history.is_last(self._gesture[1]):
            self.undo()
        self.end_gesture()

    def apply(self, edit: Edit, gesture: Gesture | None = None) -> None:
        if self._history.apply(edit, self.where, gesture):
            self.changed.emit()

    def amend(self, edit: Edit) -> None:
        """Apply facts outside the history; nobody is told."""
        self._history.amend(edit)

    @property
    def undo_label(self) -> str:
        return self._history.undo_label

    @property
    def redo_label(self) -> str:
        return self._history.redo_label

    def undo(self) -> None:
        self.go_to_step(self.step - 1)

    def redo(self) -> None:
        self.go_to_step(self.step + 1)

    @property
    def step(self) -> int:
        """How many steps are done."""
        return self._history.position

    def steps(self) -> list[Step]:
        """Return all steps, those that were taken back too."""
        return self._history.steps()

    def go_to_step(self, position: int) -> None:
        """Take steps back, or do them again, until ``position`` of them are done."""
        before = self.step
        place = self._history.go_to(max(position, 0))
        if self.step != before:
            self.changed.emit()
            self.returned.emit(place)
