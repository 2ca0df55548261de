"""Typing on the frame: a text field that is not seen, whose caret the frame shows."""

from PySide6.QtCore import QEvent, QRectF, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QKeySequence, QTextCursor
from PySide6.QtWidgets import QPlainTextEdit, QWidget

_STANDARD = QKeySequence.StandardKey


class Typing(QPlainTextEdit):
    """All that a text field can, but to be seen: keys, input methods, the clipboard. ``typed`` tells the text,
    ``caret_moved`` where the caret stands and where what is marked begins, ``left`` that typing is over."""

    typed = Signal(str)
    caret_moved = Signal(int, int)
    left = Signal()

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self._showing = False
        # Steps are taken back in the window's own list.
        self.setUndoRedoEnabled(False)
        self.setTabChangesFocus(True)
        self.setFrameShape(QPlainTextEdit.Shape.NoFrame)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setAccessibleName("Words on the frame")
        self.setStyleSheet("background: transparent; color: transparent; border: none; padding: 0;")
        self.setCursorWidth(0)
        self.viewport().setAutoFillBackground(False)
        self.resize(1, 1)
        self.hide()
        self.textChanged.connect(self._on_text)
        self.cursorPositionChanged.connect(self._on_caret)
        self.selectionChanged.connect(self._on_caret)

    def begin(self, text: str, at: int | None = None) -> None:
        """Take the keys, with the caret before character ``at``, or with all marked."""
        self.show_text(text)
        self.show()
        self.setFocus()
        cursor = self.textCursor()
        if at is None:
            cursor.select(QTextCursor.SelectionType.Document)
        else:
            cursor.setPosition(min(at, len(text)))
        self.setTextCursor(cursor)
        self._on_caret()

    def show_text(self, text: str) -> None:
        """Show a text; the caret stays where it is if it can."""
        if text == self.toPlainText():
            return
        self._showing = True
        at = self.textCursor().position()
        self.setPlainText(text)
        cursor = self.textCursor()
        cursor.setPosition(min(at, len(text)))
        self.setTextCursor(cursor)
        self._showing = False

    def go_to(self, caret: QRectF) -> None:
        """Stand where the caret is: input methods open their lists there."""
        self.setGeometry(int(caret.x()), int(caret.y()), 1, max(int(caret.height()), 1))

    def _on_text(self) -> None:
        if not self._showing:
            self.typed.emit(self.toPlainText())

    def _on_caret(self) -> None:
        if not self._showing:
            cursor = self.textCursor()
            self.caret_moved.emit(cursor.position(), cursor.anchor())

    def event(self, event: QEvent) -> bool:
        is_shortcut = event.type() is QEvent.Type.ShortcutOverride and isinstance(event, QKeyEvent)
        if is_shortcut and (event.matches(_STANDARD.Undo) or event.matches(_STANDARD.Redo)):  # type: ignore[attr-defined]
            event.ignore()  # the window's
            return False
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.clearFocus()
            return
        super().keyPressEvent(event)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if event.reason() is not Qt.FocusReason.PopupFocusReason:
            self.hide()
            self.left.emit()
