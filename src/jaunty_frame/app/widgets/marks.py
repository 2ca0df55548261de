"""Marks that are painted over pictures, alike wherever pictures are."""

from PySide6.QtCore import QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QPainter, QPen

from jaunty_frame.app.widgets.theme import text_font

MARK_PX = 16


def paint_finding_mark(painter: QPainter, x: int, y: int) -> None:
    """Paint the mark of a finding: an exclamation mark in a plain box."""
    box = QRect(x, y, MARK_PX, MARK_PX)
    painter.fillRect(box.adjusted(-1, -1, 1, 1), QColor("#1c1c1c"))
    painter.fillRect(box, QColor("#ffffff"))
    painter.setPen(QColor("#1c1c1c"))
    painter.setFont(text_font(12, QFont.Weight.DemiBold))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, "!")


def paint_selection(painter: QPainter, place: QRect) -> None:
    """Paint the double rule of a selected cell: white inside, ink outside."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    frame = QRectF(place)
    for grown, colour in ((1.5, "#ffffff"), (4.0, "#1c1c1c")):
        pen = QPen(QColor(colour), 3 if grown < 2 else 2)
        pen.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
        painter.setPen(pen)
        painter.drawRect(frame.adjusted(-grown, -grown, grown, grown))
