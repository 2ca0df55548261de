"""Choosing slides by drawing a rectangle over them, begun where there is no cell."""

from PySide6.QtCore import QObject, QPoint, QRect
from PySide6.QtWidgets import QRubberBand

from jaunty_frame.app.sheet.block_table import BlockTable

_LEAST_PX = 4


class RubberBand(QObject):
    """Slides whose rows it touches are chosen, in every block that it reaches."""

    def __init__(self, view: BlockTable) -> None:
        super().__init__(view)
        self._view = view
        self._from: QPoint | None = None
        self._band = QRubberBand(QRubberBand.Shape.Rectangle, view.viewport())

    @property
    def is_dragging(self) -> bool:
        return self._from is not None

    def press(self, place: QPoint) -> None:
        self._from = place

    def move(self, place: QPoint) -> list[int]:
        """Draw the band on to a place; return the rows that it touches."""
        assert self._from is not None
        rect = QRect(self._from, place).normalized()
        if max(rect.width(), rect.height()) < _LEAST_PX:
            return []
        self._band.setGeometry(rect)
        self._band.show()
        x, y = self._view.in_content(rect.topLeft())
        layout = self._view.layout_
        # Beside a block there is nothing; what only touches the gap between two reaches neither.
        touched = layout.rows_in(x, y, rect.width(), rect.height())
        return [row for row in touched if self._view.row_rect(row).intersects(rect)]

    def release(self) -> None:
        self._from = None
        self._band.hide()
