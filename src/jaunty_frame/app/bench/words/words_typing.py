"""Words of the slide on the bench as they are typed on the frame itself."""

from collections.abc import Callable
from typing import Any

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.words.typing import Typing
from jaunty_frame.app.bench.words.words_tool import WordsTool
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.document.edits.material.words import add_words, free_words_id, remove_words
from jaunty_frame.document.words import Words, WordsKind
from jaunty_frame.show.planning.words.placed import shown_text

NEW: dict[WordsKind, str] = {"title": "Title", "caption": "Caption", "credit": "Credit"}
"""What new words say until something is typed."""


class WordsTyping(QObject):
    """``chosen`` tells that other words are worked on. here_only : whether what is changed holds in this output
    alone."""

    chosen = Signal()

    def __init__(self, cell: BenchCell, frame_view: FrameView, here_only: Callable[[], bool]) -> None:
        super().__init__(frame_view)
        self.cell, self.frame_view, self._here_only = cell, frame_view, here_only
        self.field = Typing(frame_view)
        self.field.typed.connect(self._type)
        self.field.caret_moved.connect(self._show_caret)
        self.field.left.connect(self.stop)
        self.tool = WordsTool(cell, frame_view, self.choose, self.type_at, self._drag_to, self._resize)

    def add(self, kind: WordsKind) -> None:
        """Put words on the slide and let them be typed."""
        cell = self.cell
        new = free_words_id(cell.slide)
        cell.end_gesture()
        cell.apply(add_words(cell.slide_id, NEW[kind], kind))
        cell.words_id = new
        self.chosen.emit()
        self.field.begin(NEW[kind])

    def choose(self, words_id: str) -> None:
        if words_id == self.cell.words_id:
            return
        self.stop()
        if words_id:
            self.cell.words_id = words_id
            self.chosen.emit()

    def open(self, words_id: str) -> None:
        """Let words be typed, with the caret at their end."""
        self.choose(words_id)
        if self.cell.words is not None:
            self.type_at(len(self._text(self.cell.words)))

    def type_at(self, index: int) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.end_gesture()
            self.field.begin(self._text(words), index)

    def show_words(self, words: Words) -> None:
        """Show the words as they are now, where they are being typed."""
        if self.field.isVisible():
            self.field.show_text(self._text(words))
            self._place()

    def stop(self) -> None:
        """End typing; words without a letter go."""
        if self.tool.caret is None:
            return
        self.tool.caret = None
        self.field.hide()
        words = self.cell.words
        if words is not None and not words.text.strip() and not words.built:
            self.cell.apply(remove_words(self.cell.slide_id, words.id))
        self.cell.end_gesture()
        self.frame_view.update()

    def _text(self, words: Words) -> str:
        return shown_text(self.cell.plan, words)

    def _type(self, text: str) -> None:
        words = self.cell.words
        if words is None:
            return
        own = words.in_output(self.cell.output_id)
        here_only = self._here_only() or (own is not None and own.text is not None)
        fields: dict[str, Any] = {"text": text} if here_only else {"text": text, "built": False}
        self.cell.set_words("Type", here_only, **fields)

    def _show_caret(self, at: int, anchor: int) -> None:
        if self.field.isVisible():
            self.tool.caret = at, anchor
            self._place()
            self.frame_view.update()

    def _place(self) -> None:
        self.field.go_to(self.tool.caret_rect(self.frame_view.picture_rect()))

    def _drag_to(self, place: tuple[float, float]) -> None:
        self.cell.set_words(f"Place in {self.cell.output.name}", True, anchor="free", place=place)

    def _resize(self, size: float) -> None:
        self.cell.set_words(f"Size in {self.cell.output.name}", True, size=size)
