"""Marks that are painted over pictures, alike wherever pictures are."""

from PySide6.QtCore import QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QPainter, QPen

from jaunty_frame.app.widgets.theme import text_font

MARK_PX = 16
SMALL_MARK_PX = 11


def paint_finding_mark(painter: QPainter, x: int, y: int, size: int = MARK_PX) -> None:
    """Paint the mark of a finding: an exclamation mark in a plain box."""
    box = QRect(x, y, size, size)
    painter.fillRect(box.adjusted(-1, -1, 1, 1), QColor("#1c1c1c"))
    painter.fillRect(box, QColor("#ffffff"))
    painter.setPen(QColor("#1c1c1c"))
    painter.setFont(text_font(size * 3 // 4, QFont.Weight.DemiBold))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, "!")


def paint_selection(painter: QPainter, place: QRect, slight: bool = False) -> None:
    """Paint the double rule of a selected cell: white inside, ink outside; ``slight`` where cells lie close."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    frame = QRectF(place)
    rules = ((0.5, 2, "#ffffff"), (2.0, 1, "#1c1c1c")) if slight else ((1.5, 3, "#ffffff"), (4.0, 2, "#1c1c1c"))
    for grown, wide, colour in rules:
        pen = QPen(QColor(colour), wide)
        pen.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
        painter.setPen(pen)
        painter.drawRect(frame.adjusted(-grown, -grown, grown, grown))
