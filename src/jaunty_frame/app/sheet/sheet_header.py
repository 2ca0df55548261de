"""The heads of the sheet's columns, above each block: shape to scale, name, pixels, running time."""

from PySide6.QtCore import QEvent, QPoint, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QContextMenuEvent, QFont, QHelpEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QToolTip, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_layout import Measures, SheetLayout
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN, SLIDE_COLUMN
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.core.time.timecode import timecode
from jaunty_frame.document.model import Output
from jaunty_frame.show.words import rate_words, shape_words, size_words

_SHAPE = 17
_WIDE_ENOUGH_FOR_SIZE = 110
_LINE_PX = 18


class SheetHeader(QWidget):
    """Paints the heads; a click on an output's head asks for its menu."""

    menu_wanted = Signal(str, QPoint)

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._layout = SheetLayout((), 0, Measures(100), 100, 100)
        self._left = 0
        self.setAccessibleName("Heads of the outputs")

    def show_layout(self, layout: SheetLayout, left: int) -> None:
        """Show the heads of a layout that is scrolled to the right by ``left`` pixels."""
        self._layout, self._left = layout, left
        self.update()

    def head_rect(self, column: int, block: int = 0) -> QRect:
        """Return where a head is."""
        return QRect(*self._layout.head(block, column)).translated(-self._left, 0)

    def _output(self, column: int) -> Output | None:
        outputs = self._session.project.outputs
        return outputs[column - FIRST_OUTPUT] if FIRST_OUTPUT <= column < FIRST_OUTPUT + len(outputs) else None

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor(colours().band))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for block in range(self._layout.blocks):
                for column in range(len(self._layout.widths)):
                    rect = self.head_rect(column, block)
                    if rect.intersects(event.rect()):
                        self._paint_head(painter, rect, column)

    def _paint_head(self, painter: QPainter, rect: QRect, column: int) -> None:
        c = colours()
        low = self._layout.measures.low
        output = self._output(column)
        if output is None:
            if column == SLIDE_COLUMN and self._layout.lane and not low:  # beside low rows there is no room for it
                lane = QRect(rect.x(), rect.y(), self._layout.lane, rect.height())
                self._line(painter, lane, 33, "Sound", c.ink, strong=True)
            if column == PHOTO_COLUMN:
                self._line(painter, rect, 18 if low else 33, "Photo", c.ink, strong=not low)
                if not low:
                    self._line(painter, rect, 50, "keep areas", c.quiet)
            return
        aspect = float(output.aspect)
        width = (12 if low else _SHAPE) * min(aspect, 2.2) ** 0.5
        height = width / aspect
        middle = 10 if low else 19
        painter.setPen(QPen(QColor(c.ink), 1.4))
        painter.setBrush(QColor(c.field))
        painter.drawRect(QRectF(rect.center().x() + 0.5 - width / 2, rect.y() + middle - height / 2, width, height))
        shape = shape_words(output)
        if low:
            if rect.width() >= painter.fontMetrics().horizontalAdvance(shape):
                self._line(painter, rect, 18, shape, c.quiet)
            return
        self._line(painter, rect, 33, output.name, c.ink, strong=True)
        narrow = rect.width() < _WIDE_ENOUGH_FOR_SIZE
        self._line(painter, rect, 50, shape if narrow else f"{shape} · {size_words(output)}", c.quiet)
        plan = self._session.plans().get(output.id)
        if plan is not None and plan.schedule.total:
            self._line(painter, rect, 66, clock_text(plan.seconds), c.quiet)

    def _line(self, painter: QPainter, rect: QRect, y: int, text: str, colour: str, strong: bool = False) -> None:
        painter.setFont(text_font(12, QFont.Weight.DemiBold if strong else QFont.Weight.Normal))
        painter.setPen(QColor(colour))
        room = rect.adjusted(1, 0, -1, 0)
        shown = painter.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(QRect(room.x(), rect.y() + y, room.width(), _LINE_PX), Qt.AlignmentFlag.AlignHCenter, shown)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if event.button() == Qt.MouseButton.LeftButton:
            self._ask(event.position().toPoint())

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        self._ask(event.pos())

    def _output_at(self, place: QPoint) -> Output | None:
        return self._output(self._layout.column_at(place.x() + self._left))

    def _ask(self, place: QPoint) -> None:
        output = self._output_at(place)
        if output is not None:
            self.menu_wanted.emit(output.id, self.mapToGlobal(place))

    def _said(self, output: Output) -> str:
        said = [output.name, shape_words(output), size_words(output), rate_words(output)]
        plan = self._session.plans().get(output.id)
        if plan is not None and plan.schedule.total:
            said.append(f"{clock_text(plan.seconds)}, {timecode(plan.schedule.total, output.frame_rate)}")
        return f"{', '.join(said)}; click for its menu"

    def event(self, event: QEvent) -> bool:
        if isinstance(event, QHelpEvent):
            output = self._output_at(event.pos())
            QToolTip.showText(event.globalPos(), self._said(output) if output else "", self)
            return True
        return super().event(event)
