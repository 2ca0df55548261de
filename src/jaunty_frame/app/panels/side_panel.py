"""What stands in the bench's place for a while."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QShowEvent
from PySide6.QtWidgets import QPushButton, QWidget

from jaunty_frame.app.desk import Desk


class SidePanel(QWidget):
    """Shows the document while it is in view, and only then; its button and Escape close it."""

    closed = Signal()

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk, self.session = desk, desk.session
        self.close_button = QPushButton("Close")
        self.close_button.clicked.connect(self.closed)
        self.session.changed.connect(self._on_changed)

    def show_document(self) -> None:
        """Show the document as it is; the only place that writes to the panel's widgets."""

    def open_for(self, output_id: str) -> None:
        """Be about an output, where the panel is about one; "" asks for none in particular."""

    def first_focus(self) -> QWidget:
        """Return what takes the keys when the panel opens."""
        return self.close_button

    def may_close(self) -> bool:
        return True

    def shut_down(self) -> None:
        """End what runs, because the window closes."""

    def _on_changed(self) -> None:
        if self.isVisible():
            self.show_document()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self.show_document()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape and self.may_close():
            self.closed.emit()
        else:
            super().keyPressEvent(event)
