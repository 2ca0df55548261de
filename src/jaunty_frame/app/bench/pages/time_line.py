"""The time of a slide: where it is looked at, and the instants that have values of their own."""

from collections.abc import Sequence

from PySide6.QtCore import QPointF, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF, QWheelEvent
from PySide6.QtWidgets import QSlider, QStyle, QStyleOptionSlider, QWidget

from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.document.instant import SAME_INSTANT

STEPS = 1000
_MARK_PX = 5.0
_NEAR_PX = 7.0
_MANY = 10
_HEIGHT = 30


class TimeLine(QSlider):
    """A press goes there, a drag on follows it; Left, Right and the wheel go a frame back or on, with Shift ten. Marks
    instants below its groove; one that is dragged moves.

    ``moved`` tells from where to where, ``settled`` that the drag is over.
    """

    moved = Signal(float, float)
    settled = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self.setRange(0, STEPS)
        self.setMinimumHeight(_HEIGHT)
        self.setAccessibleName("Instant shown")
        self._times: list[float] = []
        self._frames = 2
        self._dragged: float | None = None

    def show_frames(self, count: int) -> None:
        """Take it that the slide has so many frames in the output that is shown."""
        self._frames = max(count, 2)

    def show_instants(self, times: Sequence[float]) -> None:
        """Show instants by their shares of the time."""
        self._times = list(times)
        self.setAccessibleDescription(f"{len(times)} instants" if times else "")
        self.update()

    @property
    def share(self) -> float:
        """The share of the time that is shown."""
        return self.value() / STEPS

    def instant_here(self) -> float | None:
        """Return the time of the instant that is looked at, None between instants."""
        return next((at for at in self._times if abs(at - self.share) <= SAME_INSTANT), None)

    def mark_place(self, at: float) -> QPointF:
        """Return where the mark of an instant lies."""
        left, width = self._groove()
        return QPointF(left + at * width, self.height() - _MARK_PX - 1)

    def _groove(self) -> tuple[float, float]:
        option = QStyleOptionSlider()
        self.initStyleOption(option)
        handle = self.style().pixelMetric(QStyle.PixelMetric.PM_SliderLength, option, self)
        return handle / 2, max(self.width() - handle, 1)

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        if not self._times:
            return
        here = self.instant_here()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for at in self._times:
                place = self.mark_place(at)
                corners = [
                    place + QPointF(0, -_MARK_PX),
                    place + QPointF(_MARK_PX * 0.8, _MARK_PX * 0.6),
                    place + QPointF(-_MARK_PX * 0.8, _MARK_PX * 0.6),
                ]
                painter.setPen(QPen(QColor(colours().ink), 1.2))
                painter.setBrush(QColor(colours().accent if at == here else colours().panel))
                painter.drawPolygon(QPolygonF(corners))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        by = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if by is None:
            super().keyPressEvent(event)
        else:
            self._go(by, event.modifiers())

    def wheelEvent(self, event: QWheelEvent) -> None:
        turned = event.angleDelta()
        way = turned.y() or turned.x()  # with a key held some systems tell it as across
        if way:
            self._go(1 if way > 0 else -1, event.modifiers())
        event.accept()

    def _go(self, by: int, keys: Qt.KeyboardModifier) -> None:
        by *= _MANY if keys & Qt.KeyboardModifier.ShiftModifier else 1
        last = self._frames - 1
        value = round((round(self.share * last) + by) / last * STEPS)
        # A long slide has more frames than steps.
        self.setValue(value if value != self.value() else value + (1 if by > 0 else -1))

    def _share_at(self, place: QPointF) -> float:
        left, width = self._groove()
        return min(max((place.x() - left) / width, 0.0), 1.0)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() is not Qt.MouseButton.LeftButton:
            super().mousePressEvent(event)
            return
        near = [at for at in self._times if (self.mark_place(at) - event.position()).manhattanLength() < _NEAR_PX]
        if near:
            self._dragged = near[0]
            self.setValue(round(near[0] * STEPS))
        else:  # what Qt's slider does with a press beside its handle, a step, is nothing that one wants of time
            self.setSliderDown(True)
            self.setValue(round(self._share_at(event.position()) * STEPS))
        event.accept()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self.isSliderDown():
            self.setValue(round(self._share_at(event.position()) * STEPS))
        elif self._dragged is not None:
            to = round(self._share_at(event.position()), 3)
            if abs(to - self._dragged) > SAME_INSTANT:
                at, self._dragged = self._dragged, to
                self.moved.emit(at, to)
                self.setValue(round(to * STEPS))

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self.setSliderDown(False)
        if self._dragged is not None:
            self._dragged = None
            self.settled.emit()
