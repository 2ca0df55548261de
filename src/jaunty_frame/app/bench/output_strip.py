"""The slide in all outputs side by side, drawn at once: what a drag on the bench does to the others is seen live."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QToolTip, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, cell_request, photo_request
from jaunty_frame.app.widgets.marks import paint_finding_mark, paint_selection
from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.media.photos.thumbnails import LONGEST_PX
from jaunty_frame.show.frames.content import base_content
from jaunty_frame.show.frames.layers.layer import photo_file

_HEIGHT = 74
_PAD = 8


class OutputStrip(QWidget):
    """Emits the id of the output that was clicked. Draws from the photo's thumbnail, without waiting for a worker."""

    chosen = Signal(str)

    def __init__(self, cell: BenchCell, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell, self._images = cell, images
        self._pictures: list[tuple[str, QRectF, QImage]] = []
        self._awaited: CellRequest | None = None
        self._was_painted = False
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("This slide in all outputs")
        self.setMouseTracking(True)
        images.ready.connect(self._on_image)

    def sizeHint(self) -> QSize:
        return QSize(300, _HEIGHT)

    def pictures(self) -> dict[str, QImage]:
        """Return what is shown of each output."""
        return {name: image for name, _, image in self._pictures}

    def show_document(self) -> None:
        """Draw all outputs anew."""
        if not self._cell.exists:
            self._pictures = []
            self.update()
            return
        session, k, photo = self._cell.session, self._cell.position, self._cell.photo
        thumbnail = session.source.remembered_thumbnail(photo_file(photo))
        if thumbnail is None:
            # Reading it may take a while; a worker does, and then it is remembered.
            width, height = photo.upright_size
            shrink = LONGEST_PX / max(width, height, LONGEST_PX)
            self._awaited = photo_request(photo, max(int(width * shrink), 1), max(int(height * shrink), 1))
            self._images.remake(self._awaited, session.source)
            return
        if not self._was_painted:
            return  # the first painted window does not wait for the strip
        # Loaded late for the same reason; the sheet's workers need it too.
        from jaunty_frame.app.pictures.painting import painted_image, prepared

        ratio = self.devicePixelRatio()
        plans = session.plans()
        self._pictures = []
        for output_id, place in self._places().items():
            width, height = max(round(place.width() * ratio), 8), max(round(place.height() * ratio), 8)
            plan = plans[output_id]
            content, frame = cell_request(plan, base_content(plan, k), width, height)
            ready = {source: prepared(source, lambda *_: thumbnail) for source in content.sources(frame)}
            image = painted_image(content, frame, ready)
            self._pictures.append((output_id, place, image))
        self.update()

    def _places(self) -> dict[str, QRectF]:
        """Return where each output's picture lies: of one height, smaller where they would not fit."""
        outputs = self._cell.project.outputs
        aspects = [float(output.aspect) for output in outputs]
        room = self.width() - _PAD * (len(outputs) + 1)
        height = min(_HEIGHT - 2 * _PAD, room / max(sum(aspects), 0.01))
        places, x = {}, float(_PAD)
        for output, aspect in zip(outputs, aspects, strict=True):
            places[output.id] = QRectF(x, (_HEIGHT - height) / 2, max(height * aspect, 1.0), max(height, 1.0))
            x += height * aspect + _PAD
        return places

    def _on_image(self, request: CellRequest) -> None:
        if request == self._awaited and self._cell.exists:
            self._awaited = None
            if self._cell.session.source.remembered_thumbnail(photo_file(self._cell.photo)) is not None:
                self.show_document()

    def resizeEvent(self, event: object) -> None:
        self.show_document()

    def paintEvent(self, event: QPaintEvent) -> None:
        if not self._was_painted:
            self._was_painted = True
            QTimer.singleShot(0, self.show_document)
        painter = QPainter(self)
        painter.fillRect(self.rect(), QColor(colours().surround))
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        marked = {
            f.output for f in self._cell.session.findings() if f.slide_id == self._cell.slide_id and not f.of_photo
        }
        for output_id, place, image in self._pictures:
            painter.drawImage(place, image)
            if self._cell.project.hand_set_framing(self._cell.slide_id, output_id):
                painter.setPen(QPen(QColor(colours().on_surround), 2))
                y = place.bottom() + 4
                painter.drawLine(QPointF(place.left(), y), QPointF(place.right(), y))
            if output_id in marked:
                paint_finding_mark(painter, int(place.right()) - 18, int(place.top()) + 3)
            if output_id == self._cell.output_id:
                paint_selection(painter, place.toRect())

    def _output_at(self, place: QPointF) -> str:
        return next((name for name, rect, _ in self._pictures if rect.contains(place)), "")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        output_id = self._output_at(event.position())
        if output_id:
            self.chosen.emit(output_id)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        output_id = self._output_at(event.position())
        self.setCursor(Qt.CursorShape.PointingHandCursor if output_id else Qt.CursorShape.ArrowCursor)
        if output_id and self._cell.exists:
            by_hand = self._cell.project.hand_set_framing(self._cell.slide_id, output_id)
            name = self._cell.project.output(output_id).name
            QToolTip.showText(event.globalPosition().toPoint(), name + (", set by hand" if by_hand else ""), self)
