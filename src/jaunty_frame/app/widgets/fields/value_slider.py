"""A slider for an amount about zero."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QSlider, QWidget


class ValueSlider(QSlider):
    """``chosen`` tells what the user moved it to, never what was shown. ``steps`` : on the slider for one unit."""

    chosen = Signal(float)

    def __init__(self, name: str, most: float, steps: int, parent: QWidget | None = None) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self._steps, self._showing = steps, False
        self.setRange(-round(most * steps), round(most * steps))
        self.setAccessibleName(name)
        self.valueChanged.connect(self._on_value)

    def show_value(self, value: float) -> None:
        self._showing = True
        try:
            self.setValue(round(value * self._steps))
        finally:
            self._showing = False

    def _on_value(self, value: int) -> None:
        if not self._showing:
            self.chosen.emit(value / self._steps)
