"""Choices shown as live miniatures: small pictures of the user's own photos, each with its name below."""

from collections.abc import Callable, Sequence
from typing import Any, NamedTuple

from PySide6.QtCore import QElapsedTimer, QRect, QSize, Qt, QTimer, Signal
from PySide6.QtGui import (
    QColor,
    QFont,
    QHideEvent,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QShowEvent,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, cell_request
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.planning.plan import Plan

_LONGEST_MS = 20
_INTERVAL_MS = 66
_LOOP_MS = 2400
_NAME_PX = 20
_GAP = 8
_USUAL_WIDTH = 440
_LEAST_WIDTH = 220
_RESTS = 0.25
"""For this part of its time a miniature shows its beginning, and for as long its end."""


class Miniature(NamedTuple):
    """content : what it shows at a progress in 0..1; always the same where it does not move."""

    key: Any
    name: str
    plan: Plan
    content: Callable[[float], FrameContent]


class Miniatures(QWidget):
    """A grid of which one is chosen. ``chosen`` is emitted for the user's choices only; arrow keys step.

    picture_px : the height of the pictures.
    """

    chosen = Signal(object)

    def __init__(
        self,
        name: str,
        session: Session,
        images: CellImages,
        columns: int,
        picture_px: int,
    ) -> None:
        super().__init__()
        self._session, self._images, self._columns = session, images, columns
        self._picture_px = picture_px
        self.shown: list[Miniature] = []
        self._pictures: dict[Any, QImage] = {}
        self._asked: set[CellRequest] = set()
        self._next = 0
        self._value: Any = None
        self._clock = QElapsedTimer()
        self._clock.start()
        self._timer = QTimer(self)
        self._timer.setInterval(_INTERVAL_MS)
        self._timer.timeout.connect(self._refresh)
        self.setAccessibleName(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def show_miniatures(self, shown: Sequence[Miniature], value: Any) -> None:
        """Offer miniatures, of which one is chosen."""
        if [one.key for one in shown] != [one.key for one in self.shown]:
            keys = [one.key for one in shown]
            self._pictures = {key: picture for key, picture in self._pictures.items() if key in keys}
        self.shown, self._value = list(shown), value
        name = next((one.name for one in shown if one.key == value), "mixed")
        self.setAccessibleDescription(name)
        self.updateGeometry()
        self._refresh()

    def sizeHint(self) -> QSize:
        rows = -(-max(len(self.shown), 1) // self._columns)
        return QSize(300, rows * (self._picture_high() + _NAME_PX + _GAP))

    def minimumSizeHint(self) -> QSize:
        return QSize(_LEAST_WIDTH, self.sizeHint().height())

    def _picture_high(self) -> int:
        """Return the height of the highest picture: wide ones are as wide as a column lets them be.

        Of a panel of usual width: a height that followed the width would make a scroll bar come, which takes width, so
        that it goes again, and so on without an end.
        """
        wide = _USUAL_WIDTH // self._columns - _GAP
        aspects = {float(one.plan.output.aspect) for one in self.shown}
        return max((min(self._picture_px, round(wide / aspect)) for aspect in aspects), default=self._picture_px)

    def place_of(self, k: int) -> QRect:
        """Return where miniature ``k`` lies, with its name."""
        width = self.width() // self._columns
        row, column = divmod(k, self._columns)
        high = self._picture_high() + _NAME_PX
        return QRect(column * width, row * (high + _GAP), width - _GAP, high)

    def _picture_place(self, k: int) -> QRect:
        room, high = self.place_of(k), self._picture_high()
        aspect = float(self.shown[k].plan.output.aspect)
        width = min(room.width(), round(high * aspect))
        height = min(high, round(width / aspect))
        return QRect(room.center().x() - width // 2, room.y() + (high - height) // 2, width, height)

    def _progress(self) -> float:
        along = self._clock.elapsed() % _LOOP_MS / _LOOP_MS
        return min(max((along - _RESTS) / (1 - 2 * _RESTS), 0.0), 1.0)

    def _refresh(self) -> None:
        if not self.isVisible():
            return
        progress, ratio = self._progress(), self.devicePixelRatio()
        taken, count = QElapsedTimer(), len(self.shown)
        taken.start()
        # In turn, some at a time: looks with prints take long, and nothing may wait for them.
        for k in [(self._next + step) % count for step in range(count)]:
            if taken.elapsed() > _LONGEST_MS:
                break
            self._next, one = (k + 1) % count, self.shown[k]
            place = self._picture_place(k)
            # Even sizes: pictures that travel do so by whole samples.
            size = max(round(place.width() * ratio / 2) * 2, 2), max(round(place.height() * ratio / 2) * 2, 2)
            image = self._images.live_image(cell_request(one.plan, one.content(progress), *size))
            if image is not None:
                self._pictures[one.key] = image
            else:
                # What it needs is made ready with a picture of its middle; all instants need the same.
                request = cell_request(one.plan, one.content(0.5), *size)
                if request not in self._asked:
                    self._asked.add(request)
                    self._images.remake(request, self._session.source)
        self.update()

    def forget(self) -> None:
        """What is shown has changed: make all pictures anew."""
        self._pictures.clear()
        self._asked.clear()
        if self.isVisible():
            self._timer.start()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self._asked.clear()
        self._timer.start()

    def hideEvent(self, event: QHideEvent) -> None:
        super().hideEvent(event)
        self._timer.stop()

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for k, one in enumerate(self.shown):
                place, picture, on = self.place_of(k), self._picture_place(k), one.key == self._value
                painter.fillRect(picture, QColor(c.surround))
                if one.key in self._pictures:
                    painter.drawImage(picture, self._pictures[one.key])
                painter.setFont(text_font(11, QFont.Weight.DemiBold if on else QFont.Weight.Normal))
                painter.setPen(QColor(c.accent if on else c.ink))
                words = QRect(place.x(), place.bottom() + 1 - _NAME_PX, place.width(), _NAME_PX)
                shown = painter.fontMetrics().elidedText(one.name, Qt.TextElideMode.ElideRight, words.width())
                painter.drawText(words, Qt.AlignmentFlag.AlignCenter, shown)
                if on:
                    half = painter.fontMetrics().horizontalAdvance(shown) // 2 + 2
                    painter.setPen(QPen(QColor(c.accent), 2.5))
                    middle = place.center().x()
                    painter.drawLine(middle - half, place.bottom(), middle + half, place.bottom())
                    if self.hasFocus():
                        painter.setPen(QPen(QColor(c.accent), 2))
                        painter.setBrush(Qt.BrushStyle.NoBrush)
                        painter.drawRect(picture.adjusted(-2, -2, 1, 1))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        for k, one in enumerate(self.shown):
            if self.place_of(k).contains(event.position().toPoint()):
                self.chosen.emit(one.key)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        keys = Qt.Key
        steps = {keys.Key_Left: -1, keys.Key_Right: 1, keys.Key_Up: -self._columns, keys.Key_Down: self._columns}
        step = steps.get(Qt.Key(event.key()))
        if step is None or not self.shown:
            super().keyPressEvent(event)
            return
        at = next((k for k, one in enumerate(self.shown) if one.key == self._value), -1)
        self.chosen.emit(self.shown[min(max(at + step, 0), len(self.shown) - 1)].key)
