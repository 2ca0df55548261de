"""The wave of a recording with both its ends to be dragged; what is cut off is dimmed."""

from itertools import pairwise
from typing import Any

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours

_NEAR_PX = 8
_STEP_S = 0.05
_SHORTEST_S = 0.1


class WaveTrimmer(QWidget):
    """``trimmed`` tells from where to where, in seconds. Arrows move the end that was dragged last."""

    trimmed = Signal(float, float)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._peaks: Any = np.zeros((0, 2), np.float32)
        self._seconds = 0.0
        self.ends = [0.0, 0.0]
        self._held: int | None = None
        self._last = 1
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("Recording; drag its ends")

    def sizeHint(self) -> QSize:
        return QSize(300, 84)

    def show_wave(self, peaks: Any, seconds: float, begins: float, ends: float) -> None:
        """peaks : (N, 2) lowest and highest"""
        self._peaks, self._seconds, self.ends = peaks, seconds, [begins, ends]
        self.update()

    def _x(self, seconds: float) -> float:
        return seconds / self._seconds * self.width() if self._seconds else 0.0

    def paintEvent(self, event: QPaintEvent) -> None:
        c, middle = colours(), self.height() / 2
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor(c.surround))
            if not self._seconds:
                return
            columns = np.linspace(0, len(self._peaks), self.width() + 1).astype(int)
            painter.setPen(QPen(QColor(c.on_surround), 1))
            for x, (first, end) in enumerate(pairwise(columns.tolist())):
                part = self._peaks[first : max(end, first + 1)]
                if len(part):
                    low, high = float(part[:, 0].min()), float(part[:, 1].max())
                    painter.drawLine(QPointF(x, middle - high * middle), QPointF(x, middle - low * middle + 1))
            left, right = (self._x(end) for end in self.ends)
            shade = QColor(c.surround)
            shade.setAlpha(190)
            painter.fillRect(QRectF(0, 0, left, self.height()), shade)
            painter.fillRect(QRectF(right, 0, self.width() - right, self.height()), shade)
            painter.setPen(QPen(QColor(c.on_surround), 2))
            for edge in (left, right):
                painter.drawLine(QPointF(edge, 0), QPointF(edge, self.height()))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        x = event.position().x()
        near = min((0, 1), key=lambda k: abs(x - self._x(self.ends[k])))
        if abs(x - self._x(self.ends[near])) <= _NEAR_PX:
            self._held = self._last = near

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held is not None and self._seconds:
            self._move(self._held, event.position().x() / self.width() * self._seconds)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._held is not None:
            self._held = None
            self.trimmed.emit(*self.ends)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Left, Qt.Key.Key_Right):
            self._move(self._last, self.ends[self._last] + (_STEP_S if event.key() == Qt.Key.Key_Right else -_STEP_S))
            self.trimmed.emit(*self.ends)
        else:
            super().keyPressEvent(event)

    def _move(self, k: int, seconds: float) -> None:
        low = 0.0 if k == 0 else self.ends[0] + _SHORTEST_S
        high = self.ends[1] - _SHORTEST_S if k == 0 else self._seconds
        self.ends[k] = min(max(seconds, low), max(high, low))
        self.update()
