"""The screen: the frame of a show as large as it fits, on black."""

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from jaunty_frame.app.pictures.zones_painting import paint_zones
from jaunty_frame.document.model import Output

_LONGEST_PX = 1280


class ScreenPicture(QWidget):
    """Shows ``image``, or ``message`` in its place."""

    clicked = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.image: QImage | None = None
        self.message = ""
        self.aspect = 1.0
        self.zones_of: Output | None = None
        """Whose zones are drawn over the picture."""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Screen")

    def minimumSizeHint(self) -> QSize:
        return QSize(200, 150)

    def picture_rect(self) -> QRectF:
        height = min(float(self.height()), self.width() / self.aspect)
        width = height * self.aspect
        return QRectF((self.width() - width) / 2, (self.height() - height) / 2, width, height)

    def pixels(self) -> tuple[int, int]:
        """Return the size in device pixels in which pictures are wanted."""
        place, ratio = self.picture_rect(), self.devicePixelRatio()
        width, height = place.width() * ratio, place.height() * ratio
        shrink = min(1.0, _LONGEST_PX / max(width, height, 1.0))
        return max(round(width * shrink), 16), max(round(height * shrink), 16)

    def show_image(self, image: QImage) -> None:
        self.message, self.image = "", image
        self.update()

    def show_message(self, message: str) -> None:
        self.message = message
        self.update()

    def show_zones(self, output: Output | None) -> None:
        self.zones_of = output
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor("#1a1a1a"))
            if self.image is not None and not self.message:
                painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
                painter.drawImage(self.picture_rect(), self.image)
                if self.zones_of is not None:
                    paint_zones(painter, self.picture_rect(), self.zones_of)
            elif self.message:
                painter.setPen(QColor("#ffffff"))
                painter.drawText(
                    self.rect().adjusted(40, 40, -40, -40),
                    Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap,
                    self.message,
                )

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.clicked.emit()
