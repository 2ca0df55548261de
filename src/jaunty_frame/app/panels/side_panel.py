"""What stands in the bench's place for a while."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QShowEvent
from PySide6.QtWidgets import QLabel, QLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk

_SCROLL_BAR = 12
"""The room that a scroll bar takes, so that it does not push what it scrolls."""


class SidePanel(QWidget):
    """Shows the document while it is in view, and only then; its button and Escape close it."""

    closed = Signal()

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.desk, self.session = desk, desk.session
        self.close_button = QPushButton("Close")
        self.close_button.clicked.connect(self.closed)
        self.session.changed.connect(self._on_changed)

    def lay_out(self, heading: str, said: str, *parts: QWidget | QLayout, scrolls: bool = True) -> None:
        """Put parts below each other under a heading and a quiet sentence, with the button that closes at the foot."""
        self.heading = QLabel(heading)
        self.heading.setProperty("role", "heading")
        self.said = QLabel(said)
        self.said.setProperty("role", "quiet")
        self.said.setWordWrap(True)
        self.said.setVisible(bool(said))
        outer = QVBoxLayout(self)
        outer.setContentsMargins(16, 12, 16 - _SCROLL_BAR * scrolls, 14)
        outer.setSpacing(6)
        outer.addWidget(self.heading)
        outer.addWidget(self.said)
        inner = outer
        if scrolls:
            body = QWidget()
            inner = QVBoxLayout(body)
            inner.setContentsMargins(0, 4, _SCROLL_BAR, 0)
            inner.setSpacing(4)
            scroll = QScrollArea()
            scroll.setWidget(body)
            scroll.setWidgetResizable(True)
            scroll.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
            scroll.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            outer.addWidget(scroll, 1)
        for part in parts:
            if isinstance(part, QLayout):
                inner.addLayout(part)
            else:
                inner.addWidget(part)
        if scrolls:
            inner.addStretch(1)
        outer.addWidget(self.close_button, 0, Qt.AlignmentFlag.AlignLeft)

    def show_document(self) -> None:
        """Show the document as it is; the only place that writes to the panel's widgets."""

    def open_for(self, about: str) -> None:
        """Be about an output, or about all slides, where the panel can be; "" asks for nothing in particular."""

    def first_focus(self) -> QWidget:
        """Return what takes the keys when the panel opens."""
        return self.close_button

    def under_way(self) -> str:
        """Return a sentence about work that must not be ended unasked, "" if there is none."""
        return ""

    def may_close(self) -> bool:
        return not self.under_way()

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
