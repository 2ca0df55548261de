"""An amount: a slider and its number with a unit. A double click on the slider resets it."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QHBoxLayout, QSlider, QWidget

from jaunty_frame.app.widgets.fields.number_field import NumberField, decimals_for

_STEPS = 400
_NUMBER_WIDTH = 66
_SHORTEST = 36


class AmountField(QWidget):
    """``chosen`` tells what the user moved it to, ``settled`` that the gesture is over. A unit with % shows shares in
    percent. default : what a double click goes back to."""

    chosen = Signal(float)
    settled = Signal()

    def __init__(
        self,
        name: str,
        low: float,
        high: float,
        step: float,
        unit: str = "",
        default: float = 0.0,
        parent: QWidget | None = None,
    ) -> None:
        super().__init__(parent)
        self._low, self._high, self._default = low, high, default
        self._factor = 100.0 if "%" in unit else 1.0
        self._showing = False
        decimals = decimals_for(step * self._factor)
        self.number = NumberField(name, low * self._factor, high * self._factor, decimals, step * self._factor, unit)
        self.number.setFixedWidth(_NUMBER_WIDTH)
        self.number.chosen.connect(lambda value: self._tell(value / self._factor, True))
        self.slider = _Slider(Qt.Orientation.Horizontal)
        self.slider.setRange(0, _STEPS)
        self.slider.setMinimumWidth(_SHORTEST)
        self.slider.setAccessibleName(name)
        self.slider.setToolTip(f"{name}; a double click resets it")
        self.slider.valueChanged.connect(self._on_slider)
        self.slider.sliderReleased.connect(self.settled)
        self.slider.reset_wanted.connect(lambda: self._tell(self._default, True))
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        layout.addWidget(self.slider, 1)
        layout.addWidget(self.number)

    def show_value(self, value: float) -> None:
        self._showing = True
        try:
            self.number.show_value(value * self._factor)
            if not self.slider.isSliderDown():
                self.slider.setValue(round((value - self._low) / (self._high - self._low) * _STEPS))
        finally:
            self._showing = False

    def _on_slider(self, position: int) -> None:
        if not self._showing:
            step = self.number.singleStep() / self._factor / 5
            value = self._low + (self._high - self._low) * position / _STEPS
            self._tell(round(value / step) * step, not self.slider.isSliderDown())

    def _tell(self, value: float, settled: bool) -> None:
        self.chosen.emit(min(max(value, self._low), self._high))
        if settled:
            self.settled.emit()


class _Slider(QSlider):
    reset_wanted = Signal()

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self.reset_wanted.emit()
        event.accept()
