"""Cells of the sheet as they play their moves."""

from PySide6.QtGui import QImage

from jaunty_frame.app.pictures.cell_images import CellImages, cell_request
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.block_table import BlockTable
from jaunty_frame.app.sheet.cell_painter import CellPainter, picture_rect
from jaunty_frame.app.sheet.cell_player import CellPlayer
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT
from jaunty_frame.show.frames.content import slide_content


class LiveCells:
    """Makes the pictures of the cell that ``player`` plays, and has the view paint them."""

    def __init__(self, session: Session, images: CellImages, view: BlockTable, painter: CellPainter) -> None:
        self._session, self._images, self._view, self._painter = session, images, view, painter
        self.player = CellPlayer(self._seconds_of, self._image, view)
        self.player.played.connect(self._show)
        self.player.stopped.connect(self._show_still)

    def _seconds_of(self, row: int, column: int) -> float | None:
        model = self._view.sheet_model
        if not (row < model.rowCount() and FIRST_OUTPUT <= column < model.columnCount()):
            return None
        plan = model.plan(column)
        return plan.schedule.frames[row] / float(plan.output.frame_rate) or None

    def _image(self, row: int, column: int, progress: float) -> QImage | None:
        view, model = self._view, self._view.sheet_model
        ratio, aspect = view.devicePixelRatio(), float(model.output(column).aspect)
        place = picture_rect(view.cell_rect(row, column), aspect, view.layout_.measures)
        size = round(place.width() * ratio), round(place.height() * ratio)
        plan = model.plan(column)
        wanted = cell_request(plan, slide_content(plan, row, progress), *size)
        return self._images.live_or_asked(wanted, model.request(row, column, *size), self._session.source)

    def _show(self, row: int, column: int, image: QImage) -> None:
        self._painter.live = (row, column), image
        self._view.viewport().update(self._view.cell_rect(row, column))

    def _show_still(self) -> None:
        self._painter.live = None
        self._view.viewport().update()
