"""The sheet: rows are slides, columns are outputs."""

from collections.abc import Callable, Iterable
from functools import partial
from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, QLine, QMimeData, QPoint, QRect, Qt, QTimer, Signal
from PySide6.QtGui import (
    QColor,
    QContextMenuEvent,
    QDragEnterEvent,
    QDragLeaveEvent,
    QDragMoveEvent,
    QDropEvent,
    QHelpEvent,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QAbstractItemView, QToolTip, QWidget

from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.cell_painter import CellPainter
from jaunty_frame.app.sheet.cell_pictures import Cell, CellPictures
from jaunty_frame.app.sheet.choosing_table import ChoosingTable
from jaunty_frame.app.sheet.lane import Lane
from jaunty_frame.app.sheet.lane_hands import LaneHands
from jaunty_frame.app.sheet.live_cells import LiveCells
from jaunty_frame.app.sheet.row_stretcher import RowStretcher
from jaunty_frame.app.sheet.rubber_band import RubberBand
from jaunty_frame.app.sheet.sheet_drops import SheetDrops
from jaunty_frame.app.sheet.sheet_layout import NO_LANE, LaneWidths
from jaunty_frame.app.sheet.sheet_model import (
    FIRST_OUTPUT,
    PHOTO_COLUMN,
)
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.document.edits.slides import move_slides
from jaunty_frame.document.sound import SoundFile

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.peaks import Peaks

_JOINT_WIDTH = 160
"""How far right of the slide's column a joint can be clicked."""


class SheetView(ChoosingTable):
    """Shows all slides in all outputs. It changes nothing by itself but the running order, by dragging."""

    opened = Signal()
    joint_clicked = Signal(int)
    remove_wanted = Signal()
    menu_wanted = Signal(QPoint)
    sound_opened = Signal(str)

    def __init__(self, session: Session, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self._pictures = CellPictures(session, self.sheet_model, images)
        self._lane = Lane(session, lambda file: self.peaks_of(file))
        self.peaks_of: Callable[[SoundFile], Peaks | None] = lambda file: None
        """Gives the wave of a sound file."""
        self._painter = CellPainter(session, self.sheet_model, self._pictures, self._lane)
        self._player = LiveCells(session, images, self, self._painter).player
        self.setAccessibleName("Sheet of slides and outputs")
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setDragEnabled(True)
        self.setAcceptDrops(True)
        self.setDropIndicatorShown(False)
        self.setMouseTracking(True)
        self.setTabKeyNavigation(False)
        self.viewport().setAttribute(Qt.WidgetAttribute.WA_Hover)
        self.drops = SheetDrops(session, self)
        self.drops.landed.connect(self.choose_slides)
        self._stretcher = RowStretcher(session, self, self.chosen_slides)
        self._band = RubberBand(self)
        self.hands = LaneHands(session, self, self._lane)
        self.hands.opened.connect(self.sound_opened)
        session.changed.connect(self._on_sound)
        images.ready.connect(self._on_image)
        images.forgotten.connect(self._on_forgotten)
        self.sheet_model.modelReset.connect(self._player.stop)
        self.doubleClicked.connect(self.opened)
        self._on_reset()

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
            self._player.start_or_stop((self.currentIndex().row(), self.currentIndex().column()))
        else:
            super().keyPressEvent(event)

    def move_chosen(self, step: int) -> None:
        """Move the chosen slides one place up or down."""
        rows = self.chosen_rows()
        if rows:
            before = rows[0] - 1 if step < 0 else rows[-1] + 2
            self._move(self.chosen_slides(), max(0, min(before, self.sheet_model.rowCount())))

    def _move(self, ids: list[str], before: int) -> None:
        """Move slides; they are chosen afterwards, wherever they came from."""
        self._session.apply(move_slides(ids, before))
        self.choose_slides(ids)

    def show_zones(self) -> None:
        """Draw the zones of the outputs over all cells, or no longer."""
        self._painter.zones_shown = not self._painter.zones_shown
        self.viewport().update()

    def show_reached(self, slide_ids: Iterable[str]) -> None:
        """Mark the slides that something would change."""
        reached = set(slide_ids)
        if reached != self._painter.reached:
            self._painter.reached = reached
            self.viewport().update()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        place = event.position().toPoint()
        if event.button() == Qt.MouseButton.LeftButton and self._is_in_lane(place) and self.hands.press(place):
            return
        edge = self._stretcher.row_at(place)
        if edge >= 0 and event.button() == Qt.MouseButton.LeftButton:
            self._stretcher.press(edge, place)
            return
        if not self.indexAt(place).isValid() and event.button() == Qt.MouseButton.LeftButton:
            self._band.press(place)
        row = self._joint_at(place)
        if row >= 0 and event.button() == Qt.MouseButton.LeftButton:
            self.joint_clicked.emit(row)
            return
        super().mousePressEvent(event)

    @property
    def lane_widths(self) -> LaneWidths:
        # The table lays itself out before the lane is made.
        return self._lane.widths if hasattr(self, "_lane") else NO_LANE

    def _is_in_lane(self, place: QPoint) -> bool:
        row = self.indexAt(place).row()
        return row >= 0 and self.lane_rect(row).contains(place)

    def _joint_at(self, place: QPoint) -> int:
        """Return the row below which there is a joint at a place, -1 where there is none to be clicked."""
        row = self.indexAt(place).row()
        if row < 0:
            return -1
        rect, measures = self.row_rect(row), self.layout_.measures
        far = self.cell_rect(row, PHOTO_COLUMN).x() + _JOINT_WIDTH
        is_joint = (
            not measures.low
            and not self._is_in_lane(place)
            and place.y() > rect.bottom() - measures.joint
            and place.x() < far
        )
        return row if is_joint else -1

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        if self.currentIndex().isValid():
            self.menu_wanted.emit(event.globalPos())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self.hands.is_dragging:
            self.hands.release()
            return
        if self._stretcher.is_dragging:
            self._stretcher.release()
            return
        if self._band.is_dragging:
            self._band.release()
        super().mouseReleaseEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        place = event.position().toPoint()
        if self.hands.is_dragging:
            self.hands.move(place, bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier))
            return
        if self._stretcher.is_dragging:
            self._stretcher.move(place)
            return
        if self._band.is_dragging:
            rows = self._band.move(place)
            if rows:
                self.choose_slides(self.sheet_model.slide(row).id for row in rows)
            return
        super().mouseMoveEvent(event)
        index = self.indexAt(place)
        at_joint = self._joint_at(place) >= 0
        shapes = Qt.CursorShape
        at_edge = self._stretcher.row_at(place) >= 0
        in_lane = self.hands.cursor_at(place) if self._is_in_lane(place) else None
        self.viewport().setCursor(
            in_lane or shapes.SplitVCursor if at_edge else shapes.PointingHandCursor if at_joint else shapes.ArrowCursor
        )
        self._player.rest_on((index.row(), index.column()) if index.column() >= FIRST_OUTPUT else None)

    def viewportEvent(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent) and self._is_in_lane(event.pos()):
            spot = self.hands.spot_at(event.pos())
            QToolTip.showText(event.globalPos(), self._lane.words(spot.heard) if spot else "", self)
            return True
        if event.type() in (QEvent.Type.Leave, QEvent.Type.HoverLeave):
            self._player.rest_on(None)
        return super().viewportEvent(event)

    # -- what is shown

    def _on_image(self, request: CellRequest) -> None:
        self._paint_cells(self._pictures.made(request))

    def _on_sound(self) -> None:
        """The lane comes with the first sound and goes with the last."""
        if self.layout_.lane != self.lane_widths.beside(self.layout_.measures):
            self.updateGeometries()

    def _on_forgotten(self) -> None:
        self._pictures.forget()
        self.viewport().update()

    # -- dragging and dropping

    def dragEnterEvent(self, event: QDragEnterEvent) -> None:
        self.drops.moved(event)

    def dragMoveEvent(self, event: QDragMoveEvent) -> None:
        self.drops.moved(event)

    def dragLeaveEvent(self, event: QDragLeaveEvent) -> None:
        self.drops.left()

    def dropEvent(self, event: QDropEvent) -> None:
        self.drops.dropped(event)

    def paste(self, data: QMimeData | None) -> None:
        """Take what was copied, after the chosen slides."""
        self.drops.take(data, self.row_after_chosen(), own_moves=False)

    def picture_of(self, slide_id: str) -> QImage | None:
        """Return the picture of a slide in the current output, if it is in view."""
        rows = [slide.id for slide in self._session.project.slides]
        if slide_id not in rows or not self._kept[1]:
            return None
        column = FIRST_OUTPUT + [output.id for output in self._session.project.outputs].index(self._kept[1])
        return self._pictures.known(rows.index(slide_id), column)

    # -- painting

    @property
    def is_unfinished(self) -> bool:
        """Whether there are cells that the last painting left for the next."""
        return bool(self._pictures.postponed)

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self.viewport()) as painter:
            seen, c = event.rect(), colours()
            painter.fillRect(seen, QColor(c.surround))
            painter.setRenderHints(QPainter.RenderHint.Antialiasing | QPainter.RenderHint.SmoothPixmapTransform)
            self._painter.show_layout(self.layout_)
            if self.layout_.lane:
                self._lane.show(self._kept[1])
            self._painter.current_row = self.current_row
            rows = self.layout_.rows_in(*self.in_content(seen.topLeft()), seen.width(), seen.height())
            self._painter.chosen = self._chosen_in(rows)
            whole = seen == self.viewport().rect()
            self._pictures.begin()
            for row in rows:
                place = self.row_rect(row)
                if event.region().intersects(place):
                    self._painter.paint_row(painter, place, row, None if whole else event.region())
            self._pictures.end(whole)
            if self._pictures.postponed:
                QTimer.singleShot(0, self, partial(self._paint_cells, self._pictures.postponed))
            if not self.sheet_model.rowCount():
                _paint_invitation(painter, self.viewport().rect())
            if self.drops.row >= 0:
                painter.setPen(QPen(QColor(c.on_surround), 3))
                if self.drops.onto >= 0:
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    painter.drawRect(self.row_rect(self.drops.onto).adjusted(2, 2, -2, -2))
                else:
                    painter.drawLine(self._drop_line())

    def _paint_cells(self, cells: Iterable[Cell]) -> None:
        """Have cells painted anew, those that are still there."""
        rows, columns = self.sheet_model.rowCount(), self.sheet_model.columnCount()
        for row, column in cells:
            if row < rows and column < columns:
                self.viewport().update(self.cell_rect(row, column))

    def _chosen_in(self, rows: list[int]) -> set[Cell]:
        """Return the chosen cells of some rows."""
        seen = set(rows)
        return {
            (row, column)
            for part in self.selectionModel().selection().toList()
            for row in seen.intersection(range(part.top(), part.bottom() + 1))
            for column in range(part.left(), part.right() + 1)
        }

    def _drop_line(self) -> QLine:
        """Return where the line is that shows before which row something would go."""
        rows = self.sheet_model.rowCount()
        half = self.layout_.measures.joint // 2
        if not rows:
            return QLine(0, 2, self.viewport().width(), 2)
        place = self.row_rect(min(self.drops.row, rows - 1))
        y = place.top() - half if self.drops.row < rows else place.bottom() + 1 - half
        return QLine(place.left(), y, place.right(), y)


def _paint_invitation(painter: QPainter, room: QRect) -> None:
    centre = Qt.AlignmentFlag.AlignCenter
    painter.setPen(QColor(colours().on_surround))
    painter.setFont(text_font(17))
    painter.drawText(room.adjusted(0, 0, 0, -40), centre, "Drop photos, clips or folders here")
    painter.setFont(text_font(13))
    text = "or press Add photos. Every photo is then shown in every output."
    painter.drawText(room.adjusted(0, 24, 0, 0), centre, text)
