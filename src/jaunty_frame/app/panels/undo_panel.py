"""The undo list: every step with its name and count, and the way back to any of them."""

from PySide6.QtGui import QColor
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.document.history import Step
from jaunty_frame.document.model import Project
from jaunty_frame.show.changes import change_words


class UndoPanel(SidePanel):
    """A click, or Return, goes to the state after a step; what was taken back stays until something else is done."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        # What a step did is compared once: there may be hundreds, of hundreds of slides each.
        self._said: dict[tuple[int, int], tuple[Project, Project, str]] = {}
        self.list = QListWidget()
        self.list.setAccessibleName("Steps")
        self.list.itemClicked.connect(self._go)
        self.list.itemActivated.connect(self._go)
        self.lay_out("Undo list", "Click a step to go back to it, or forward again.", self.list, scrolls=False)

    def first_focus(self) -> QWidget:
        return self.list

    def show_document(self) -> None:
        steps, done = self.session.edited.steps(), self.session.edited.step
        known = {(id(step.before), id(step.after)) for step in steps}
        self._said = {key: said for key, said in self._said.items() if key in known}
        self.list.clear()
        for k, words in enumerate(["As it was opened", *map(self._words, steps)]):
            item = QListWidgetItem(f"{words}, taken back" if k > done else words)
            if k > done:
                item.setForeground(QColor(colours().quiet))
            self.list.addItem(item)
        self.list.setCurrentRow(done)

    def _words(self, step: Step) -> str:
        key = id(step.before), id(step.after)
        if key not in self._said:
            # The projects are kept with it, so that their ids stay theirs.
            self._said[key] = step.before, step.after, change_words(step.label, step.before, step.after)
        return self._said[key][2]

    def _go(self, item: QListWidgetItem) -> None:
        self.session.edited.go_to_step(self.list.row(item))
