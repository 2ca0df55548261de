"""One frame of a slide in one output, with the output's zones drawn over it."""

from collections.abc import Callable
from typing import Protocol

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.pictures.cell_images import CellImages, CellRequest, cell_request
from jaunty_frame.app.pictures.zones_painting import paint_zones
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.theme import colours
from jaunty_frame.show.frames.content import FrameContent, slide_content, without_correction
from jaunty_frame.show.planning.plan import Plan

ContentOf = Callable[[Plan, int, float], FrameContent]


class FrameTool(Protocol):
    """Something that is done to the frame with the mouse. Places are fractions of the frame."""

    def press(self, x: float, y: float) -> bool: ...

    def drag(self, x: float, y: float, free: bool) -> None: ...

    def release(self) -> None: ...

    def paint(self, painter: QPainter, place: QRectF) -> None: ...


class FrameView(QWidget):
    """Shows slide and output at a progress. While the sharp picture is being made, the last one stays."""

    def __init__(self, session: Session, images: CellImages, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session, self.images = session, images
        self._cell = ("", "")
        self._progress = 0.0
        self._without_correction = False
        self._image: QImage | None = None
        self._shown: tuple[CellRequest, ...] = ()
        self.zones_shown = True
        self.tool: FrameTool | None = None
        """What the mouse does to the frame."""
        self.content_of: ContentOf = slide_content
        self.room_about = 0.0
        """Of the widget's sides: what is left on each for what lies beyond the frame."""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Frame at the chosen instant")
        images.ready.connect(self._on_image)

    def sizeHint(self) -> QSize:
        return QSize(230, 240)

    def minimumSizeHint(self) -> QSize:
        return QSize(110, 100)

    def show_frame(self, slide_id: str, output_id: str, progress: float, without_correction: bool = False) -> None:
        """Show a slide in an output at ``progress`` in 0..1."""
        self._without_correction = without_correction
        cell = (slide_id, output_id)
        if cell != self._cell:
            self._image = None
        self._cell, self._progress = cell, progress
        self._refresh()

    def clear(self) -> None:
        self._cell, self._image = ("", ""), None
        self.update()

    def _place(self) -> tuple[Plan, int] | None:
        """Return what is shown, None where it is gone; nothing of it is remembered but its names."""
        return self._session.shown.place_of(*self._cell)

    def picture_rect(self) -> QRectF:
        """Return where the frame lies on the widget."""
        place = self._place()
        if place is None:
            return QRectF()
        aspect = float(place[0].output.aspect)
        shrink = 1 - 2 * self.room_about
        height = min(self.height() * shrink, self.width() * shrink / aspect)
        width = height * aspect
        return QRectF((self.width() - width) / 2, (self.height() - height) / 2, width, height)

    def resizeEvent(self, event: object) -> None:
        self._refresh()

    def _refresh(self) -> None:
        found = self._place()
        if found is None:
            self.update()
            return
        plan, row = found
        if self._without_correction:
            plan = without_correction(plan, row)
        ratio = self.devicePixelRatio()
        place = self.picture_rect()
        width, height = max(round(place.width() * ratio), 16), max(round(place.height() * ratio), 16)
        content = self.content_of(plan, row, self._progress)
        wanted = cell_request(plan, content, width, height)
        # Always the same instant, so that scrubbing asks for one picture only.
        usual = cell_request(plan, self.content_of(plan, row, 0.0), width, height)
        image = self.images.live_or_asked(wanted, usual, self._session.source)
        if image is not None:
            self._image, self._shown = image, ()
        else:
            self._shown = wanted, usual
        self.update()

    def _on_image(self, request: CellRequest) -> None:
        if request in self._shown and self.images.live_image(request) is not None:
            self._shown = ()
            self._refresh()

    def paintEvent(self, event: QPaintEvent) -> None:
        found = self._place()
        if found is None:
            return
        with QPainter(self) as painter:
            place = self.picture_rect()
            painter.fillRect(place, QColor(colours().surround))
            if self._image is not None:
                painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
                painter.drawImage(place, self._image)
            if self.zones_shown:
                paint_zones(painter, place, found[0].output)
            if self.tool is not None:
                self.tool.paint(painter, place)

    def colour_at(self, x: float, y: float) -> str | None:
        """Return the colour shown at a place of the frame."""
        if self._image is None or not (0 <= x < 1 and 0 <= y < 1):
            return None
        return self._image.pixelColor(int(x * self._image.width()), int(y * self._image.height())).name()

    def refresh(self) -> None:
        """Show what is to be shown now."""
        self._refresh()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if (
            self.tool is None
            or event.button() is not Qt.MouseButton.LeftButton
            or not self.tool.press(*self._at(event))
        ):
            super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self.tool is not None and event.buttons() & Qt.MouseButton.LeftButton:
            self.tool.drag(*self._at(event), bool(event.modifiers() & Qt.KeyboardModifier.ControlModifier))
            self.update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self.tool is not None:
            self.tool.release()
            self.update()

    def _at(self, event: QMouseEvent) -> tuple[float, float]:
        place, at = self.picture_rect(), event.position()
        if place.isEmpty():
            return -1.0, -1.0
        return (at.x() - place.x()) / place.width(), (at.y() - place.y()) / place.height()
