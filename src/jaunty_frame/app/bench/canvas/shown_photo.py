"""The photo on the bench with all that is known of it: keep areas, opening and closing, the trails between them."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import (
    QColor,
    QImage,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.bench.canvas.painting import (
    Mapping,
    dim_unseen,
    paint_area,
    paint_level_line,
    paint_move,
    paint_track,
)
from jaunty_frame.app.bench.canvas.shapes import Framed, Grip
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.core.geometry.windows import WHOLE_PHOTO, Window
from jaunty_frame.document.keep_areas import KeepArea, Track

_MARGIN = 20
_HINT_ROOM = 28  # two lines
_HINT_PLACE = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignBottom | Qt.TextFlag.TextWordWrap


class ShownPhoto(QWidget):
    """Shows a photo so that everything that can be seized has room."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Photo with keep areas, opening and closing")
        self._image: QImage | None = None
        self._photo_size, self._photo_id = (3, 2), ""
        self._areas: tuple[KeepArea, ...] = ()
        self._tracks: tuple[tuple[Track, ...], float] = ((), 0.0)
        self._framed: Framed | None = None
        self._level_line: tuple[QPointF, QPointF] | None = None
        self._hint = ""
        self._zoom = 1.0
        self._chosen: Grip | None = None
        self._guides: tuple[list[float], list[float]] = ([], [])
        self._view: tuple[float, float, float] | None = None
        """Where the photo lies while something is dragged: nothing must move under the pointer."""

    def sizeHint(self) -> QSize:
        return QSize(440, 270)

    def minimumSizeHint(self) -> QSize:
        return QSize(260, 120)

    # -- what is shown

    def show_photo(self, image: QImage | None, size: tuple[int, int], photo_id: str) -> None:
        """Show a photo of ``size``; None while its picture is not there yet."""
        if (size, photo_id) != (self._photo_size, self._photo_id):
            self._zoom, self._chosen = 1.0, None
        self._image, self._photo_size, self._photo_id = image, size, photo_id
        self.update()

    def shows_photo_of(self, photo_id: str) -> bool:
        """Return whether a picture of this photo is shown, if perhaps an older one."""
        return self._image is not None and self._photo_id == photo_id

    def show_areas(self, areas: tuple[KeepArea, ...]) -> None:
        self._areas = areas
        if self._chosen and self._chosen.kind == "area" and self._chosen.index >= len(areas):
            self._chosen = None
        self.update()

    def show_tracks(self, tracks: tuple[Track, ...], seconds: float) -> None:
        """Show where a clip's areas go, and where they are at a time of its file."""
        if (tracks, seconds) != self._tracks:
            self._tracks = tracks, seconds
            self.update()

    def show_framing(self, framed: Framed | None) -> None:
        self._framed = framed
        self.update()

    def show_hint(self, text: str) -> None:
        """Say in a corner what a drag would do."""
        self._hint = text
        self.update()

    @property
    def chosen_area(self) -> int:
        """The index of the chosen keep area, -1 if none is."""
        return self._chosen.index if self._chosen and self._chosen.kind == "area" else -1

    # -- coordinates

    def _placement(self) -> tuple[float, float, float]:
        """Return the photo's left, top and width on the widget; everything that can be seized has room."""
        if self._view is not None:
            return self._view  # nothing must move under the pointer while something is dragged
        boxes = [WHOLE_PHOTO]
        if self._framed:
            boxes += [self._framed.bounding_box(end) for end in ("opening", "closing")]
        left, top = min(box.x for box in boxes), min(box.y for box in boxes)
        right, bottom = max(box.x + box.w for box in boxes), max(box.y + box.h for box in boxes)
        ratio = self._photo_size[1] / self._photo_size[0]
        width = min(
            (self.width() - 2 * _MARGIN) / (right - left),
            (self.height() - 2 * _MARGIN - _HINT_ROOM) / ((bottom - top) * ratio),
        )
        width *= self._zoom
        x = self.width() / 2 - (left + right) / 2 * width
        return x, (self.height() - _HINT_ROOM) / 2 - (top + bottom) / 2 * width * ratio, width

    def to_widget(self, x: float, y: float) -> QPointF:
        return self._mapping()(x, y)

    def _mapping(self) -> Mapping:
        """Return ``to_widget`` for many points at once."""
        left, top, width = self._placement()
        height = width * self._photo_size[1] / self._photo_size[0]
        return lambda x, y: QPointF(left + x * width, top + y * height)

    def _to_photo(self, point: QPointF) -> tuple[float, float]:
        left, top, width = self._placement()
        height = width * self._photo_size[1] / self._photo_size[0]
        return (point.x() - left) / width, (point.y() - top) / height

    def _rect(self, box: Window) -> QRectF:
        return QRectF(self.to_widget(box.x, box.y), self.to_widget(box.x + box.w, box.y + box.h))

    # -- painting

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor(c.surround))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
            to_widget = self._mapping()
            photo = QRectF(to_widget(0, 0), to_widget(1, 1))
            if self._image is not None:
                painter.drawImage(photo, self._image)
            if self._framed is not None:
                dim_unseen(painter, to_widget, photo, self._framed)
                paint_move(painter, to_widget, self._framed, self.size())
            tracks, seconds = self._tracks
            for k, area in enumerate(self._areas):
                if not tracks or k == self.chosen_area:
                    paint_area(painter, to_widget, area, k == self.chosen_area)
            for track in tracks:
                paint_track(painter, to_widget, track, seconds)
            if self._level_line is not None:
                paint_level_line(painter, *self._level_line)
            painter.setPen(QPen(QColor(c.on_surround), 1, Qt.PenStyle.DashLine))
            for x in self._guides[0]:
                painter.drawLine(to_widget(x, -1), to_widget(x, 2))
            for y in self._guides[1]:
                painter.drawLine(to_widget(-1, y), to_widget(2, y))
            painter.setFont(text_font(11))
            painter.setPen(QColor(c.on_surround))
            painter.drawText(self.rect().adjusted(8, 4, -8, -5), _HINT_PLACE, self._hint)
            if self.hasFocus():
                painter.setPen(QPen(QColor(c.on_surround), 2))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawRect(self.rect().adjusted(1, 1, -1, -1))
