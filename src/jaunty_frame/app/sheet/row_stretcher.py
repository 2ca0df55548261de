"""Dragging the lower edge of a row in the slides' column: its slide is seen longer or shorter."""

from collections.abc import Callable
from fractions import Fraction

from PySide6.QtCore import QObject, QPoint, QRect
from PySide6.QtWidgets import QToolTip

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.block_table import BlockTable
from jaunty_frame.app.sheet.sheet_model import SLIDE_COLUMN
from jaunty_frame.core.time.schedule import MIN_SECONDS
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.core.time.typed_seconds import TypedSeconds
from jaunty_frame.document.edits.seconds import change_seconds

_REACH_PX = 4
_PX_A_SECOND = 40
_STEP = Fraction(1, 10)


class RowStretcher(QObject):
    """``chosen`` : the slides that change with the one whose edge is dragged, if it is among them."""

    def __init__(self, session: Session, view: BlockTable, chosen: Callable[[], list[str]]) -> None:
        super().__init__(view)
        self._session, self._view, self._chosen = session, view, chosen
        self._slides: list[str] = []
        self._from, self._seconds = QPoint(), Fraction(0)

    @property
    def is_dragging(self) -> bool:
        return bool(self._slides)

    def row_at(self, place: QPoint) -> int:
        """Return the row whose time edge lies at a place, -1 where there is none."""
        index = self._view.indexAt(place)
        if not index.isValid() or index.column() != SLIDE_COLUMN:
            return -1
        edge = self.edge_of(index.row())
        return index.row() if abs(place.y() - edge.y()) <= _REACH_PX and place.x() <= edge.right() else -1

    def edge_of(self, row: int) -> QRect:
        """Return the line along which a row's time edge can be seized."""
        cell, measures = self._view.cell_rect(row, SLIDE_COLUMN), self._view.layout_.measures
        return QRect(cell.x(), cell.y() + measures.pad // 2 + measures.picture_height, cell.width(), 1)

    def press(self, row: int, place: QPoint) -> None:
        slide = self._view.sheet_model.slide(row)
        chosen = self._chosen()
        self._slides = chosen if slide.id in chosen else [slide.id]
        self._from, self._seconds = place, self._view.sheet_model.settings(row).seconds

    def move(self, place: QPoint) -> None:
        steps = round((place.y() - self._from.y()) / _PX_A_SECOND / _STEP)
        seconds = max(self._seconds + steps * _STEP, MIN_SECONDS)
        typed = TypedSeconds(Fraction(0), seconds)
        self._session.apply(change_seconds(self._slides, typed), "stretch")
        QToolTip.showText(self._view.viewport().mapToGlobal(place), clock_text(seconds), self._view)

    def release(self) -> None:
        self._slides = []
        self._session.edited.end_gesture()
