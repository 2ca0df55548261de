"""A button that shows a colour and lets another one be chosen."""

from PySide6.QtCore import QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QColorDialog, QPushButton, QWidget

from jaunty_frame.app.widgets.theme import colours


class ColourButton(QPushButton):
    """Shows and emits colours as #rrggbb."""

    chosen = Signal(str)

    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._code = "#000000"
        self.setAccessibleName(name)
        self.setToolTip(name)
        self.clicked.connect(self._choose)

    def sizeHint(self) -> QSize:
        return QSize(34, 30)

    def show_value(self, code: str) -> None:
        self._code = code
        self.setAccessibleDescription(code)
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setPen(
                QPen(QColor(colours().accent if self.hasFocus() else colours().quiet), 2 if self.hasFocus() else 1)
            )
            painter.setBrush(QColor(self._code))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 5, 5)

    def _choose(self) -> None:
        dialog = QColorDialog(QColor(self._code), self)
        dialog.setOption(QColorDialog.ColorDialogOption.DontUseNativeDialog)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.colorSelected.connect(lambda colour: self.chosen.emit(colour.name()))
        dialog.open()
