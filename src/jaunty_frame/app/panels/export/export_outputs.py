"""Which outputs are written: a box for each, with its size, its rate and its length."""

from collections.abc import Mapping

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QCheckBox, QVBoxLayout, QWidget

Row = tuple[str, str]
"""What a box says, and the name of the file."""


class ExportOutputs(QWidget):
    """``changed`` follows every box that is checked or not. What was unchecked stays so while outputs come and go."""

    changed = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.boxes: dict[str, QCheckBox] = {}
        self._shown: dict[str, Row] = {}
        self._layout = QVBoxLayout(self)
        self._layout.setContentsMargins(0, 0, 0, 0)
        self._layout.setSpacing(6)

    def show_rows(self, rows: Mapping[str, Row]) -> None:
        """Show outputs, by their ids."""
        if rows == self._shown:
            return
        self._shown = dict(rows)
        unchecked = {name for name, box in self.boxes.items() if not box.isChecked()}
        while (item := self._layout.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        self.boxes = {}
        for output_id, (text, file_name) in rows.items():
            box = self.boxes[output_id] = QCheckBox(text)
            box.setChecked(output_id not in unchecked)
            box.toggled.connect(lambda _: self.changed.emit())
            box.setToolTip(file_name)
            self._layout.addWidget(box)

    def chosen(self) -> list[str]:
        """Return the ids of those that are checked."""
        return [name for name, box in self.boxes.items() if box.isChecked()]

    def choose_only(self, output_id: str) -> None:
        for name, box in self.boxes.items():
            box.setChecked(name == output_id)
