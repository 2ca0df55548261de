"""The zones of an output as they are drawn over a frame: on the bench, on the sheet, on the screening."""

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from jaunty_frame.app.widgets.theme import text_font
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.model import Output

_COVERED = "may be covered"


def paint_zones(painter: QPainter, place: QRectF, output: Output) -> None:
    """Draw the zones of an output over a frame."""
    zones = output.zones.as_zones()

    def on_widget(box: Window) -> QRectF:
        return QRectF(
            place.x() + box.x * place.width(),
            place.y() + box.y * place.height(),
            box.w * place.width(),
            box.h * place.height(),
        )

    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    for box in zones.overlay_boxes():
        rect = on_widget(box)
        painter.fillRect(rect, QColor(0, 0, 0, 70))
        painter.setPen(QPen(QColor("#ffffff"), 1, Qt.PenStyle.DotLine))
        painter.drawRect(rect)
    for wanted, box, style in (
        (zones.cut_out, zones.cut_out_box(output.aspect), Qt.PenStyle.DashDotLine),
        (zones.action_safe, zones.action_safe_box(output.aspect), Qt.PenStyle.SolidLine),
        (zones.title_safe, zones.title_safe_box(output.aspect), Qt.PenStyle.DashLine),
        (zones.tile, zones.tile_box(output.aspect), Qt.PenStyle.DotLine),
    ):
        if wanted:
            for pen in (QPen(QColor(0, 0, 0, 120), 2.5), QPen(QColor("#ffffff"), 1, style)):
                painter.setPen(pen)
                painter.drawRect(on_widget(box))
    painter.setFont(text_font(11))
    for box in zones.overlay_boxes():
        rect = on_widget(box)
        if rect.width() > 90 and rect.height() > 30:
            words = painter.boundingRect(rect, Qt.AlignmentFlag.AlignCenter, _COVERED)
            painter.fillRect(words.adjusted(-4, -1, 4, 1), QColor(0, 0, 0, 130))
            painter.setPen(QColor("#ffffff"))
            painter.drawText(rect, Qt.AlignmentFlag.AlignCenter, _COVERED)
