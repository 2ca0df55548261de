"""The guide, in a window of its own, so that it can be read beside the work."""

import sys
from functools import cache
from pathlib import Path
from typing import Any

from PySide6.QtCore import QSize, Qt, QUrl
from PySide6.QtGui import (
    QFont,
    QImage,
    QKeyEvent,
    QResizeEvent,
    QTextBlockFormat,
    QTextCharFormat,
    QTextCursor,
    QTextDocument,
)
from PySide6.QtWidgets import QTextBrowser, QWidget

from jaunty_frame.app.widgets.theme import text_font

_BESIDE_SOURCES = Path(__file__).resolve().parents[4] / "docs" / "guide"
_INSTALLED = Path(sys.prefix) / "share" / "jaunty-frame" / "docs" / "guide"
_MARGIN = 26
# Pixels: of headings by their level, above and below blocks; of a line in percent.
_HEADINGS = {1: 22, 2: 15}
_ABOVE_HEADING, _BELOW, _LINE_HEIGHT = 16, 8, 125


@cache
def guide_folder() -> Path:
    """Return where the pages lie: beside the sources, or where they were installed."""
    return _BESIDE_SOURCES if _BESIDE_SOURCES.is_dir() else _INSTALLED


class Guide(QTextBrowser):
    """Shows pages by their names, pictures as wide as the window; Esc closes it."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowFlag(Qt.WindowType.Window)
        self.setWindowTitle("Guide")
        self.resize(QSize(720, 820))
        self.document().setDocumentMargin(_MARGIN)
        self.setOpenExternalLinks(False)
        self.sourceChanged.connect(self._set_type)

    def open(self, page: str) -> None:
        """Show a page, "index" for the list of all."""
        self.setSource(QUrl.fromLocalFile(str(guide_folder() / f"{page}.md")))
        self.show()
        self.raise_()
        self.activateWindow()

    def loadResource(self, kind: int, name: QUrl | str) -> Any:
        found = super().loadResource(kind, name)
        if kind != QTextDocument.ResourceType.ImageResource:
            return found
        picture = QImage.fromData(found)
        # As wide as the page is with a scroll bar, whether or not there is one yet.
        width = self.width() - self.verticalScrollBar().sizeHint().width() - 2 * _MARGIN - 2 * self.frameWidth()
        ratio = self.devicePixelRatio()
        if picture.width() > width * ratio:
            picture = picture.scaledToWidth(round(width * ratio), Qt.TransformationMode.SmoothTransformation)
        picture.setDevicePixelRatio(ratio)
        return picture

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if event.oldSize().width() != event.size().width() and not self.source().isEmpty():
            at = self.verticalScrollBar().value()
            self.reload()
            self._set_type()
            self.verticalScrollBar().setValue(at)

    def _set_type(self) -> None:
        """Give headings and paragraphs their sizes and the space about them, which Markdown knows nothing of."""
        block = self.document().begin()
        while block.isValid():
            level = block.blockFormat().headingLevel()
            shape = block.blockFormat()
            shape.setTopMargin(_ABOVE_HEADING if level > 1 else 0)
            shape.setBottomMargin(2 if block.textList() else _BELOW)
            if "\ufffc" not in block.text():  # a line as high as a picture needs no more
                shape.setLineHeight(_LINE_HEIGHT, QTextBlockFormat.LineHeightTypes.ProportionalHeight.value)
            cursor = QTextCursor(block)
            cursor.setBlockFormat(shape)
            if level:
                cursor.select(QTextCursor.SelectionType.BlockUnderCursor)
                letters = QTextCharFormat()
                letters.setFont(text_font(_HEADINGS[min(level, 2)], QFont.Weight.DemiBold))
                cursor.mergeCharFormat(letters)
            block = block.next()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.close()
        else:
            super().keyPressEvent(event)
