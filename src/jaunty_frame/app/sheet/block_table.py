"""A table view whose rows flow in blocks side by side: all that Qt asks of a view about places."""

from enum import Enum

from PySide6.QtCore import QItemSelection, QItemSelectionModel, QModelIndex, QPoint, QRect, QSize, Qt
from PySide6.QtGui import QRegion, QResizeEvent, QWheelEvent
from PySide6.QtWidgets import QAbstractItemView, QTableView, QWidget

from jaunty_frame.app.sheet.sheet_header import SheetHeader
from jaunty_frame.app.sheet.sheet_layout import (
    LARGEST,
    NO_LANE,
    SMALLEST,
    LaneWidths,
    Measures,
    SheetLayout,
    fitted_rows,
    whole_show_rows,
)
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, Index, SheetModel

_WHEEL_FACTOR = 1.12
_NOTCH = 120


class RowHeight(Enum):
    """What the height of the rows follows."""

    COLUMNS = "all columns are in view"
    SHOW = "all rows are in view"
    USER = "the user chose it"


class BlockTable(QTableView):
    """It is a QTableView for what that one tells assistive programs; where cells lie, ``SheetLayout`` says."""

    def __init__(self, model: SheetModel, header: SheetHeader, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        # To hand out a viewport that Qt made, PySide loads all classes that it might be, for 0.015 s.
        self.setViewport(QWidget())
        self.sheet_model, self.header = model, header
        self._follows = RowHeight.COLUMNS
        self._is_laying_out = True  # not before all is made
        self._measures = Measures(SMALLEST)
        self.layout_ = SheetLayout((), 0, self._measures, 100, 100)
        header.setParent(self)
        self.horizontalHeader().hide()
        self.verticalHeader().hide()
        self.setModel(model)
        self._is_laying_out = False
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)

    # -- the height of the rows

    @property
    def lane_widths(self) -> LaneWidths:
        """How wide the lane of the sound is, beside each row."""
        return NO_LANE

    @property
    def picture_height(self) -> int:
        return self._measures.picture_height

    def set_picture_height(self, height: int) -> None:
        self._follows, self._measures = RowHeight.USER, Measures(max(SMALLEST, min(height, LARGEST)))
        self.updateGeometries()

    def resize_rows(self, factor: float) -> None:
        self.set_picture_height(round(self.picture_height * factor))

    def fit_rows(self) -> None:
        """Make the rows as high as lets all columns be in view, until the user zooms."""
        self._follows = RowHeight.COLUMNS
        self.updateGeometries()

    def show_all_rows(self) -> None:
        """Make the rows so low that the whole show is seen at once, until the user zooms."""
        self._follows = RowHeight.SHOW
        self.updateGeometries()

    def _fitting_rows(self, aspects: tuple[float, ...], room: QSize, bar: int) -> Measures:
        if self._follows is RowHeight.COLUMNS:
            return fitted_rows(aspects, room.width() - bar, self.lane_widths)
        if self._follows is RowHeight.SHOW:
            return whole_show_rows(aspects, self.sheet_model.rowCount(), room.width(), room.height(), self.lane_widths)
        return self._measures

    # -- laying out

    def updateGeometries(self) -> None:
        """Lay out anew; Qt calls it when the size, the rows or the columns changed."""
        if self._is_laying_out:
            return  # by what it sets: nothing here depends on which scroll bars are shown
        self._is_laying_out = True
        try:
            self._lay_out()
        finally:
            self._is_laying_out = False

    def _lay_out(self) -> None:
        model = self.sheet_model
        aspects = tuple(float(model.output(k).aspect) for k in range(FIRST_OUTPUT, model.columnCount()))
        room = self.contentsRect().size()
        bar = self.verticalScrollBar().sizeHint().width()
        self._measures = measures = self._fitting_rows(aspects, room, bar)
        width, height = room.width(), room.height() - measures.head
        layout = SheetLayout(aspects, model.rowCount(), measures, width, height, self.lane_widths)
        if not layout.is_whole_in_view:
            # Scroll bars take their part: blocks are scrolled sideways, one block is scrolled down.
            sideways = layout.blocks > 1
            width -= 0 if sideways else bar
            height -= bar if sideways or layout.block_width > width else 0
            layout = SheetLayout(aspects, model.rowCount(), measures, width, height, self.lane_widths)
        self.layout_ = layout
        self.setViewportMargins(0, layout.measures.head, 0, 0)
        self._set_scroll_ranges(width, height)
        place = self.viewport().geometry()
        self.header.setGeometry(place.x(), place.y() - layout.measures.head, place.width(), layout.measures.head)
        self.header.show_layout(layout, self.horizontalOffset())
        self.viewport().update()

    def _set_scroll_ranges(self, width: int, height: int) -> None:
        down, across, layout = self.verticalScrollBar(), self.horizontalScrollBar(), self.layout_
        down.setRange(0, max(layout.size[1] - height, 0))
        down.setPageStep(height)
        down.setSingleStep(max(layout.measures.row // 2, 1))
        across.setRange(0, max(layout.size[0] - width, 0))
        across.setPageStep(width)
        across.setSingleStep(layout.step if layout.blocks > 1 else 40)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.updateGeometries()

    def scrollContentsBy(self, dx: int, dy: int) -> None:
        self.header.show_layout(self.layout_, self.horizontalOffset())
        self.viewport().update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        turned = event.angleDelta().y()
        if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            self.resize_rows(_WHEEL_FACTOR if turned > 0 else 1 / _WHEEL_FACTOR)
            event.accept()
        elif self.layout_.blocks > 1 and turned:
            across = self.horizontalScrollBar()
            across.setValue(across.value() - round(turned / _NOTCH * across.singleStep()))
            event.accept()
        else:
            super().wheelEvent(event)

    # -- what Qt asks

    def horizontalOffset(self) -> int:
        return self.horizontalScrollBar().value()

    def verticalOffset(self) -> int:
        return self.verticalScrollBar().value()

    def in_content(self, place: QPoint) -> tuple[int, int]:
        """Return where a place of the viewport is in the content of the sheet."""
        return place.x() + self.horizontalOffset(), place.y() + self.verticalOffset()

    def cell_rect(self, row: int, column: int) -> QRect:
        """Return where a cell is on the viewport."""
        box = QRect(*self.layout_.cell(row, column))
        return box.translated(-self.horizontalOffset(), -self.verticalOffset())

    def row_rect(self, row: int) -> QRect:
        """Return where all cells of a row are on the viewport."""
        first = self.cell_rect(row, 0)
        return QRect(first.x(), first.y(), self.layout_.block_width, first.height())

    def lane_rect(self, row: int) -> QRect:
        """Return where the lane's part beside a row is on the viewport."""
        place = self.row_rect(row)
        return QRect(place.x(), place.y(), self.layout_.lane, place.height())

    def visualRect(self, index: Index) -> QRect:
        return self.cell_rect(index.row(), index.column()) if index.isValid() else QRect()

    def indexAt(self, place: QPoint) -> QModelIndex:
        cell = self.layout_.cell_at(*self.in_content(place))
        return self.sheet_model.index(*cell) if cell else QModelIndex()

    def scrollTo(
        self, index: Index, hint: QAbstractItemView.ScrollHint = QAbstractItemView.ScrollHint.EnsureVisible
    ) -> None:
        if not index.isValid():
            return
        # A block comes into view as a whole where there are several, else the row and its cell.
        box = QRect(*self.layout_.cell(index.row(), index.column()))
        if self.layout_.blocks > 1:
            box.setX(index.row() // self.layout_.rows_down * self.layout_.step)
            box.setWidth(self.layout_.block_width)
        view = self.viewport().size()
        for bar, start, length, seen in (
            (self.horizontalScrollBar(), box.x(), box.width(), view.width()),
            (self.verticalScrollBar(), box.y(), box.height(), view.height()),
        ):
            at = bar.value()
            if start < at or length > seen:
                bar.setValue(start)
            elif start + length > at + seen:
                bar.setValue(start + length - seen)

    def moveCursor(self, action: QAbstractItemView.CursorAction, modifiers: Qt.KeyboardModifier) -> QModelIndex:
        rows, columns = self.sheet_model.rowCount(), self.sheet_model.columnCount()
        current = self.currentIndex()
        if not rows:
            return QModelIndex()
        if not current.isValid():
            return self.sheet_model.index(0, FIRST_OUTPUT if columns > FIRST_OUTPUT else 0)
        row, column = current.row(), current.column()
        down = self.layout_.rows_down
        page = down if self.layout_.blocks > 1 else max(self.viewport().height() // self.layout_.measures.row, 1)
        ends = bool(modifiers & Qt.KeyboardModifier.ControlModifier)
        act = QAbstractItemView.CursorAction
        match action:
            case act.MoveUp:
                row -= 1
            case act.MoveDown:
                row += 1
            case act.MovePageUp:
                row -= page
            case act.MovePageDown:
                row += page
            case act.MoveLeft | act.MovePrevious:
                row, column = (row - down, columns - 1) if column == 0 and row >= down else (row, column - 1)
            case act.MoveRight | act.MoveNext:
                row, column = (row + down, 0) if column == columns - 1 and row + down < rows else (row, column + 1)
            case act.MoveHome:
                row, column = (0, column) if ends else (row, 0)
            case act.MoveEnd:
                row, column = (rows - 1, column) if ends else (row, columns - 1)
        return self.sheet_model.index(min(max(row, 0), rows - 1), min(max(column, 0), columns - 1))

    def setSelection(self, rect: QRect, command: QItemSelectionModel.SelectionFlag) -> None:
        """Select from the cell at one corner to that at the other: the rows between them, in the columns between."""
        one, other = self.indexAt(rect.topLeft()), self.indexAt(rect.bottomRight())
        if not one.isValid() or not other.isValid():
            return
        rows, columns = sorted((one.row(), other.row())), sorted((one.column(), other.column()))
        chosen = QItemSelection(
            self.sheet_model.index(rows[0], columns[0]), self.sheet_model.index(rows[1], columns[1])
        )
        self.selectionModel().select(chosen, command)

    def visualRegionForSelection(self, selection: QItemSelection) -> QRegion:
        return QRegion(self.viewport().rect())
