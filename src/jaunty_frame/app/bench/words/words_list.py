"""The words of a slide with their times against the slide's: a bar for each, dragged at its ends or as a whole."""

from typing import NamedTuple

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFont, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours, text_font

_ROW = 25
_TEXT = 0.42
_BAR = 9
_GRIP = 6
_LEAST_S = 0.2


class WordsRow(NamedTuple):
    """at, lasts : seconds after the slide begins, and how long; note : what is said below its bar."""

    words_id: str
    text: str
    at: float
    lasts: float
    note: str


class _Drag(NamedTuple):
    row: WordsRow
    x: float
    part: str


class WordsList(QWidget):
    """``chosen`` tells which words were clicked, ``opened`` which are to be typed; ``timed`` the times that a drag
    wants for some, ``settled`` that it is over."""

    chosen = Signal(str)
    opened = Signal(str)
    timed = Signal(str, float, float)
    settled = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: list[WordsRow] = []
        self._seconds, self._current = 1.0, ""
        self._drag: _Drag | None = None
        self.setAccessibleName("Words on this slide, and when")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def show_rows(self, rows: list[WordsRow], seconds: float, current: str) -> None:
        """Show words of a slide of a length, of which one is worked on."""
        if len(rows) != len(self.rows):
            self.updateGeometry()
        self.rows, self._seconds, self._current = rows, seconds, current
        self.setAccessibleDescription("; ".join(f"{row.text}, from {row.at:.1f} s" for row in rows) or "none")
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(200, _ROW * max(len(self.rows), 1))

    def bar_of(self, k: int) -> QRectF:
        """Return the bar of row ``k``."""
        row, (left, width) = self.rows[k], self._scale()
        start, end = (min(max(at / self._seconds, 0.0), 1.0) for at in (row.at, row.at + row.lasts))
        return QRectF(left + start * width, k * _ROW + (_ROW - _BAR) / 2, max((end - start) * width, 2.0), _BAR)

    def _scale(self) -> tuple[float, float]:
        left = self.width() * _TEXT + 8
        return left, max(self.width() - left - 8, 1.0)

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            if not self.rows:
                painter.setPen(QColor(c.quiet))
                painter.setFont(text_font(12))
                painter.drawText(self.rect(), Qt.AlignmentFlag.AlignVCenter, "No words on this slide yet.")
            left, width = self._scale()
            for k, row in enumerate(self.rows):
                on, top = row.words_id == self._current, k * _ROW
                if on:
                    painter.setPen(QPen(QColor(c.accent if self.hasFocus() else c.ink), 1.5))
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    painter.drawRect(QRectF(1, top + 1, self.width() - 2, _ROW - 2))
                painter.setFont(text_font(12, QFont.Weight.DemiBold if on else QFont.Weight.Normal))
                painter.setPen(QColor(c.ink))
                room = QRectF(8, top, left - 16, _ROW)
                text = " ".join(row.text.split()) or "(empty)"
                shown = painter.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, int(room.width()))
                painter.drawText(room, Qt.AlignmentFlag.AlignVCenter, shown)
                painter.setPen(QPen(QColor(c.quiet), 1))
                middle = top + _ROW / 2
                painter.drawLine(int(left), int(middle), int(left + width), int(middle))
                painter.setPen(Qt.PenStyle.NoPen)
                painter.setBrush(QColor(c.accent if on else c.quiet))
                painter.drawRect(self.bar_of(k))
                if row.note:
                    painter.setPen(QColor(c.quiet))
                    painter.setFont(text_font(10))
                    note = QRectF(left, middle + 2, width, _ROW / 2)
                    painter.drawText(note, Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter, row.note)

    def _row_at(self, y: float) -> int:
        k = int(y // _ROW)
        return k if 0 <= k < len(self.rows) else -1

    def mousePressEvent(self, event: QMouseEvent) -> None:
        k = self._row_at(event.position().y())
        if k < 0:
            return
        row, bar, x = self.rows[k], self.bar_of(k), event.position().x()
        self.chosen.emit(row.words_id)
        if bar.left() - _GRIP <= x <= bar.right() + _GRIP:
            part = "start" if abs(x - bar.left()) <= _GRIP else "end" if abs(x - bar.right()) <= _GRIP else "all"
            self._drag = _Drag(row, x, part)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._drag is None:
            return
        row, x, part = self._drag
        shift = round((event.position().x() - x) / self._scale()[1] * self._seconds, 2)
        at, end = row.at, row.at + row.lasts
        if part in ("start", "all"):
            at = max(at + shift, 0.0)
        if part in ("end", "all"):
            end += shift
        if part == "start":
            at = min(at, end - _LEAST_S)
        self.timed.emit(row.words_id, at, max(end - at, _LEAST_S) if part != "all" else row.lasts)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._drag is not None:
            self._drag = None
            self.settled.emit()

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        k = self._row_at(event.position().y())
        if k >= 0:
            self.opened.emit(self.rows[k].words_id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self._current:
            self.opened.emit(self._current)
            return
        step = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if step is None or not self.rows:
            super().keyPressEvent(event)
            return
        names = [row.words_id for row in self.rows]
        at = names.index(self._current) if self._current in names else -step
        self.chosen.emit(names[min(max(at + step, 0), len(names) - 1)])
