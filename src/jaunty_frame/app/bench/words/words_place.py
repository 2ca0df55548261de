"""Where words stand, what kind they are and when they are seen."""

from collections.abc import Callable
from typing import Any

from PySide6.QtWidgets import QBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.place_grid import PlaceGrid
from jaunty_frame.app.widgets.labelled import column_of
from jaunty_frame.core.words.places import ANCHORS
from jaunty_frame.document.words import Words

_KINDS = (("title", "Title"), ("caption", "Caption"), ("credit", "Credit"))
_TIMES = (("slide", "With the slide"), ("reading", "Until read"), ("own", "Own time"))
_PLACES = (("auto", "Auto"), ("free", "By hand"))


class WordsPlace(QWidget):
    """here_only : whether a place that is chosen holds in this output alone."""

    def __init__(self, cell: BenchCell, here_only: Callable[[], bool], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell, self._here_only = cell, here_only
        self.grid = PlaceGrid("Place in the frame", ANCHORS)
        self.grid.chosen.connect(lambda anchor: self._set_place(anchor=anchor))
        self.place = Choice("Place by", list(_PLACES))
        self.place.chosen.connect(self._set_place_by)
        self.kind = Choice("Kind of words", list(_KINDS))
        self.kind.chosen.connect(lambda kind: self._set("Kind of words", kind=kind))
        self.times = Choice("Seen", list(_TIMES))
        self.times.chosen.connect(lambda by: self._set("Times", times=by))
        self._row = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        self._row.setContentsMargins(0, 0, 0, 0)
        self._row.setSpacing(6)
        self._row.addWidget(self.grid)
        self._row.addWidget(column_of(self.place, self.kind, self.times), 1)

    def lay_out_beside(self, beside: bool) -> None:
        self.times.set_columns(2 if beside else 0)
        self._row.setDirection(QBoxLayout.Direction.TopToBottom if beside else QBoxLayout.Direction.LeftToRight)

    def show_words(self, words: Words) -> None:
        here, placed = words.as_in(self._cell.output_id), self._cell.placed_words
        solved = (-1.0, -1.0)
        if placed is not None and here.anchor in ("auto", "free"):
            box = placed.box
            solved = min(max(box.x + box.w / 2, 0.0), 1.0), min(max(box.y + box.h / 2, 0.0), 1.0)
        self.grid.show_value(here.anchor if here.anchor in ANCHORS else "", solved)
        self.place.show_value(here.anchor)
        self.kind.show_value(words.kind)
        self.times.show_value(words.times)

    def _set(self, label: str, **fields: Any) -> None:
        self._cell.set_words(label, False, **fields)
        self._cell.end_gesture()

    def _set_place_by(self, by: str) -> None:
        placed = self._cell.placed_words
        if by == "free" and placed is not None:
            box = placed.box
            self._set_place(anchor="free", place=(box.x + box.w / 2, box.y + box.h / 2))
        else:
            self._set_place(anchor=by)

    def _set_place(self, **fields: Any) -> None:
        words = self._cell.words
        own = words.in_output(self._cell.output_id) if words is not None else None
        here_only = self._here_only() or (own is not None and own.anchor is not None)
        self._cell.set_words("Place", here_only, **fields)
        self._cell.end_gesture()
