"""What tools on the frame have in common: the lines that a drag is drawn to, and a colour taken from a place."""

from collections.abc import Callable

from PySide6.QtCore import QLineF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from jaunty_frame.app.pictures.frame_view import FrameView

Guides = tuple[tuple[float, ...], tuple[float, ...]]
"""X of upright lines and Y of level ones, in fractions of the frame."""
NO_GUIDES: Guides = ((), ())


class ColourPick:
    """Takes the colour of the next place that is pressed, if one is ``wanted``."""

    def __init__(self, view: FrameView) -> None:
        self._view = view
        self.wanted: Callable[[str], None] | None = None

    def ask(self, then: Callable[[str], None]) -> None:
        """Take the colour of the next place that is pressed."""
        self._view.setCursor(Qt.CursorShape.CrossCursor)
        self.wanted = then

    def press(self, x: float, y: float) -> bool:
        """Return whether a press at a place was for a colour."""
        if self.wanted is None:
            return False
        code, then = self._view.colour_at(x, y), self.wanted
        self.wanted = None
        self._view.unsetCursor()
        if code is not None:
            then(code)
        return True


def paint_guides(painter: QPainter, place: QRectF, guides: Guides) -> None:
    painter.setPen(QPen(QColor("#ffffff"), 1, Qt.PenStyle.DashLine))
    for x in guides[0]:
        at = place.x() + x * place.width()
        painter.drawLine(QLineF(at, place.top(), at, place.bottom()))
    for y in guides[1]:
        at = place.y() + y * place.height()
        painter.drawLine(QLineF(place.left(), at, place.right(), at))


def paint_seized_box(painter: QPainter, box: QRectF, handle_px: float) -> None:
    """Draw the box of what can be dragged on a frame, with a handle at each corner."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for pen in (QPen(QColor(0, 0, 0, 130), 3), QPen(QColor("#ffffff"), 1)):
        painter.setPen(pen)
        painter.drawRect(box)
    painter.setPen(QPen(QColor(0, 0, 0, 160), 1))
    painter.setBrush(QColor("#ffffff"))
    for corner in (box.topLeft(), box.topRight(), box.bottomLeft(), box.bottomRight()):
        painter.drawEllipse(corner, handle_px, handle_px)
    painter.setBrush(Qt.BrushStyle.NoBrush)
