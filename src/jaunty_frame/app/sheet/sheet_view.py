"""The sheet: rows are slides, columns are outputs."""

from pathlib import Path

from PySide6.QtCore import QElapsedTimer, QEvent, QItemSelectionModel, QPoint, Qt, QTimer, Signal
from PySide6.QtGui import (
    QColor,
    QContextMenuEvent,
    QDragEnterEvent,
    QDragLeaveEvent,
    QDragMoveEvent,
    QDropEvent,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QWheelEvent,
)
from PySide6.QtWidgets import QAbstractItemView, QTableView, QWidget

from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, cell_request
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_delegate import (
    SLIDE_WIDTH,
    SheetDelegate,
    column_width,
    joint_height,
    picture_rect,
    row_height,
)
from jaunty_frame.app.sheet.sheet_header import SheetHeader
from jaunty_frame.app.sheet.sheet_model import (
    FIRST_OUTPUT,
    PHOTO_COLUMN,
    SLIDE_COLUMN,
    SLIDES_FORMAT,
    Index,
    SheetModel,
)
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.document.edits.slides import move_slides
from jaunty_frame.show.frames.content import slide_content

SMALLEST, LARGEST, START_HEIGHT = 22, 420, 104
_PLAY_INTERVAL_MS = 33
_REST_MS = 350


class SheetView(QTableView):
    """Shows all slides in all outputs. It changes nothing by itself but the running order, by dragging."""

    current_cell_changed = Signal(str, str)
    opened = Signal()
    files_dropped = Signal(list, int)
    joint_clicked = Signal(int, QPoint)
    remove_wanted = Signal()
    menu_wanted = Signal(QPoint)

    def __init__(self, session: Session, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session, self._images = session, images
        # To hand out a viewport that Qt made, PySide loads all classes that it might be, for 0.015 s.
        self.setViewport(QWidget())
        self.sheet_model = SheetModel(session, self)
        self.setModel(self.sheet_model)
        self._delegate = SheetDelegate(session, self.sheet_model, images, self)
        self.setItemDelegate(self._delegate)
        self._delegate.chosen = lambda row, column: self.selectionModel().isSelected(
            self.sheet_model.index(row, column)
        )
        self.header = SheetHeader(session, self)
        self.setHorizontalHeader(self.header)
        self.verticalHeader().hide()
        self.setShowGrid(False)
        self.setAccessibleName("Sheet of slides and outputs")
        self.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setDragEnabled(True)
        self.setAcceptDrops(True)
        self.setDropIndicatorShown(False)
        self.setMouseTracking(True)
        self.setTabKeyNavigation(False)
        self.viewport().setAttribute(Qt.WidgetAttribute.WA_Hover)
        self._picture_height = START_HEIGHT
        self._drop_row = -1
        self._kept: tuple[str, str] = ("", "")
        self._playing: tuple[int, int] | None = None
        self._clock = QElapsedTimer()
        self._timer = QTimer(self)
        self._timer.timeout.connect(self._play_on)
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(_REST_MS)
        self._rest.timeout.connect(self._start_resting)
        self._resting_on: tuple[int, int] | None = None
        images.ready.connect(self._on_image)
        self.sheet_model.modelReset.connect(self._on_reset)
        self.doubleClicked.connect(self.opened)
        self._on_reset()

    # -- layout

    @property
    def picture_height(self) -> int:
        return self._picture_height

    def set_picture_height(self, height: int) -> None:
        self._picture_height = max(SMALLEST, min(height, LARGEST))
        self._lay_out()

    def resize_rows(self, factor: float) -> None:
        self.set_picture_height(round(self._picture_height * factor))

    def show_all_rows(self) -> None:
        """Make the rows so low that the whole show can be seen at once."""
        rows = max(self.sheet_model.rowCount(), 1)
        high = self.viewport().height() // rows - row_height(0)
        self.set_picture_height(high + joint_height(0) - joint_height(high))

    def _lay_out(self) -> None:
        self._delegate.picture_height = self._picture_height
        self.verticalHeader().setMinimumSectionSize(row_height(SMALLEST))
        self.verticalHeader().setDefaultSectionSize(row_height(self._picture_height))
        self.setColumnWidth(SLIDE_COLUMN, SLIDE_WIDTH)
        self.setColumnWidth(PHOTO_COLUMN, column_width(None, self._picture_height))
        for column in range(FIRST_OUTPUT, self.sheet_model.columnCount()):
            aspect = float(self.sheet_model.output(column).aspect)
            self.setColumnWidth(column, max(column_width(aspect, self._picture_height), 90))
        self.viewport().update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            self.set_picture_height(round(self._picture_height * (1.12 if event.angleDelta().y() > 0 else 1 / 1.12)))
            event.accept()
            return
        super().wheelEvent(event)

    # -- what is chosen

    def _on_reset(self) -> None:
        self._stop_playing()
        self._lay_out()
        self.select_cell(*self._kept)

    def select_cell(self, slide_id: str, output_id: str) -> None:
        """Choose a cell; where it is gone, the one nearest to where it was."""
        project = self._session.project
        if not project.slides or not project.outputs:
            self._delegate.current_row = -1
            self.current_cell_changed.emit("", "")
            return
        rows = {slide.id: k for k, slide in enumerate(project.slides)}
        columns = {output.id: k for k, output in enumerate(project.outputs)}
        row = rows.get(slide_id, min(max(self._delegate.current_row, 0), len(rows) - 1))
        column = FIRST_OUTPUT + columns.get(output_id, 0)
        self.setCurrentIndex(self.sheet_model.index(row, column))
        self.scrollTo(self.sheet_model.index(row, column))

    def currentChanged(self, current: Index, previous: Index) -> None:
        super().currentChanged(current, previous)
        if not current.isValid():
            return
        self._delegate.current_row = current.row()
        known = [output.id for output in self._session.project.outputs]
        if not known:
            self._kept = self.sheet_model.slide(current.row()).id, ""
            self.viewport().update()
            self.current_cell_changed.emit("", "")
            return
        # The slide and photo columns keep the output that was looked at.
        kept = self._kept[1] if self._kept[1] in known else known[0]
        output_id = known[current.column() - FIRST_OUTPUT] if current.column() >= FIRST_OUTPUT else kept
        self._kept = self.sheet_model.slide(current.row()).id, output_id
        self.viewport().update()
        self.current_cell_changed.emit(*self._kept)

    def chosen_place(self) -> tuple[str, str]:
        """Return the ids of the current slide and output, empty where there are none."""
        return self._kept if self._session.project.slides and self._session.project.outputs else ("", "")

    def chosen_slides(self) -> list[str]:
        """Return the ids of the slides with a selected cell, in running order."""
        rows = sorted({index.row() for index in self.selectedIndexes()})
        return [self.sheet_model.slide(row).id for row in rows]

    def chosen_cells(self) -> list[tuple[str, str]]:
        """Return slide and output ids of the selected cells."""
        return [
            (self.sheet_model.slide(index.row()).id, self.sheet_model.output(index.column()).id)
            for index in self.selectedIndexes()
            if index.column() >= FIRST_OUTPUT
        ]

    # -- keys and mouse

    def keyPressEvent(self, event: QKeyEvent) -> None:
        alt = event.modifiers() & Qt.KeyboardModifier.AltModifier
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.opened.emit()
        elif event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self.remove_wanted.emit()
        elif alt and event.key() in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self.move_chosen(-1 if event.key() == Qt.Key.Key_Up else 1)
        elif event.key() == Qt.Key.Key_Space and self.currentIndex().isValid():
            cell = self.currentIndex().row(), self.currentIndex().column()
            if self._playing == cell:
                self._stop_playing()
            else:
                self._start_playing(cell)
        else:
            super().keyPressEvent(event)

    def move_chosen(self, step: int) -> None:
        """Move the chosen slides one place up or down."""
        rows = sorted({index.row() for index in self.selectedIndexes()})
        if rows:
            before = rows[0] - 1 if step < 0 else rows[-1] + 2
            self._move(self.chosen_slides(), max(0, min(before, self.sheet_model.rowCount())))

    def _move(self, ids: list[str], before: int) -> None:
        self._session.apply(move_slides(ids, before))
        self.clearSelection()
        rows = {slide.id: k for k, slide in enumerate(self._session.project.slides)}
        selection = self.selectionModel()
        for name in ids:
            index = self.sheet_model.index(rows[name], max(self.currentIndex().column(), FIRST_OUTPUT))
            selection.select(index, QItemSelectionModel.SelectionFlag.Select)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        place = event.position().toPoint()
        row = self.rowAt(place.y())
        if row >= 0 and self._is_joint(row, place) and event.button() == Qt.MouseButton.LeftButton:
            self.joint_clicked.emit(row, self.viewport().mapToGlobal(place))
            return
        super().mousePressEvent(event)

    def _is_joint(self, row: int, place: QPoint) -> bool:
        bottom = self.rowViewportPosition(row) + self.rowHeight(row)
        return (
            place.y() >= bottom - joint_height(self._picture_height)
            and place.x() < self.columnViewportPosition(PHOTO_COLUMN) + 160
        )

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        if self.currentIndex().isValid():
            self.menu_wanted.emit(event.globalPos())

    # -- playing a cell's move

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        super().mouseMoveEvent(event)
        place = event.position().toPoint()
        index = self.indexAt(place)
        row = index.row()
        self.viewport().setCursor(
            Qt.CursorShape.PointingHandCursor if row >= 0 and self._is_joint(row, place) else Qt.CursorShape.ArrowCursor
        )
        cell = (row, index.column()) if index.isValid() and index.column() >= FIRST_OUTPUT else None
        if cell != self._resting_on:
            self._stop_playing()
            self._resting_on = cell
            self._rest.start()

    def viewportEvent(self, event: QEvent) -> bool:
        if event.type() in (QEvent.Type.Leave, QEvent.Type.HoverLeave):
            self._resting_on = None
            self._stop_playing()
        return super().viewportEvent(event)

    def _start_resting(self) -> None:
        if self._resting_on is not None:
            self._start_playing(self._resting_on)

    def _start_playing(self, cell: tuple[int, int]) -> None:
        if cell[1] >= FIRST_OUTPUT and cell[0] < self.sheet_model.rowCount():
            self._playing = cell
            self._clock.start()
            self._timer.start(_PLAY_INTERVAL_MS)

    def _stop_playing(self) -> None:
        self._rest.stop()
        self._timer.stop()
        self._playing = None
        self._delegate.live = None
        self.viewport().update()

    def _play_on(self) -> None:
        if self._playing is None or self._playing[0] >= self.sheet_model.rowCount():
            self._stop_playing()
            return
        row, column = self._playing
        plan = self.sheet_model.plan(column)
        seconds = plan.schedule.frames[row] / float(plan.output.frame_rate)
        progress = self._clock.elapsed() / 1000 / seconds
        image = self._live_image(row, column, min(progress, 1.0))
        if image is not None:
            self._delegate.live = (row, column), image
            self.update(self.sheet_model.index(row, column))
        if progress > 1.25:  # rests a moment on the closing
            self._clock.restart()

    def _live_image(self, row: int, column: int, progress: float) -> QImage | None:
        ratio = self.devicePixelRatio()
        aspect = float(self.sheet_model.output(column).aspect)
        place = picture_rect(self.visualRect(self.sheet_model.index(row, column)), aspect, self._picture_height)
        size = round(place.width() * ratio), round(place.height() * ratio)
        plan = self.sheet_model.plan(column)
        image = self._images.live_image(cell_request(plan, slide_content(plan, row, progress), *size))
        if image is None:
            self._images.remake(self.sheet_model.request(row, column, *size), self._session.source)
        return image

    def _on_image(self, request: CellRequest) -> None:
        self.viewport().update()

    # -- dragging slides, dropping files

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        self.dragMoveEvent(event)

    def dragMoveEvent(self, event: QDragMoveEvent) -> None:
        data = event.mimeData()
        if data.hasFormat(SLIDES_FORMAT) or data.hasUrls():
            self._drop_row = self._row_before(event.position().toPoint())
            self.viewport().update()
            event.setDropAction(Qt.DropAction.MoveAction if data.hasFormat(SLIDES_FORMAT) else Qt.DropAction.CopyAction)
            event.accept()
        else:
            event.ignore()

    def dragLeaveEvent(self, event: QDragLeaveEvent) -> None:
        self._drop_row = -1
        self.viewport().update()

    def dropEvent(self, event: QDropEvent) -> None:
        before = self._row_before(event.position().toPoint())
        self._drop_row = -1
        data = event.mimeData()
        if data.hasFormat(SLIDES_FORMAT):
            known = {slide.id for slide in self._session.project.slides}
            ids = bytes(data.data(SLIDES_FORMAT).data()).decode().splitlines()
            self._move([name for name in ids if name in known], before)
        elif data.hasUrls():
            self.files_dropped.emit([Path(url.toLocalFile()) for url in data.urls() if url.isLocalFile()], before)
        event.accept()
        self.viewport().update()

    def _row_before(self, place: QPoint) -> int:
        row = self.rowAt(place.y())
        if row < 0:
            return self.sheet_model.rowCount()
        middle = self.rowViewportPosition(row) + self.rowHeight(row) // 2
        return row + (place.y() > middle)

    def paintEvent(self, event: QPaintEvent) -> None:
        self._delegate.left_edge = self.columnViewportPosition(SLIDE_COLUMN)
        super().paintEvent(event)
        painter = QPainter(self.viewport())
        c = colours()
        if not self.sheet_model.rowCount():
            painter.setPen(QColor(c.on_surround))
            painter.setFont(text_font(17))
            text = "Drop photos or folders here"
            painter.drawText(self.viewport().rect().adjusted(0, 0, 0, -40), Qt.AlignmentFlag.AlignCenter, text)
            painter.setFont(text_font(13))
            text = "or press Add photos. Every photo is then shown in every output."
            painter.drawText(self.viewport().rect().adjusted(0, 24, 0, 0), Qt.AlignmentFlag.AlignCenter, text)
        if self._drop_row >= 0:
            last = self.sheet_model.rowCount() - 1
            y = (
                self.rowViewportPosition(self._drop_row)
                if self._drop_row <= last
                else (self.rowViewportPosition(last) + self.rowHeight(last) if last >= 0 else 2)
            )
            painter.setPen(QPen(QColor(c.on_surround), 3))
            y -= joint_height(self._picture_height) // 2
            painter.drawLine(0, y, self.viewport().width(), y)
        painter.end()
