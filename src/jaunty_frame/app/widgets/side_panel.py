"""What stands in the bench's place for a while."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QPushButton, QWidget


class SidePanel(QWidget):
    """Its button and Escape close it; what that means is the window's."""

    closed = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.close_button = QPushButton("Close")
        self.close_button.clicked.connect(self.closed)

    def may_close(self) -> bool:
        return True

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape and self.may_close():
            self.closed.emit()
        else:
            super().keyPressEvent(event)
