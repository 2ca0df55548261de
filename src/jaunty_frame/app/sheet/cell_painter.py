"""How rows and cells of the sheet look: the picture, its finding, the joint to the next slide, the selection."""

from collections.abc import Sequence
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QImage, QPainter, QPen, QPolygonF, QRegion

from jaunty_frame.app.pictures.zones_painting import paint_zones
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.cell_pictures import Cell, CellPictures
from jaunty_frame.app.sheet.joint_signs import SIGN_PX, paint_joint_sign
from jaunty_frame.app.sheet.lane import Lane
from jaunty_frame.app.sheet.sheet_layout import Measures, SheetLayout
from jaunty_frame.app.sheet.sheet_model import FIRST_OUTPUT, PHOTO_COLUMN, SLIDE_COLUMN, SheetModel
from jaunty_frame.app.widgets.marks import MARK_PX, SMALL_MARK_PX, paint_finding_mark, paint_selection
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.planning.joints import next_shown
from jaunty_frame.show.words import MOVE_WORDS, own_words, transition_words

_LINE = 22
"""Where text and the joint's line begin, right of the notch of the chosen row."""
_TWO_LINES_PX = 30
_BRACKET_PX_A_SECOND, _LONGEST_BRACKET = 24, 72


def picture_rect(cell: QRect, aspect: float, measures: Measures) -> QRect:
    """Return where a picture of ``aspect`` lies in a cell."""
    room = cell.width() - 2 * measures.pad
    width = min(round(measures.picture_height * aspect), room)
    high = min(measures.picture_height, round(width / aspect))
    x = cell.x() + (cell.width() - width) // 2
    y = cell.y() + measures.pad // 2 + (measures.picture_height - high) // 2
    return QRect(x, y, max(width, 1), max(high, 1))


_clock_text = lru_cache(256)(clock_text)
"""Fractions as text take as long as a picture, and a show has few different lengths."""


class _Column(NamedTuple):
    """Where the pictures of an output lie, from a row's left and top; the photos' have a place of their own each."""

    left: int
    width: int
    picture: QRect


class CellPainter:
    """``live`` : the picture of the cell that plays its move; ``chosen`` : the cells with a double rule; ``reached`` :
    the slides that something would change."""

    def __init__(self, session: Session, model: SheetModel, pictures: CellPictures, lane: Lane) -> None:
        self._session, self._model, self._pictures, self.lane = session, model, pictures, lane
        self.live: tuple[Cell, QImage] | None = None
        self.current_row = -1
        self.reached: set[str] = set()
        self.chosen: set[Cell] = set()
        self.zones_shown = False
        self.measures = Measures(100)
        self._layout: SheetLayout | None = None
        self._columns: list[_Column] = []

    def show_layout(self, layout: SheetLayout) -> None:
        """Paint as a layout says from now on."""
        if layout is self._layout:
            return
        self._layout, self.measures = layout, layout.measures
        self._columns = []
        for column in range(len(layout.widths)):
            cell = QRect(*layout.cell(0, column))
            aspect = float(self._model.output(column).aspect) if column >= FIRST_OUTPUT else 1.0
            self._columns.append(_Column(cell.x(), cell.width(), picture_rect(cell, aspect, self.measures)))

    def paint_row(self, painter: QPainter, place: QRect, row: int, wanted: QRegion | None) -> None:
        """Paint a row with the joint below it, all or what lies in a region."""
        if row == self.current_row:
            body = place.adjusted(0, 0, 0, -self.measures.joint)
            painter.fillRect(body, QColor(colours().surround_chosen))
        if self._model.slide(row).id in self.reached:
            # A bar as high as the row, and a word: not by colour alone.
            bar = QRect(place.x() + 1, place.y(), 5, self.measures.picture_height + self.measures.pad)
            painter.fillRect(bar, QColor(colours().accent))
            painter.setPen(QPen(QColor("#ffffff"), 1))
            painter.drawRect(bar)
        self._paint_joint(painter, place.adjusted(self._layout.lane if self._layout else 0, 0, 0, 0), row)
        for column, (left, width, picture) in enumerate(self._columns):
            cell = QRect(place.x() + left, place.y(), width, place.height())
            if wanted is not None and not wanted.intersects(cell):
                continue
            if column == SLIDE_COLUMN:
                lane = self._layout.lane if self._layout is not None else 0
                if lane:
                    self.lane.paint(painter, QRect(cell.x(), cell.y(), lane, cell.height()), row)
                self._paint_slide(painter, cell.adjusted(lane, 0, 0, 0), row)
            elif column == PHOTO_COLUMN:
                self._paint_photo(painter, cell, row)
            else:
                self._paint_picture(painter, picture.translated(place.topLeft()), row, column)

    def _paint_slide(self, painter: QPainter, place: QRect, row: int) -> None:
        own = self._model.settings(row)
        painter.setPen(QColor(colours().on_surround))
        seconds = _clock_text(own.seconds)
        x, y = place.x() + _LINE, place.y() + self.measures.pad // 2
        lines = [
            (f"{row + 1}", text_font(19, QFont.Weight.DemiBold), 24),
            (seconds, text_font(12), 17),
            (self._moves(row), text_font(12), 17),
        ]
        slide = self._model.slide(row)
        if slide.id in self.reached:
            lines.append(("changes", text_font(12, QFont.Weight.DemiBold), 17))
        else:
            # Where it departs from the house rules; the menu takes that back.
            lines += [(words, text_font(11), 15) for words in (own_words(slide), "locked" * slide.locked) if words]
        if self.measures.low:
            x = place.x() + 11
            number = f"{row + 1}", text_font(12, QFont.Weight.DemiBold), 15
            two = self.measures.picture_height >= _TWO_LINES_PX
            lines = [number, (seconds.replace(".0 s", " s"), text_font(11), 14)] if two else [number]
            y += (self.measures.picture_height - sum(high for *_, high in lines)) // 2
        for text, font, high in lines:
            painter.setFont(font)
            room = QRect(x, y, place.right() - x, high)
            shown = painter.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, room.width())
            painter.drawText(room, Qt.AlignmentFlag.AlignVCenter, shown)
            y += high
        if row == self.current_row:
            self._paint_notch(painter, place)

    def _moves(self, row: int) -> str:
        """Return what is said of a slide's move; of one that frames no photo, what it is."""
        exhibit, move = self._model.slide(row).exhibit, self._model.settings(row).move
        if not exhibit.photos:
            return exhibit.label
        return "Auto move" if move is Move.AUTO else MOVE_WORDS[move]

    def _paint_notch(self, painter: QPainter, place: QRect) -> None:
        size = 5 if self.measures.low else 8
        left, middle = place.x(), place.y() + self.measures.pad // 2 + min(12, self.measures.picture_height // 2)
        painter.setBrush(QColor(colours().on_surround))
        painter.setPen(Qt.PenStyle.NoPen)
        corners = [QPointF(left, middle - size), QPointF(left + size + 1, middle), QPointF(left, middle + size)]
        painter.drawPolygon(QPolygonF(corners))

    def _paint_photo(self, painter: QPainter, cell: QRect, row: int) -> None:
        photo = self._model.photo(row)
        if photo is None:
            return  # a card has no photo
        width, height = photo.upright_size
        place = picture_rect(cell, width / height, self.measures)
        self._paint_picture(painter, place, row, PHOTO_COLUMN, photo)
        part = self._model.slide(row).exhibit.part_shown(photo)
        if part is not None:
            self._paint_time(painter, place, part)

    @staticmethod
    def _paint_time(painter: QPainter, place: QRect, part: tuple[float, float]) -> None:
        """Paint a hairline of a clip's time under it, stronger where it is shown."""
        y = place.bottom() + 3
        painter.setPen(QPen(QColor(colours().surround_line), 1))
        painter.drawLine(place.left(), y, place.right(), y)
        painter.setPen(QPen(QColor(colours().on_surround), 3))
        begin, end = (place.left() + round(share * place.width()) for share in part)
        painter.drawLine(begin, y, max(end - 1, begin), y)

    def _paint_picture(
        self, painter: QPainter, place: QRect, row: int, column: int, photo: Photo | None = None
    ) -> None:
        ratio = painter.device().devicePixelRatio()
        size = round(place.width() * ratio), round(place.height() * ratio)
        image, readable = self._pictures.picture(row, column, size)
        if self.live and self.live[0] == (row, column):
            image = self.live[1]
        if image is not None:
            painter.drawImage(place, image)
        else:
            self._paint_missing(painter, place, readable)
        if photo is not None:
            self._paint_areas(painter, place, self._model.areas_in_picture(row))
        elif self.zones_shown:
            painter.save()
            paint_zones(painter, QRectF(place), self._model.output(column))
            painter.restore()
        if column >= FIRST_OUTPUT and self._model.is_left_out(row, column):
            self._paint_left_out(painter, place)
        elif self._model.cell_findings(row, column):
            self._paint_mark(painter, place)
        if (row, column) in self.chosen:
            paint_selection(painter, place, slight=self.measures.low)

    def _paint_left_out(self, painter: QPainter, place: QRect) -> None:
        painter.fillRect(place, QColor(0, 0, 0, 150))
        painter.setPen(QPen(QColor("#ffffff"), 1.5))
        painter.drawLine(place.topLeft(), place.bottomRight())
        if not self.measures.low:
            painter.setFont(text_font(11, QFont.Weight.DemiBold))
            painter.drawText(place, Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap, "left out")

    def _paint_missing(self, painter: QPainter, place: QRect, readable: bool) -> None:
        painter.fillRect(place, QColor(colours().surround_chosen))
        if not readable:
            painter.setPen(QColor(colours().on_surround))
            painter.setFont(text_font(11))
            words = Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap
            painter.drawText(place.adjusted(4, 4, -4, -4), words, "cannot be read")

    def _paint_mark(self, painter: QPainter, place: QRect) -> None:
        if self.measures.low:
            paint_finding_mark(painter, place.right() - SMALL_MARK_PX + 3, place.y() - 1, SMALL_MARK_PX)
        else:
            paint_finding_mark(painter, place.right() - MARK_PX - 4, place.y() + 5)

    def _paint_areas(self, painter: QPainter, place: QRect, areas: Sequence[KeepArea]) -> None:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for area in areas:
            x, y, w, h = area.box
            box = QRectF(
                place.x() + x * place.width(), place.y() + y * place.height(), w * place.width(), h * place.height()
            )
            if self.measures.low and area.weight < 1:
                continue  # small photos would be hidden by their areas
            painter.setPen(QPen(QColor(0, 0, 0, 110), 2 if self.measures.low else 3))
            painter.drawRect(box)
            style = Qt.PenStyle.SolidLine if area.weight >= 1 else Qt.PenStyle.DashLine
            painter.setPen(QPen(QColor("#ffffff"), 0.8 if self.measures.low else 1.2, style))
            painter.drawRect(box)

    def _paint_joint(self, painter: QPainter, place: QRect, row: int) -> None:
        project = self._session.project
        last = row + 1 == len(project.slides)
        fade_out = project.house_rules.fade_out
        if last and not fade_out:
            return
        joint = self.measures.joint
        strip = QRect(place.x(), place.bottom() + 1 - joint, place.width(), joint)
        x, middle = strip.x() + _LINE, strip.y() + joint // 2
        if self.measures.low:
            painter.setPen(QPen(QColor(colours().surround_line), 1))
            painter.drawLine(QPointF(strip.x() + 11, middle), QPointF(strip.right(), middle))
            return
        transition = self._model.settings(row).transition
        ink = QColor(colours().on_surround)
        sign = QRectF(x, middle - SIGN_PX / 2, SIGN_PX, SIGN_PX)
        paint_joint_sign(painter, sign, "fade" if last else transition.kind, ink)
        # The bracket is as long as the transition in time.
        seconds = float(fade_out if last else transition.joint_seconds)
        start, length = sign.right() + 6, min(seconds * _BRACKET_PX_A_SECOND, _LONGEST_BRACKET)
        painter.setPen(QPen(ink, 1.5))
        high, low = middle - 5, middle + 5
        if length:
            painter.drawLine(QPointF(start, middle), QPointF(start + length, middle))
            painter.drawLine(QPointF(start, high), QPointF(start, low))
            painter.drawLine(QPointF(start + length, high), QPointF(start + length, low))
        text = self._ending(fade_out) if last else self._joint_words(row)
        painter.setFont(text_font(12))
        left = int(start + length) + (8 if length else 2)
        painter.drawText(QRect(left, strip.y(), strip.right() - left, joint), Qt.AlignmentFlag.AlignVCenter, text)
        end = left + painter.fontMetrics().horizontalAdvance(text) + 12
        if not last and self._model.joint_findings(row):
            paint_finding_mark(painter, end - 4, middle - MARK_PX // 2)
            end += MARK_PX + 8
        painter.setPen(QPen(QColor(colours().surround_line), 1))
        painter.drawLine(QPointF(end, middle + 0.5), QPointF(strip.right(), middle + 0.5))

    def _ending(self, fade_out: Fraction) -> str:
        code = self._session.project.house_rules.fade_out_colour
        colour = {"#000000": "black", "#ffffff": "white"}.get(code.lower(), "a colour")
        return f"Fade to {colour} {clock_text(fade_out)}"

    def _joint_words(self, row: int) -> str:
        transition = self._model.settings(row).transition
        # Times are the same in all outputs that show both slides.
        plans = [plan for plan in self._session.plans().values() if next_shown(plan, row) == row + 1]
        return transition_words(transition, plans[0].timing.joint_seconds(row) if plans else None)
