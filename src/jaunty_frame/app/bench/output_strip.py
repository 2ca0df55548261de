"""The slide in all outputs side by side: what a drag on the bench does to the others is seen live."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QToolTip, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, cell_request
from jaunty_frame.app.widgets.marks import paint_finding_mark, paint_selection
from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.show.frames.content import base_content

_HEIGHT = 74
_PAD = 8


class OutputStrip(QWidget):
    """Emits the id of the output that was clicked."""

    chosen = Signal(str)

    def __init__(self, cell: BenchCell, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell, self._images = cell, images
        self._pictures: list[tuple[str, QRectF, QImage | None]] = []
        self._slide_id = ""
        self._awaited: set[CellRequest] = set()
        self._was_painted = False
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName("This slide in all outputs")
        self.setMouseTracking(True)
        images.ready.connect(self._on_image)

    def sizeHint(self) -> QSize:
        return QSize(300, _HEIGHT)

    def pictures(self) -> dict[str, QImage]:
        """Return what is shown of each output."""
        return {name: image for name, _, image in self._pictures if image is not None}

    def show_document(self) -> None:
        """Draw all outputs anew: at once those whose sources are ready, the others when workers have made them."""
        if not self._cell.exists:
            self._pictures = []
            self.update()
            return
        if not self._was_painted:
            return  # the first painted window does not wait for the strip
        slide_id = self._cell.slide_id
        before = self.pictures() if slide_id == self._slide_id else {}
        self._slide_id, self._awaited, self._pictures = slide_id, set(), []
        session, k, ratio = self._cell.session, self._cell.position, self.devicePixelRatio()
        for output_id, place in self._places().items():
            width, height = max(round(place.width() * ratio), 8), max(round(place.height() * ratio), 8)
            plan = session.plans()[output_id]
            request = cell_request(plan, base_content(plan, k), width, height)
            image = self._images.live_image(request) or self._images.image(request, session.source)
            if image is None:
                self._awaited.add(request)
                image = before.get(output_id)
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
        if request in self._awaited:
            self.show_document()

    def resizeEvent(self, event: object) -> None:
        self.show_document()

    def paintEvent(self, event: QPaintEvent) -> None:
        if not self._was_painted:
            self._was_painted = True
            QTimer.singleShot(0, self, self.show_document)  # not once the strip is gone
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor(colours().surround))
            painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
            marked = {
                f.output
                for f in self._cell.session.shown.marked_findings()
                if f.slide_id == self._cell.slide_id and not f.of_photo
            }
            for output_id, place, image in self._pictures:
                if image is not None:
                    painter.drawImage(place, image)
                if self._cell.project.is_hand_set(self._cell.slide_id, output_id):
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
            by_hand = self._cell.project.is_hand_set(self._cell.slide_id, output_id)
            name = self._cell.project.output(output_id).name
            QToolTip.showText(event.globalPosition().toPoint(), name + (", set by hand" if by_hand else ""), self)
