"""A line for something that is typed in several forms, which says what it cannot read."""

from collections.abc import Callable
from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QLabel, QLineEdit, QVBoxLayout, QWidget

from jaunty_frame.errors import JauntyError


class TextEntry(QWidget):
    """``read`` makes a value of the text, or raises JauntyError; ``chosen`` tells the value when Return is pressed."""

    chosen = Signal(object)

    def __init__(self, name: str, hint: str, read: Callable[[str], Any], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._read = read
        self.fault = QLabel()
        self.fault.setWordWrap(True)
        self.fault.hide()
        self.line = QLineEdit()
        self.line.setAccessibleName(name)
        self.line.setPlaceholderText(hint)
        self.line.returnPressed.connect(self._choose)
        self.line.textEdited.connect(lambda _: self.fault.hide())
        self.setFocusProxy(self.line)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(2)
        layout.addWidget(self.line)
        layout.addWidget(self.fault)

    def _choose(self) -> None:
        try:
            value = self._read(self.line.text())
        except JauntyError as error:
            self.say(str(error))
            return
        self.chosen.emit(value)

    def say(self, sentence: str) -> None:
        """Say what is wrong with what was typed."""
        self.fault.setText(sentence)
        self.fault.setVisible(bool(sentence))
