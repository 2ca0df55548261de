"""On the bench: the words of a slide, typed and dragged on the frame itself."""

from fractions import Fraction
from typing import ClassVar

from PySide6.QtWidgets import QBoxLayout, QCheckBox, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.bench.words.words_list import WordsList
from jaunty_frame.app.bench.words.words_parts import PARTS, PICKED, PLACE, WordsParts
from jaunty_frame.app.bench.words.words_rows import words_rows
from jaunty_frame.app.bench.words.words_typing import WordsTyping
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import row_of
from jaunty_frame.document.edits.material.words import drop_words_in_output, remove_words, set_style_for_kind
from jaunty_frame.document.words import WordsKind
from jaunty_frame.show.planning.words.reasons import words_reason

_ADDS: dict[WordsKind, str] = {"title": "Add title", "caption": "Add caption"}


class WordsPage(BenchPage):
    """Of the slide on the bench; what is dragged on the frame holds for its output."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self.here_only = QCheckBox("Only in this output")
        self.here_only.setToolTip("Text, size and place that are changed here hold in this output only")
        self.typing = WordsTyping(cell, frame_view, self.here_only.isChecked)
        self.typing.chosen.connect(self.show_document)
        self.list = WordsList()
        self.list.chosen.connect(self.typing.choose)
        self.list.opened.connect(self.typing.open)
        self.list.timed.connect(self._set_times)
        self.list.settled.connect(cell.end_gesture)
        self.adds = {kind: QPushButton(label) for kind, label in _ADDS.items()}
        for kind, button in self.adds.items():
            button.clicked.connect(lambda _=False, kind=kind: self.typing.add(kind))
        self.remove = QPushButton("Remove")
        self.remove.clicked.connect(self._remove)
        self.part = Choice("What to change about the words", [(name, name) for name in PARTS])
        self.part.chosen.connect(self.show_part)
        self.parts = WordsParts(cell, frame_view.images, self.here_only.isChecked)
        self.back = QPushButton("As elsewhere")
        self.back.setToolTip("Drop what the words have of their own in this output")
        self.back.clicked.connect(self._drop_own)
        self.for_all = QPushButton("For all")
        self.for_all.clicked.connect(self._set_for_all)
        self.pick = QPushButton("Pick a colour")
        self.pick.setToolTip("Click on the frame to take a colour from it")
        self.pick.clicked.connect(lambda: self.typing.tool.pick.ask(self.parts.set_picked))
        for small in (*self.adds.values(), self.remove, self.back, self.for_all, self.pick):
            small.setProperty("role", "small")
        self._lay_out()
        self.show_part(PLACE)

    def _lay_out(self) -> None:
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(5)
        layout.addWidget(self.list)
        self._buttons = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        self._foot = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        for box, widgets in (
            (self._buttons, (row_of(*self.adds.values(), stretch_first=False), _right(self.pick, self.remove))),
            (self._foot, (self.here_only, _right(self.back, self.for_all))),
        ):
            box.setSpacing(4)
            for widget in widgets:
                box.addWidget(widget)
        layout.addLayout(self._buttons)
        layout.addWidget(self.part)
        layout.addWidget(self.parts)
        layout.addStretch(1)
        layout.addLayout(self._foot)

    def lay_out_beside(self, beside: bool) -> None:
        self.part.set_columns(3 if beside else 0)
        self.parts.lay_out_beside(beside)
        for box in (self._buttons, self._foot):
            box.setDirection(QBoxLayout.Direction.TopToBottom if beside else QBoxLayout.Direction.LeftToRight)

    def show_part(self, name: str) -> None:
        self.part.show_value(name)
        self.parts.show_part(name)
        self.pick.setVisible(name in PICKED)

    # -- what is shown

    def reason(self) -> str:
        placed = self.cell.placed_words if self.cell.exists else None
        return words_reason(placed) if placed is not None else ""

    def entered(self, shown: bool) -> None:
        self.frame_view.tool = self.typing.tool if shown else None
        self.frame_view.room_about = 0.0
        if not shown:
            self.typing.stop()
        self.frame_view.refresh()

    def show_at(self, at: float) -> None:
        self.parts.pose.show_at(at)

    def show_document(self) -> None:
        cell = self.cell
        names = [one.id for one in cell.slide.words]
        if cell.words_id not in names:
            cell.words_id = names[-1] if names else ""
            self.typing.stop()
        self.list.show_rows(words_rows(cell), float(cell.settings.seconds), cell.words_id)
        words = cell.words
        for part in (self.part, self.parts, self.here_only, self.back, self.for_all, self.remove, self.pick):
            part.setEnabled(words is not None)
        if words is not None:
            self.back.setVisible(words.in_output(cell.output_id) is not None)
            self.for_all.setText(f"For all {words.kind}s")
            self.parts.show_words(words)
            self.typing.show_words(words)
        self.frame_view.update()

    # -- edits

    def begin(self, kind: str) -> None:
        """Put words of a kind on the slide, where there is such a kind, and let them be typed."""
        for one in self.adds:
            if one == kind:
                self.typing.add(one)

    def _set_times(self, words_id: str, at: float, lasts: float) -> None:
        self.cell.words_id = words_id
        exact = Fraction(round(at * 100), 100), Fraction(max(round(lasts * 100), 10), 100)
        self.cell.set_words("Times", False, times="own", at=exact[0], lasts=exact[1])

    def _remove(self) -> None:
        words = self.cell.words
        if words is not None:
            self.typing.stop()
            self.cell.apply(remove_words(self.cell.slide_id, words.id))

    def _drop_own(self) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.apply(drop_words_in_output(self.cell.slide_id, words.id, self.cell.output_id))

    def _set_for_all(self) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.apply(set_style_for_kind(words.kind, self.parts.style_now))


def _right(*widgets: QWidget) -> QWidget:
    """Return widgets side by side at the right."""
    return row_of(QWidget(), *widgets)
