"""Nine places of a frame, one of which may be chosen."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours

_SIDE = 66
_MARK = 6.0


class PlaceGrid(QWidget):
    """Names of places in, names out; "" shows none of them. ``chosen`` is emitted for the user's choices only; arrow
    keys step.

    names : from the top left to the bottom right.
    """

    chosen = Signal(str)

    def __init__(self, name: str, names: tuple[str, ...], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._names, self._value, self._solved = names, "", QPointF(-1, -1)
        self.setAccessibleName(name)
        self.setToolTip(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(_SIDE, _SIDE)

    def show_value(self, value: str, solved: tuple[float, float] = (-1.0, -1.0)) -> None:
        """Show which is chosen; solved : where in the frame, 0..1, something stands that chose for itself."""
        self._value, self._solved = value, QPointF(*solved)
        self.setAccessibleDescription(value or "no place chosen")
        self.update()

    def place_of(self, k: int) -> QPointF:
        """Return the middle of place ``k``."""
        step = _SIDE / 3
        return QPointF((k % 3 + 0.5) * step, (k // 3 + 0.5) * step)

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setPen(QPen(QColor(c.accent if self.hasFocus() else c.hairline), 2 if self.hasFocus() else 1))
            painter.setBrush(QColor(c.field))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 6, 6)
            for k, name in enumerate(self._names):
                on = name == self._value
                half = _MARK if on else _MARK / 2
                painter.setPen(Qt.PenStyle.NoPen)
                painter.setBrush(QColor(c.accent if on else c.quiet))
                middle = self.place_of(k)
                painter.drawRect(
                    QRectF(middle.x() - half / 2, middle.y() - half / 2, half, half).adjusted(-1, -1, 1, 1)
                )
            if self._solved.x() >= 0:
                painter.setPen(QPen(QColor(c.accent), 2))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                at = QPointF(6 + self._solved.x() * (_SIDE - 12), 6 + self._solved.y() * (_SIDE - 12))
                painter.drawRect(QRectF(at.x() - _MARK, at.y() - _MARK / 2, 2 * _MARK, _MARK))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        column, row = (min(max(int(along / _SIDE * 3), 0), 2) for along in (event.position().x(), event.position().y()))
        self.chosen.emit(self._names[row * 3 + column])

    def keyPressEvent(self, event: QKeyEvent) -> None:
        keys = Qt.Key
        step = {keys.Key_Left: -1, keys.Key_Right: 1, keys.Key_Up: -3, keys.Key_Down: 3}.get(Qt.Key(event.key()))
        if step is None:
            super().keyPressEvent(event)
            return
        at = self._names.index(self._value) if self._value in self._names else 4 - step
        self.chosen.emit(self._names[min(max(at + step, 0), 8)])
