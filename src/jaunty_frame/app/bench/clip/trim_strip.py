"""A strip of a clip's own pictures, on which is dragged where it begins and ends."""

from collections.abc import Callable
from fractions import Fraction

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.document.photo import Moving

_HEIGHT, _FOOT, _EDGE = 62, 12, 7
_NEAR_PX = 11.0

PictureOf = Callable[[int, int, int], QImage | None]
"""Gives picture ``n`` of the clip at a size (width, height) in device pixels, if it is there."""


class TrimStrip(QWidget):
    """``dragged`` tells from where to where (seconds of the file) while an end is dragged, and which end: 0 or 1;
    ``settled`` that the drag is over; ``wanted`` which moment of the file the user wants to see.

    Left and right move the end that was taken last by a picture, with Shift by ten.
    """

    dragged = Signal(object, object, int)
    settled = Signal()
    wanted = Signal(object)

    def __init__(self, picture_of: PictureOf, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._picture_of = picture_of
        self._moving: Moving | None = None
        self._aspect = 1.0
        self._part = (Fraction(0), Fraction(1))
        self._here = Fraction(0)
        self._end = 0
        self._held = False
        self._scrubs = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("Part of the clip")
        self.setToolTip("Drag the ends; press between them to see that moment")
        self.setMouseTracking(True)

    def sizeHint(self) -> QSize:
        return QSize(240, _HEIGHT)

    def minimumSizeHint(self) -> QSize:
        return QSize(120, _HEIGHT)

    def show_clip(self, moving: Moving, aspect: float, part: tuple[Fraction, Fraction]) -> None:
        """Show a clip and which part of it is taken. aspect : of its pictures."""
        self._moving, self._aspect, self._part = moving, aspect, part
        begins, ends = (f"{float(at):.2f} s" for at in part)
        self.setAccessibleDescription(f"from {begins} to {ends} of {float(moving.seconds):.2f} s")
        self.update()

    def show_moment(self, at: Fraction) -> None:
        """Mark the moment of the file that is seen."""
        self._here = at
        self.update()

    def place_of(self, at: Fraction) -> float:
        """Return the pixel across at which a moment of the file lies."""
        assert self._moving is not None
        room = self.width() - 2 * _EDGE
        return _EDGE + float(at / self._moving.seconds) * room

    def _moment_at(self, x: float) -> Fraction:
        assert self._moving is not None
        share = min(max((x - _EDGE) / max(self.width() - 2 * _EDGE, 1), 0.0), 1.0)
        # Ends lie between pictures.
        return Fraction(round(share * self._moving.pictures)) / self._moving.rate

    # -- mouse and keys

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if self._moving is None or event.button() is not Qt.MouseButton.LeftButton:
            return
        x = event.position().x()
        ways = [abs(x - self.place_of(at)) for at in self._part]
        self._held = min(ways) <= _NEAR_PX
        if self._held:
            self._end = ways.index(min(ways))
        else:
            self._scrubs = True
            self.wanted.emit(self._moment_at(x))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._moving is None:
            return
        x = event.position().x()
        if self._held:
            self._move_end(self._moment_at(x))
        elif self._scrubs:
            self.wanted.emit(self._moment_at(x))
        near = min(abs(x - self.place_of(at)) for at in self._part) <= _NEAR_PX
        self.setCursor(Qt.CursorShape.SplitHCursor if near or self._held else Qt.CursorShape.ArrowCursor)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._held:
            self.settled.emit()
        self._held = self._scrubs = False
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step is None or self._moving is None:
            super().keyPressEvent(event)
            return
        if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            step *= 10
        self._move_end(self._part[self._end] + step / self._moving.rate)
        self.settled.emit()

    def _move_end(self, to: Fraction) -> None:
        assert self._moving is not None
        one, (begins, ends) = 1 / self._moving.rate, self._part
        if self._end == 0:
            begins = min(max(to, Fraction(0)), ends - one)
        else:
            ends = max(min(to, self._moving.seconds), begins + one)
        if (begins, ends) != self._part:
            self.dragged.emit(begins, ends, self._end)

    # -- painting

    def paintEvent(self, event: QPaintEvent) -> None:
        if self._moving is None:
            return
        c = colours()
        strip = QRectF(_EDGE, 0, self.width() - 2 * _EDGE, self.height() - _FOOT)
        begins, ends = (self.place_of(at) for at in self._part)
        with QPainter(self) as painter:
            painter.setRenderHints(QPainter.RenderHint.Antialiasing | QPainter.RenderHint.SmoothPixmapTransform)
            painter.fillRect(strip, QColor(c.surround))
            self._paint_pictures(painter, strip)
            veil = QColor(c.panel)
            veil.setAlphaF(0.78)
            painter.fillRect(QRectF(strip.left(), 0, begins - strip.left(), strip.height()), veil)
            painter.fillRect(QRectF(ends, 0, strip.right() - ends, strip.height()), veil)
            painter.setPen(QPen(QColor(c.ink), 1.4))
            painter.drawLine(QPointF(begins, strip.bottom() - 0.7), QPointF(ends, strip.bottom() - 0.7))
            for end, (at, inwards) in enumerate(((begins, 1), (ends, -1))):
                self._paint_end(painter, at, inwards, strip.height(), self.hasFocus() and end == self._end)
            here = self.place_of(self._here)
            painter.setPen(QPen(QColor(c.on_surround), 3))
            painter.drawLine(QPointF(here, 3), QPointF(here, strip.bottom() - 3))
            painter.setPen(QPen(QColor(c.ink), 1))
            painter.drawLine(QPointF(here, 3), QPointF(here, strip.bottom() - 3))

    def _paint_pictures(self, painter: QPainter, strip: QRectF) -> None:
        assert self._moving is not None
        ratio = self.devicePixelRatio()
        count = max(round(strip.width() / max(strip.height() * self._aspect, 8)), 1)
        width = strip.width() / count
        size = max(round(width * ratio), 8), max(round(strip.height() * ratio), 8)
        for k in range(count):
            image = self._picture_of(int((k + 0.5) / count * self._moving.pictures), *size)
            if image is not None:
                painter.drawImage(QRectF(strip.left() + k * width, 0, width, strip.height()), image)

    def _paint_end(self, painter: QPainter, at: float, inwards: int, height: float, focused: bool) -> None:
        """Paint an end: an upright with a foot that points into the part that is taken."""
        c = colours()
        painter.setPen(QPen(QColor(c.ink), 3 if focused else 2))
        painter.drawLine(QPointF(at, 0), QPointF(at, height + 2))
        painter.setBrush(QColor(c.accent if focused else c.ink))
        painter.setPen(Qt.PenStyle.NoPen)
        foot = [QPointF(at, height + 1), QPointF(at + 9 * inwards, height + 1), QPointF(at, height + _FOOT - 1)]
        painter.drawPolygon(QPolygonF(foot))
