"""Several things on or off, each drawn as a frame of its shape."""

from collections.abc import Sequence
from typing import Any, NamedTuple

from PySide6.QtCore import QPointF, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFont, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from jaunty_frame.app.widgets.theme import colours, text_font

_TILE = QSize(118, 98)
_SHAPE_PX = 36


class ShapeToggle(NamedTuple):
    """aspect : width over height; words : below its name."""

    value: Any
    name: str
    words: str
    aspect: float


class ShapeToggles(QWidget):
    """``changed`` follows every choice of the user. Arrow keys go from one to the next, Space turns it on or off."""

    changed = Signal()

    def __init__(self, name: str, toggles: Sequence[ShapeToggle], columns: int, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._toggles, self._columns = list(toggles), columns
        self._on: list[Any] = []
        self._current = 0
        rows = -(-len(toggles) // columns)
        self.setFixedSize(columns * _TILE.width(), rows * _TILE.height())
        self.setAccessibleName(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    @property
    def values(self) -> list[Any]:
        """What is on, in the order of the tiles."""
        return [toggle.value for toggle in self._toggles if toggle.value in self._on]

    def show_values(self, values: Sequence[Any]) -> None:
        self._on = list(values)
        self.setAccessibleDescription(", ".join(t.name for t in self._toggles if t.value in self._on) or "none")
        self.update()

    def place_of(self, k: int) -> QRect:
        row, column = divmod(k, self._columns)
        return QRect(column * _TILE.width(), row * _TILE.height(), _TILE.width(), _TILE.height())

    def _toggle(self, k: int) -> None:
        value = self._toggles[k].value
        self.show_values([one for one in self._on if one != value] if value in self._on else [*self._on, value])
        self.changed.emit()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        for k in range(len(self._toggles)):
            if self.place_of(k).contains(event.position().toPoint()):
                self._current = k
                self._toggle(k)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        keys = Qt.Key
        steps = {keys.Key_Left: -1, keys.Key_Right: 1, keys.Key_Up: -self._columns, keys.Key_Down: self._columns}
        key = Qt.Key(event.key())
        if key in steps:
            self._current = min(max(self._current + steps[key], 0), len(self._toggles) - 1)
            self.update()
        elif key == keys.Key_Space:
            self._toggle(self._current)
        else:
            super().keyPressEvent(event)

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for k, toggle in enumerate(self._toggles):
                place, on = self.place_of(k), toggle.value in self._on
                width = min(_SHAPE_PX * toggle.aspect**0.5, 76.0)
                shape = QRectF(0, 0, width, width / toggle.aspect)
                shape.moveCenter(QRectF(place.x(), place.y() + 4, place.width(), 52).center())
                painter.setPen(QPen(QColor(c.accent if on else c.quiet), 2.5 if on else 1.2))
                painter.setBrush(QColor(c.accent if on else c.field))
                painter.drawRect(shape)
                if on:
                    self._paint_tick(painter, shape)
                painter.setPen(QColor(c.accent if on else c.ink))
                painter.setFont(text_font(12, QFont.Weight.DemiBold if on else QFont.Weight.Normal))
                line = QRect(place.x(), place.y() + 60, place.width(), 17)
                painter.drawText(line, Qt.AlignmentFlag.AlignCenter, toggle.name)
                painter.setPen(QColor(c.quiet))
                painter.setFont(text_font(11))
                painter.drawText(line.translated(0, 16), Qt.AlignmentFlag.AlignCenter, toggle.words)
                if self.hasFocus() and k == self._current:
                    painter.setPen(QPen(QColor(c.accent), 1.5))
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    painter.drawRoundedRect(QRectF(place).adjusted(1, 1, -1, -1), 5, 5)

    def _paint_tick(self, painter: QPainter, shape: QRectF) -> None:
        middle, size = shape.center(), 5.0
        painter.setPen(QPen(QColor(colours().on_accent), 2.2))
        corner = QPointF(middle.x() - size / 4, middle.y() + size * 0.7)
        ends = QPointF(middle.x() - size, middle.y()), QPointF(middle.x() + size, middle.y() - size * 0.8)
        painter.drawPolyline([ends[0], corner, ends[1]])
