"""A curve that says how speed is spread over a move: two handles, dragged or nudged with the arrow keys."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPainterPath, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.core.motion.paths import Easing

_MARGIN = 9.0
_STEP = 0.02
_HANDLE = 5.0


class EasingEditor(QWidget):
    """Shows and emits easings. Time runs to the right, the way travelled upwards."""

    changed = Signal(object)
    gesture_ended = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._easing: Easing = (0.0, 0.0, 1.0, 1.0)
        self._handle = 0
        self._dragging = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("Curve of the easing")
        self.setToolTip("Drag the two handles; or full stop chooses one, arrows move it")

    def sizeHint(self) -> QSize:
        return QSize(120, 66)

    def show_value(self, easing: Easing) -> None:
        self._easing = easing
        self.setAccessibleDescription(", ".join(f"{value:.2f}" for value in easing))
        self.update()

    def _field(self) -> QRectF:
        return QRectF(self.rect()).adjusted(_MARGIN, _MARGIN, -_MARGIN, -_MARGIN)

    def handle_place(self, handle: int) -> QPointF:
        """Return where a handle (0 or 1) lies on the widget."""
        x, y = self._easing[2 * handle : 2 * handle + 2]
        field = self._field()
        return QPointF(field.left() + x * field.width(), field.bottom() - y * field.height())

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setPen(QPen(QColor(c.accent), 2) if self.hasFocus() else QPen(QColor(c.hairline), 1))
            painter.setBrush(QColor(c.field))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5), 5, 5)
            field = self._field()
            start, end = field.bottomLeft(), field.topRight()
            first, second = self.handle_place(0), self.handle_place(1)
            painter.setPen(QPen(QColor(c.quiet), 1, Qt.PenStyle.DotLine))
            painter.drawLine(start, first)
            painter.drawLine(end, second)
            curve = QPainterPath(start)
            curve.cubicTo(first, second, end)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(c.ink), 2))
            painter.drawPath(curve)
            for handle, place in enumerate((first, second)):
                painter.setPen(QPen(QColor(c.ink), 1))
                painter.setBrush(QColor(c.accent if handle == self._handle and self.hasFocus() else c.field))
                painter.drawEllipse(place, _HANDLE, _HANDLE)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        away = [(event.position() - self.handle_place(handle)).manhattanLength() for handle in (0, 1)]
        self._handle = 0 if away[0] <= away[1] else 1
        self._dragging = True
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._dragging:
            field = self._field()
            x = (event.position().x() - field.left()) / field.width()
            y = (field.bottom() - event.position().y()) / field.height()
            self._move_to(x, y)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._dragging:
            self._dragging = False
            self.gesture_ended.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        steps = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1), Qt.Key.Key_Down: (0, -1)}
        if event.key() == Qt.Key.Key_Period:
            self._handle = 1 - self._handle
            self.update()
        elif event.key() in steps:
            across, up = steps[Qt.Key(event.key())]
            x, y = self._easing[2 * self._handle : 2 * self._handle + 2]
            self._move_to(x + across * _STEP, y + up * _STEP)
            self.gesture_ended.emit()
        else:
            super().keyPressEvent(event)

    def _move_to(self, x: float, y: float) -> None:
        values = list(self._easing)
        values[2 * self._handle : 2 * self._handle + 2] = (
            round(min(max(x, 0.0), 1.0), 3),
            round(min(max(y, 0.0), 1.0), 3),
        )
        self.changed.emit(tuple(values))
