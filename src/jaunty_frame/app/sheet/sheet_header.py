"""The heads of the sheet's columns: shape to scale, name, pixels and rate, running time, findings."""

from PySide6.QtCore import QPoint, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QContextMenuEvent, QFont, QMouseEvent, QPainter, QPen
from PySide6.QtWidgets import QHeaderView, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.show.words import shape_words, size_words

HEIGHT = 76
_SHAPE = 17


class SheetHeader(QHeaderView):
    """Paints the heads; a click on an output's head asks for its menu."""

    menu_wanted = Signal(str, QPoint)

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(Qt.Orientation.Horizontal, parent)
        self._session = session
        self.setSectionsClickable(True)
        self.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        self.setToolTip("Click for the output's menu")

    def sizeHint(self) -> QSize:
        return QSize(self.length(), HEIGHT)

    def paintSection(self, painter: QPainter, rect: QRect, section: int) -> None:
        c = colours()
        painter.fillRect(rect, QColor(c.band))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if section < FIRST_OUTPUT:
            if section == PHOTO_COLUMN:
                self._line(painter, rect, 33, "Photo", c.ink, strong=True)
                self._line(painter, rect, 50, "keep areas", c.quiet)
            return
        output = self._session.project.outputs[section - FIRST_OUTPUT]
        aspect = float(output.aspect)
        width = _SHAPE * min(aspect, 2.2) ** 0.5
        height = width / aspect
        shape = QRectF(rect.center().x() + 0.5 - width / 2, rect.y() + 19 - height / 2, width, height)
        painter.setPen(QPen(QColor(c.ink), 1.4))
        painter.setBrush(QColor(c.field))
        painter.drawRect(shape)
        self._line(painter, rect, 33, output.name, c.ink, strong=True)
        narrow = rect.width() < 110
        self._line(
            painter,
            rect,
            50,
            shape_words(output) if narrow else f"{shape_words(output)} · {size_words(output)}",
            c.quiet,
        )

    def _line(self, painter: QPainter, rect: QRect, y: int, text: str, colour: str, strong: bool = False) -> None:
        painter.setFont(text_font(12, QFont.Weight.DemiBold if strong else QFont.Weight.Normal))
        painter.setPen(QColor(colour))
        room = rect.adjusted(3, 0, -3, 0)
        shown = painter.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(QRect(room.x(), rect.y() + y, room.width(), 18), Qt.AlignmentFlag.AlignHCenter, shown)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        super().mouseReleaseEvent(event)
        self._ask(event.position().toPoint())

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        self._ask(event.pos())

    def _ask(self, place: QPoint) -> None:
        section = self.logicalIndexAt(place)
        if section >= FIRST_OUTPUT:
            self.menu_wanted.emit(self._session.project.outputs[section - FIRST_OUTPUT].id, self.mapToGlobal(place))
