"""Fields for numbers, alike everywhere."""

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QDoubleSpinBox, QWidget

_TEXT_MARGIN = 5


def decimals_for(step: float) -> int:
    """Return how many decimals show every step of a number."""
    return 0 if step >= 1 else 1 if step >= 0.1 else 2


class NumberField(QDoubleSpinBox):
    """``chosen`` tells what the user typed (to its end) or stepped to, never what was shown."""

    chosen = Signal(float)

    def __init__(
        self,
        name: str,
        low: float,
        high: float,
        decimals: int = 2,
        step: float = 0.1,
        suffix: str = "",
        parent: QWidget | None = None,
    ) -> None:
        """name : what it is, in words."""
        super().__init__(parent)
        self._showing = False
        self.setDecimals(decimals)
        self.setRange(low, high)
        self.setSingleStep(step)
        self.setSuffix(suffix)
        self.setKeyboardTracking(False)
        self.setAccessibleName(name)
        self.setToolTip(name)
        # No padding of the style sheet reaches the line inside.
        self.lineEdit().setTextMargins(_TEXT_MARGIN, 0, 0, 0)
        self.valueChanged.connect(self._on_value)

    def show_value(self, value: float) -> None:
        self._showing = True
        try:
            self.setValue(value)
        finally:
            self._showing = False

    def _on_value(self, value: float) -> None:
        if not self._showing:
            self.chosen.emit(value)
