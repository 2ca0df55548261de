"""The bar at the top: what the show is called and how long it is, its findings, and what can be done with it."""

from PySide6.QtCore import Signal
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QHBoxLayout, QLabel, QLineEdit, QMenu, QPushButton, QSizePolicy, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.theme import icon
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.house_rules import set_title
from jaunty_frame.show.findings.groups import grouped
from jaunty_frame.show.words import counted


class TopBar(QWidget):
    """Shows the project in one line."""

    findings_clicked = Signal()

    def __init__(
        self,
        session: Session,
        actions: dict[str, QAction],
        menu: QMenu,
        output_menu: QMenu,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self._session = session
        self._looking = ""
        self.setFixedHeight(52)
        self.menu_button = QPushButton()
        self.menu_button.setProperty("role", "plain")
        self.menu_button.setAccessibleName("Menu")
        self.menu_button.setToolTip("Menu (F10)")
        self.menu_button.setShortcut("F10")
        self.menu_button.clicked.connect(
            lambda: menu.popup(self.menu_button.mapToGlobal(self.menu_button.rect().bottomLeft()))
        )
        self.title = QLineEdit()
        self.title.setProperty("role", "title")
        self.title.setAccessibleName("Title of the show")
        self.title.setMaxLength(200)
        self.title.setMaximumWidth(300)
        self.title.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.title.textEdited.connect(lambda text: session.apply(set_title(text), "title"))
        self.title.editingFinished.connect(session.edited.end_gesture)
        self.title.editingFinished.connect(lambda: self.title.setCursorPosition(0))
        self.facts = QLabel()
        self.facts.setProperty("role", "quiet")
        self.findings = QPushButton()
        self.findings.setProperty("role", "plain")
        self.findings.setToolTip("All findings (Ctrl+Shift+G); Ctrl+G goes to the next")
        self.findings.clicked.connect(self.findings_clicked)
        self.add_photos = _button(actions["add-photos"], "Add photos")
        self.add_output = QPushButton("Add output")
        self.add_output.setToolTip("Show these photos in one more shape")
        self.add_output.clicked.connect(
            lambda: output_menu.popup(self.add_output.mapToGlobal(self.add_output.rect().bottomLeft()))
        )
        self.undo = _button(actions["undo"], "Undo")
        self.redo = _button(actions["redo"], "Redo")
        self.play = _button(actions["play"], "Play")
        self.export = _button(actions["export"], "Export")
        self.export.setProperty("role", "main")
        for button in (self.undo, self.redo, self.add_photos, self.add_output):
            button.setProperty("role", "plain")
        layout = QHBoxLayout(self)
        layout.setContentsMargins(10, 0, 16, 0)
        layout.setSpacing(8)
        layout.addWidget(self.menu_button)
        layout.addWidget(self.title, 1)
        layout.addWidget(self.facts)
        layout.addWidget(self.findings)
        layout.addStretch(1)
        for button in (self.add_photos, self.add_output, self.undo, self.redo, self.play, self.export):
            layout.addWidget(button)
        self.show_icons()
        session.changed.connect(self.show_document)
        session.findings_changed.connect(self.show_document)
        self.show_document()

    def show_icons(self) -> None:
        self.menu_button.setIcon(icon("menu"))
        self.undo.setIcon(icon("undo-2"))
        self.redo.setIcon(icon("redo-2"))

    def show_finding_areas(self, done: int, total: int) -> None:
        """Say how far the search for keep areas has come; nothing once it is done."""
        self._looking = f" · finding keep areas, {done} of {total}" if done < total else ""
        self.show_document()

    def show_document(self) -> None:
        project = self._session.project
        if self.title.text() != project.title:
            self.title.setText(project.title)
            self.title.setCursorPosition(0)  # where it is cut, its beginning is seen
        count = len(project.slides)
        shown = count and project.outputs
        length = f" · {clock_text(self._session.plans()[project.outputs[0].id].seconds)}" if shown else ""
        self.facts.setText(f"{counted(count, 'slide')}{length}{self._looking}")
        found = len(grouped(self._session.findings()))
        self.findings.setText(f"!  {counted(found, 'finding')}")
        self.findings.setVisible(found > 0)


def _button(action: QAction, text: str) -> QPushButton:
    """Return a button for an action that keeps its own short text."""
    button = QPushButton(text)
    button.clicked.connect(action.trigger)

    def follow() -> None:
        button.setEnabled(action.isEnabled())
        keys = action.shortcut().toString()
        button.setToolTip(action.text() + (f" ({keys})" if keys else ""))

    action.changed.connect(follow)
    follow()
    return button
