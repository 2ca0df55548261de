"""How the cells of the sheet look: the picture, its finding, the joint to the next slide, the selection."""

from collections.abc import Callable

from PySide6.QtCore import QModelIndex, QObject, QPersistentModelIndex, QPointF, QRect, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFont, QImage, QPainter, QPen, QPolygonF
from PySide6.QtWidgets import QStyledItemDelegate, QStyleOptionViewItem

from jaunty_frame.app.pictures.cell_images import CellImages
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_model import PHOTO_COLUMN, SLIDE_COLUMN, SheetModel
from jaunty_frame.app.widgets.marks import MARK_PX, paint_finding_mark, paint_selection
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import settings_of
from jaunty_frame.show.words import MOVE_WORDS, transition_words

PAD = 10
SLIDE_WIDTH = 84
_PHOTO_ASPECT = 1.5
# Rows lower than this have no room for three lines of text and a named joint.
_LOW = 64


def joint_height(picture_height: int) -> int:
    """Return the height of the strip below a row in which its joint is drawn."""
    return 26 if picture_height >= _LOW else 6


def picture_rect(cell: QRect, aspect: float, picture_height: int) -> QRect:
    """Return where a picture of ``aspect`` lies in a cell."""
    height = picture_height
    room = cell.width() - 2 * PAD
    width = min(round(height * aspect), room)
    high = min(height, round(width / aspect))
    x = cell.x() + (cell.width() - width) // 2
    return QRect(x, cell.y() + PAD // 2 + (height - high) // 2, max(width, 1), max(high, 1))


def column_width(aspect: float | None, picture_height: int) -> int:
    """Return the width of an output's column; of the photos' where aspect is None."""
    return round(picture_height * (aspect or _PHOTO_ASPECT)) + 2 * PAD


def row_height(picture_height: int) -> int:
    return picture_height + PAD + joint_height(picture_height)


class SheetDelegate(QStyledItemDelegate):
    """Paints cells; ``live`` holds the picture of the cell that plays its move."""

    def __init__(self, session: Session, model: SheetModel, images: CellImages, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._session, self._model, self._images = session, model, images
        self.live: tuple[tuple[int, int], QImage] | None = None
        self.current_row = -1
        self.left_edge = 0
        self.picture_height = 100
        self.chosen: Callable[[int, int], bool] = lambda row, column: False

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex) -> QSize:
        return option.rect.size()

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        c = colours()
        row, column, rect = index.row(), index.column(), option.rect
        chosen_row = row == self.current_row
        body = QRect(rect.x(), rect.y(), rect.width(), rect.height() - joint_height(self.picture_height))
        painter.fillRect(rect, QColor(c.surround))
        if chosen_row:
            painter.fillRect(body, QColor(c.surround_chosen))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        self._paint_joint(painter, rect, row)
        if column == SLIDE_COLUMN:
            self._paint_slide(painter, body, row, chosen_row)
        else:
            self._paint_picture(painter, option, row, column)

    def _paint_slide(self, painter: QPainter, body: QRect, row: int, chosen: bool) -> None:
        own = settings_of(self._model.slide(row), self._session.project.house_rules)
        painter.setPen(QColor(colours().on_surround))
        x, y = body.x() + 22, body.y() + PAD // 2
        seconds = clock_text(own.seconds)
        lines = [
            (f"{row + 1}", text_font(19, QFont.Weight.DemiBold), 24),
            (seconds, text_font(12), 17),
            ("Auto move" if own.move is Move.AUTO else MOVE_WORDS[own.move], text_font(12), 17),
        ]
        if self.picture_height < _LOW:
            lines = [(f"{row + 1}   {seconds}", text_font(12, QFont.Weight.DemiBold), self.picture_height)]
        for text, font, high in lines:
            painter.setFont(font)
            painter.drawText(QRect(x, y, body.width() - 22, high), Qt.AlignmentFlag.AlignVCenter, text)
            y += high
        if chosen:
            middle = body.y() + PAD // 2 + 12
            painter.setBrush(QColor(colours().on_surround))
            painter.setPen(Qt.PenStyle.NoPen)
            left = body.x()
            painter.drawPolygon(
                QPolygonF([QPointF(left, middle - 8), QPointF(left + 9, middle), QPointF(left, middle + 8)])
            )

    def _paint_picture(self, painter: QPainter, option: QStyleOptionViewItem, row: int, column: int) -> None:
        photo = self._model.photo(row)
        is_photo = column == PHOTO_COLUMN
        if is_photo and photo is None:
            return  # a card has no photo
        width, height = photo.upright_size if photo else (1, 1)
        aspect = width / height if is_photo else float(self._model.output(column).aspect)
        place = picture_rect(option.rect, aspect, self.picture_height)
        image = self.live[1] if self.live and self.live[0] == (row, column) else None
        readable = True
        if image is None:
            ratio = painter.device().devicePixelRatio() if painter.device() else 1.0
            request = self._model.request(row, column, round(place.width() * ratio), round(place.height() * ratio))
            image = self._images.image(request, self._session.source)
            readable = image is not None or not self._images.is_known(request)
        if image is not None:
            painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
            painter.drawImage(place, image)
        else:
            painter.setPen(QPen(QColor(colours().surround_line), 1, Qt.PenStyle.DashLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRectF(place).adjusted(0.5, 0.5, -0.5, -0.5))
            if not readable:
                painter.setPen(QColor(colours().on_surround))
                painter.setFont(text_font(11))
                painter.drawText(
                    place.adjusted(4, 4, -4, -4),
                    Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap,
                    "cannot be read",
                )
        if is_photo and photo is not None:
            self._paint_areas(painter, place, photo)
        if self._model.cell_findings(row, column):
            low = self.picture_height < _LOW
            x = place.right() + 4 if low else place.right() - MARK_PX - 4
            paint_finding_mark(painter, x, place.y() + (0 if low else 5))
        if self.chosen(row, column):
            paint_selection(painter, place)

    def _paint_areas(self, painter: QPainter, place: QRect, photo: Photo) -> None:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for area in photo.keep_areas:
            x, y, w, h = area.box
            box = QRectF(
                place.x() + x * place.width(), place.y() + y * place.height(), w * place.width(), h * place.height()
            )
            painter.setPen(QPen(QColor(0, 0, 0, 110), 3))
            painter.drawRect(box)
            style = Qt.PenStyle.SolidLine if area.weight >= 1 else Qt.PenStyle.DashLine
            painter.setPen(QPen(QColor("#ffffff"), 1.2, style))
            painter.drawRect(box)

    def _paint_joint(self, painter: QPainter, rect: QRect, row: int) -> None:
        """Paint the joint below a row: each cell paints its part of one line that runs through all."""
        project = self._session.project
        slides = project.slides
        last = row + 1 == len(slides)
        if last and not project.house_rules.fade_out:
            return
        transition = settings_of(slides[row], project.house_rules).transition
        text = f"Fade to black {clock_text(project.house_rules.fade_out)}" if last else transition_words(transition)
        joint = joint_height(self.picture_height)
        strip = QRect(rect.x(), rect.bottom() + 1 - joint, rect.width(), joint)
        painter.save()
        painter.setClipRect(strip)
        if self.picture_height < _LOW:
            painter.setPen(QPen(QColor(colours().surround_line), 1))
            y = strip.y() + joint / 2
            painter.drawLine(QPointF(self.left_edge + 22, y), QPointF(5000, y))
            painter.restore()
            return
        x, middle = self.left_edge + 22, strip.y() + joint // 2
        font = text_font(12)
        painter.setFont(font)
        painter.setPen(QPen(QColor(colours().on_surround), 1.5))
        seconds = float(project.house_rules.fade_out if last else transition.joint_seconds)
        bracket = min(6 + seconds * 8, 28.0)
        painter.drawPolyline(
            [
                QPointF(x + bracket, middle - 6),
                QPointF(x, middle - 6),
                QPointF(x, middle + 6),
                QPointF(x + bracket, middle + 6),
            ]
        )
        start = x + int(bracket) + 8
        painter.drawText(QRect(start, strip.y(), 300, joint), Qt.AlignmentFlag.AlignVCenter, text)
        end = start + painter.fontMetrics().horizontalAdvance(text) + 12
        painter.setPen(QPen(QColor(colours().surround_line), 1))
        painter.drawLine(QPointF(end, middle + 0.5), QPointF(5000, middle + 0.5))
        painter.restore()
