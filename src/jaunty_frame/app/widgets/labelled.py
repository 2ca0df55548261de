"""Small helpers for laying out fields with quiet names above them."""

from PySide6.QtCore import QSize
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QVBoxLayout, QWidget

_NAMES = 84
"""Names below each other are as wide as the longest of them."""


def quiet_label(text: str) -> QLabel:
    label = QLabel(text)
    label.setProperty("role", "quiet")
    return label


def part_label(text: str) -> QLabel:
    """Return the name of a part of a panel."""
    label = QLabel(text)
    label.setProperty("role", "part")
    label.setIndent(0)
    return label


def row_of(*widgets: QWidget, stretch_first: bool = True) -> QWidget:
    """Return widgets side by side; the first takes the room that is left."""
    row = QWidget()
    layout = QHBoxLayout(row)
    layout.setContentsMargins(0, 0, 0, 0)
    layout.setSpacing(6)
    for k, widget in enumerate(widgets):
        layout.addWidget(widget, 1 if k == 0 and stretch_first else 0)
    return row


def column_of(*widgets: QWidget) -> QWidget:
    """Return widgets below each other, at the top of the room that there is."""
    column = QWidget()
    layout = QVBoxLayout(column)
    layout.setContentsMargins(0, 0, 0, 0)
    layout.setSpacing(4)
    for widget in widgets:
        layout.addWidget(widget)
    layout.addStretch(1)
    return column


def grid_of(*widgets: QWidget, columns: int) -> QWidget:
    """Return widgets in rows whose columns are equally wide."""
    grid = QWidget()
    layout = QGridLayout(grid)
    layout.setContentsMargins(0, 0, 0, 0)
    layout.setHorizontalSpacing(6)
    layout.setVerticalSpacing(4)
    for k, widget in enumerate(widgets):
        layout.addWidget(widget, k // columns, k % columns)
    for column in range(columns):
        layout.setColumnStretch(column, 1)
    return grid


class _Name(QLabel):
    """A name that is as wide as those above and below it, and never cut."""

    def __init__(self, name: str, width: int) -> None:
        super().__init__(name)
        self._width = width
        self.setProperty("role", "quiet")

    def sizeHint(self) -> QSize:
        return super().sizeHint().expandedTo(QSize(self._width, 0))

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()


def named(name: str, widget: QWidget, name_width: int = _NAMES) -> QWidget:
    """Return a widget with its name at its left."""
    label = _Name(name, name_width)
    row = row_of(label, widget, stretch_first=False)
    layout = row.layout()
    assert isinstance(layout, QHBoxLayout)
    layout.setStretch(1, 1)
    return row
