"""Opening and closing in numbers: left, top and width in percent of the photo."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout, QLabel, QWidget

from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.core.geometry.windows import Window

_NAMES = ("left", "top", "width")


class WindowFields(QWidget):
    """Emits both windows when a number was typed; the height follows from the width, so the shape stays."""

    changed = Signal(object, object)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._windows: tuple[Window, Window] | None = None
        self.boxes: dict[tuple[int, str], NumberField] = {}
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(4)
        for column, name in enumerate(_NAMES, 1):
            grid.addWidget(_quiet(f"{name} %"), 0, column)
        for row, end in enumerate(("opening", "closing")):
            grid.addWidget(_quiet(end), row + 1, 0)
            for column, name in enumerate(_NAMES, 1):
                said = f"{end.capitalize()}: {name} in percent of the photo"
                box = NumberField(said, 1 if name == "width" else -900, 900, decimals=1, step=1)
                box.setMinimumWidth(46)
                box.chosen.connect(lambda value, row=row, name=name: self._on_typed(row, name, value))
                grid.addWidget(box, row + 1, column)
                self.boxes[row, name] = box

    def show_windows(self, opening: Window, closing: Window) -> None:
        self._windows = opening, closing
        for (row, name), box in self.boxes.items():
            window = self._windows[row]
            box.show_value(100 * {"left": window.x, "top": window.y, "width": window.w}[name])

    def _on_typed(self, row: int, name: str, percent: float) -> None:
        if self._windows is None:
            return
        window, value = self._windows[row], percent / 100
        if name == "left":
            window = window._replace(x=value)
        elif name == "top":
            window = window._replace(y=value)
        else:
            window = window._replace(w=value, h=window.h * value / window.w)
        ends = list(self._windows)
        ends[row] = window
        self.changed.emit(*ends)


def _quiet(text: str) -> QLabel:
    label = QLabel(text)
    label.setProperty("role", "quiet")
    label.setAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
    return label
