"""One of the typefaces, each shown in itself."""

from PySide6.QtCore import QByteArray, Qt, Signal
from PySide6.QtGui import QFont, QFontDatabase
from PySide6.QtWidgets import QComboBox, QWidget

from jaunty_frame.media.typefaces import fonts, system_families

_SHOWN_PX = 15


class FamilyChoice(QComboBox):
    """Names in, names out: those that ship, then, when the list is opened, the system's."""

    chosen = Signal(str)

    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setAccessibleName(name)
        self.setMinimumContentsLength(14)
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self._has_all = False
        for family in fonts().families:
            QFontDatabase.addApplicationFontFromData(QByteArray(family.face(400).data))
            self._add(family.name)
        self.activated.connect(lambda k: self.chosen.emit(self.itemText(k)))

    def _add(self, name: str) -> None:
        self.addItem(name)
        font = QFont(name)
        font.setPixelSize(_SHOWN_PX)
        self.setItemData(self.count() - 1, font, Qt.ItemDataRole.FontRole)

    def showPopup(self) -> None:
        if not self._has_all:
            self._has_all = True
            for family in system_families():
                if self.findText(family.name) < 0:
                    self._add(family.name)
        super().showPopup()

    def show_value(self, name: str) -> None:
        if self.findText(name) < 0:
            self._add(name)
        self.setCurrentText(name)
