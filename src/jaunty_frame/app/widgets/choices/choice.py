"""One of several values, all of them in view: what is chosen is underlined."""

from collections.abc import Sequence
from typing import Any

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFont, QFontMetrics, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.widgets.theme import colours, text_font

_HEIGHT = 30
_ROOM, _ROOM_IN_COLUMNS = 8, 4
_NEXT_ROW = 23


class Choice(QWidget):
    """Enum in, enum out. ``chosen`` is emitted for the user's choices only. Left and right keys step.

    columns : options in a row, where they do not all fit into one.
    """

    chosen = Signal(object)

    def __init__(
        self, name: str, options: Sequence[tuple[Any, str]], columns: int = 0, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self._columns = columns
        self._value: Any = None
        self.set_options(options)
        self.setAccessibleName(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def set_options(self, options: Sequence[tuple[Any, str]]) -> None:
        """Offer other options."""
        self._options = list(options)
        metrics = QFontMetrics(text_font(12, QFont.Weight.DemiBold))
        self._label_widths = {label: metrics.horizontalAdvance(label) for _, label in options}
        self.updateGeometry()
        self.update()

    @property
    def options(self) -> list[tuple[Any, str]]:
        return self._options

    def set_columns(self, columns: int) -> None:
        """Let so many options stand in a row, 0 for all."""
        self._columns = columns
        self.updateGeometry()
        self.update()

    def _rows(self) -> list[list[tuple[Any, str]]]:
        columns = self._columns or max(len(self._options), 1)
        return [self._options[k : k + columns] for k in range(0, len(self._options), columns)]

    def show_value(self, value: Any) -> None:
        """Show ``value`` as chosen; None, or a value that is no option, leaves nothing underlined."""
        self._value = value
        labels = [label for option, label in self._options if option == value]
        self.setAccessibleDescription(labels[0] if labels else "mixed")
        self.update()

    @property
    def value(self) -> Any:
        return self._value

    @property
    def column_width(self) -> int:
        """What the widest option needs where several rows stand in columns."""
        return max((self._label_widths[label] for _, label in self._options), default=0) + 2 * _ROOM_IN_COLUMNS

    @property
    def row_width(self) -> int:
        """What all options need in one row."""
        return sum(self._label_widths[label] + 2 * _ROOM for _, label in self._options)

    def sizeHint(self) -> QSize:
        rows = self._rows()
        width = self._columns * self.column_width if len(rows) > 1 else self.row_width
        return QSize(width, _HEIGHT + _NEXT_ROW * (len(rows) - 1))

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()

    def option_rects(self) -> list[QRectF]:
        """Return where each option lies: all get the room they need and an even share of the rest."""
        rects = []
        rows = self._rows()
        height = self.height() / len(rows) if rows else 0.0
        for number, row in enumerate(rows):
            needs: list[float] = [self._label_widths[label] + 2 * _ROOM for _, label in row]
            if len(rows) > 1:  # rows of one choice stand in columns
                needs = [self.width() / self._columns] * len(row)
            spare = max(self.width() - sum(needs), 0) / len(needs) if len(rows) == 1 else 0.0
            x = 0.0
            for need in needs:
                rects.append(QRectF(x, number * height, need + spare, height))
                x += need + spare
        return rects

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            frame = QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5)
            painter.setPen(QPen(QColor(c.accent), 2) if self.hasFocus() else QPen(QColor(c.hairline), 1))
            painter.setBrush(QColor(c.field))
            painter.drawRoundedRect(frame, 5, 5)
            for (option, label), rect in zip(self._options, self.option_rects(), strict=True):
                on = option == self._value
                painter.setFont(text_font(12, QFont.Weight.DemiBold if on else QFont.Weight.Normal))
                enabled = self.isEnabled()
                painter.setPen(QColor(c.accent if on and enabled else c.ink if enabled else c.quiet))
                painter.drawText(rect, Qt.AlignmentFlag.AlignCenter, label)
                if on:
                    half = self._label_widths[label] / 2 + 2
                    y = rect.bottom() - 4.5
                    painter.setPen(QPen(QColor(c.accent), 2.5))
                    painter.drawLine(QPointF(rect.center().x() - half, y), QPointF(rect.center().x() + half, y))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        for (option, _), rect in zip(self._options, self.option_rects(), strict=True):
            if rect.contains(event.position()):
                self.chosen.emit(option)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step is None or not self._options:
            super().keyPressEvent(event)
            return
        values = [option for option, _ in self._options]
        at = values.index(self._value) if self._value in values else -1
        self.chosen.emit(values[(at + step) % len(values)])
