"""On the bench: the words of a slide, typed and dragged on the frame itself."""

from fractions import Fraction
from typing import Any, ClassVar

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QBoxLayout, QCheckBox, QPushButton, QSizePolicy, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.bench.words.typing import Typing
from jaunty_frame.app.bench.words.words_helps import WordsHelps
from jaunty_frame.app.bench.words.words_list import WordsList
from jaunty_frame.app.bench.words.words_rows import words_rows
from jaunty_frame.app.bench.words.words_tool import WordsTool
from jaunty_frame.app.bench.words.words_way import WordsWay
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.family_choice import FamilyChoice
from jaunty_frame.app.widgets.choices.place_grid import PlaceGrid
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import named, row_of
from jaunty_frame.core.words.places import ANCHORS
from jaunty_frame.document.edits.material.words import (
    add_words,
    drop_words_in_output,
    free_words_id,
    remove_words,
    set_style_for_kind,
)
from jaunty_frame.document.own_styles import OWN_STYLES
from jaunty_frame.document.words import STYLE_PARTS, TypeStyle, Words, WordsKind
from jaunty_frame.show.planning.words.placed import shown_text, style_of
from jaunty_frame.show.planning.words.reasons import words_reason

_KINDS = (("title", "Title"), ("caption", "Caption"), ("credit", "Credit"))
_TIMES = (("slide", "With the slide"), ("reading", "Until read"), ("own", "Own time"))
_PLACES = (("auto", "Auto"), ("free", "By hand"))
_PLACE, _TRAVEL, _STYLES, _HELP = "Place", "Way", "Style", "Help"
_ENTRANCES = {"comes": "In", "goes": "Out"}
_PARTS = (_PLACE, _STYLES, *STYLE_PARTS, *_ENTRANCES.values(), _TRAVEL, _HELP)
_NEW: dict[WordsKind, str] = {"title": "Title", "caption": "Caption", "credit": "Credit"}


class WordsPage(BenchPage):
    """Of the slide on the bench; what is dragged on the frame holds for its output."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self.typing = Typing(frame_view)
        self.typing.typed.connect(self._type)
        self.typing.caret_moved.connect(self._show_caret)
        self.typing.left.connect(self._stop_typing)
        self.tool = WordsTool(cell, frame_view, self._choose, self._type_at, self._drag_to, self._resize)
        self.list = WordsList()
        self.list.chosen.connect(self._choose)
        self.list.opened.connect(self._open)
        self.list.timed.connect(self._set_times)
        self.list.settled.connect(cell.end_gesture)
        self.adds: dict[WordsKind, QPushButton] = {}
        for kind, label in (("title", "Add title"), ("caption", "Add caption")):
            button = self.adds[kind] = QPushButton(label)  # type: ignore[index]
            button.clicked.connect(lambda _=False, kind=kind: self.add(kind))
        self.remove = QPushButton("Remove")
        self.remove.clicked.connect(self._remove)
        self.part = Choice("What to change about the words", [(name, name) for name in _PARTS])
        self.part.chosen.connect(self.show_part)
        self.here_only = QCheckBox("Only in this output")
        self.here_only.setToolTip("Text, size and place that are changed here hold in this output only")
        self.back = QPushButton("As elsewhere")
        self.back.setToolTip("Drop what the words have of their own in this output")
        self.back.clicked.connect(self._drop_own)
        self.for_all = QPushButton("For all")
        self.for_all.clicked.connect(self._set_for_all)
        self.pick = QPushButton("Pick a colour")
        self.pick.setToolTip("Click on the frame to take a colour from it")
        self.pick.clicked.connect(self._pick)
        for small in (*self.adds.values(), self.remove, self.back, self.for_all, self.pick):
            small.setProperty("role", "small")
        self._lay_out()
        self.show_part(_PLACE)

    def _lay_out(self) -> None:
        self.parts = QStackedWidget()
        self._bodies: dict[str, QWidget] = {}
        self._add_part(_PLACE, self._place_part())
        self.styles = Choice("Style", [(name, name.capitalize()) for name in OWN_STYLES], 5)
        self.styles.chosen.connect(lambda name: self._set_style("Style", OWN_STYLES[name]))
        self.family = FamilyChoice("Typeface")
        self.family.chosen.connect(lambda name: self._set_style("Typeface", self._style.changed(family=name)))
        self._add_part(_STYLES, _column(self.styles, named("Typeface", self.family, 70)))
        self.style_fields: dict[str, ValueFields] = {}
        for name, fields in STYLE_PARTS.items():
            editor = self.style_fields[name] = ValueFields(fields, columns=2, sliders=True)
            editor.chosen.connect(lambda value, name=name: self._set_style(name, value))
            editor.settled.connect(self.cell.end_gesture)
            self._add_part(name, editor)
        self.entrances: dict[str, ValueFields] = {}
        for name, label in _ENTRANCES.items():
            editor = self.entrances[name] = ValueFields(columns=2, sliders=True)
            editor.chosen.connect(lambda value, name=name: self._set("How words come and go", **{name: value}))
            editor.settled.connect(self.cell.end_gesture)
            self._add_part(label, editor)
        self.pose = WordsWay(self.cell)
        self._add_part(_TRAVEL, self.pose)
        self.helps = WordsHelps(self.cell, self.frame_view.images)
        self._add_part(_HELP, self.helps)
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

    def _place_part(self) -> QWidget:
        self.grid = PlaceGrid("Place in the frame", ANCHORS)
        self.grid.chosen.connect(lambda anchor: self._set_place(anchor=anchor))
        self.place = Choice("Place by", list(_PLACES))
        self.place.chosen.connect(self._set_place_by)
        self.kind = Choice("Kind of words", list(_KINDS))
        self.kind.chosen.connect(lambda kind: self._set("Kind of words", kind=kind))
        self.times = Choice("Seen", list(_TIMES))
        self.times.chosen.connect(self._set_times_by)
        row = QWidget()
        self._place_row = QBoxLayout(QBoxLayout.Direction.LeftToRight, row)
        self._place_row.setContentsMargins(0, 0, 0, 0)
        self._place_row.setSpacing(6)
        self._place_row.addWidget(self.grid)
        self._place_row.addWidget(_column(self.place, self.kind, self.times), 1)
        return row

    def _add_part(self, name: str, body: QWidget) -> None:
        holder = QWidget()
        layout = QVBoxLayout(holder)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(body, 0, Qt.AlignmentFlag.AlignTop)
        layout.addStretch(1)
        self._bodies[name] = holder
        self.parts.addWidget(holder)

    def lay_out_beside(self, beside: bool) -> None:
        self.part.set_columns(3 if beside else 0)
        self.styles.set_columns(2 if beside else 5)
        for fields in (self.pose, *self.style_fields.values(), *self.entrances.values()):
            fields.set_columns(1 if beside else 2)
        self.times.set_columns(2 if beside else 0)
        for box in (self._buttons, self._foot, self._place_row):
            box.setDirection(QBoxLayout.Direction.TopToBottom if beside else QBoxLayout.Direction.LeftToRight)

    def show_part(self, name: str) -> None:
        self.part.show_value(name)
        # As high as the part that is shown, not as the highest.
        for other, body in self._bodies.items():
            policy = QSizePolicy.Policy.Preferred if other == name else QSizePolicy.Policy.Ignored
            body.setSizePolicy(policy, policy)
        self.parts.setCurrentWidget(self._bodies[name])
        self.pick.setVisible(name in ("Colour", "Behind"))
        if name == _HELP and self.cell.exists:
            self.helps.forget()
            self.helps.show_offered()

    # -- what is shown

    def reason(self) -> str:
        placed = self.cell.placed_words if self.cell.exists else None
        return words_reason(placed) if placed is not None else ""

    def entered(self, shown: bool) -> None:
        self.frame_view.tool = self.tool if shown else None
        self.frame_view.room_about = 0.0
        if not shown:
            self._stop_typing()
        self.frame_view.refresh()

    def show_at(self, at: float) -> None:
        self.pose.show_at(at)

    def show_document(self) -> None:
        cell = self.cell
        names = [one.id for one in cell.slide.words]
        if cell.words_id not in names:
            cell.words_id = names[-1] if names else ""
            self._stop_typing()
        self.list.show_rows(words_rows(cell), float(cell.settings.seconds), cell.words_id)
        words = cell.words
        for part in (self.part, self.parts, self.here_only, self.back, self.for_all, self.remove, self.pick):
            part.setEnabled(words is not None)
        if words is not None:
            self._show_words(words)
        self.frame_view.update()

    def _show_words(self, words: Words) -> None:
        cell, style = self.cell, self._style
        own, here = words.in_output(cell.output_id), words.as_in(cell.output_id)
        self.back.setVisible(own is not None)
        self.for_all.setText(f"For all {words.kind}s")
        placed = cell.placed_words
        solved = (-1.0, -1.0)
        if placed is not None and here.anchor in ("auto", "free"):
            box = placed.box
            solved = min(max(box.x + box.w / 2, 0.0), 1.0), min(max(box.y + box.h / 2, 0.0), 1.0)
        self.grid.show_value(here.anchor if here.anchor in ANCHORS else "", solved)
        self.place.show_value(here.anchor)
        self.kind.show_value(words.kind)
        self.times.show_value(words.times)
        self.styles.show_value(next((name for name, one in OWN_STYLES.items() if one == style), None))
        self.family.show_value(style.family)
        for editor in self.style_fields.values():
            editor.show_value(style)
        self.entrances["comes"].show_value(words.comes)
        self.entrances["goes"].show_value(words.goes)
        self.pose.show_again()
        if self.part.value == _HELP:
            self.helps.show_offered()
        if self.typing.isVisible():
            self.typing.show_text(self._text(words))
            self._place_typing()

    @property
    def _style(self) -> TypeStyle:
        words = self.cell.words
        return style_of(words, self.cell.rules) if words is not None else self.cell.rules.title

    def _text(self, words: Words) -> str:
        return shown_text(self.cell.plan, words)

    # -- typing

    def begin(self, what: str) -> None:
        for kind in self.adds:
            if kind == what:
                self.add(kind)

    def add(self, kind: WordsKind) -> None:
        """Put words on the slide and let them be typed."""
        cell = self.cell
        new = free_words_id(cell.slide)
        cell.end_gesture()
        cell.apply(add_words(cell.slide_id, _NEW[kind], kind))
        cell.words_id = new
        self.show_document()
        self.typing.begin(_NEW[kind])

    def _choose(self, words_id: str) -> None:
        if words_id == self.cell.words_id:
            return
        self._stop_typing()
        if words_id:
            self.cell.words_id = words_id
            self.show_document()

    def _open(self, words_id: str) -> None:
        """Let words be typed, with the caret at their end."""
        self._choose(words_id)
        if self.cell.words is not None:
            self._type_at(len(self._text(self.cell.words)))

    def _type_at(self, index: int) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.end_gesture()
            self.typing.begin(self._text(words), index)

    def _type(self, text: str) -> None:
        words = self.cell.words
        if words is None:
            return
        own = words.in_output(self.cell.output_id)
        here_only = self.here_only.isChecked() or (own is not None and own.text is not None)
        fields: dict[str, Any] = {"text": text} if here_only else {"text": text, "built": False}
        self.cell.set_words("Type", here_only, **fields)

    def _show_caret(self, at: int, anchor: int) -> None:
        if self.typing.isVisible():
            self.tool.caret = at, anchor
            self._place_typing()
            self.frame_view.update()

    def _place_typing(self) -> None:
        self.typing.go_to(self.tool.caret_rect(self.frame_view.picture_rect()))

    def _stop_typing(self) -> None:
        """End typing; words without a letter go."""
        if self.tool.caret is None:
            return
        self.tool.caret = None
        self.typing.hide()
        words = self.cell.words
        if words is not None and not words.text.strip() and not words.built:
            self.cell.apply(remove_words(self.cell.slide_id, words.id))
        self.cell.end_gesture()
        self.frame_view.update()

    # -- edits

    def _set(self, label: str, **fields: Any) -> None:
        self.cell.set_words(label, False, **fields)
        if "comes" not in fields and "goes" not in fields:
            self.cell.end_gesture()

    def _set_style(self, label: str, style: TypeStyle) -> None:
        """Set how the words look; a size of its own in this output is changed there."""
        words = self.cell.words
        own = words.in_output(self.cell.output_id) if words is not None else None
        if style.size != self._style.size and (self.here_only.isChecked() or (own is not None and own.size)):
            self.cell.set_words("Size", True, size=style.size)
            return
        self.cell.set_words(label, False, style=style)

    def _set_place_by(self, by: str) -> None:
        placed = self.cell.placed_words
        if by == "free" and placed is not None:
            box = placed.box
            self._set_place(anchor="free", place=(box.x + box.w / 2, box.y + box.h / 2))
        else:
            self._set_place(anchor=by)

    def _set_place(self, **fields: Any) -> None:
        words = self.cell.words
        own = words.in_output(self.cell.output_id) if words is not None else None
        here_only = self.here_only.isChecked() or (own is not None and own.anchor is not None)
        self.cell.set_words("Place", here_only, **fields)
        self.cell.end_gesture()

    def _drag_to(self, place: tuple[float, float]) -> None:
        self.cell.set_words(f"Place in {self.cell.output.name}", True, anchor="free", place=place)

    def _resize(self, size: float) -> None:
        self.cell.set_words(f"Size in {self.cell.output.name}", True, size=size)

    def _set_times_by(self, by: str) -> None:
        words = self.cell.words
        if words is not None:
            self._set("Times", times=by)

    def _set_times(self, words_id: str, at: float, lasts: float) -> None:
        self.cell.words_id = words_id
        exact = Fraction(round(at * 100), 100), Fraction(max(round(lasts * 100), 10), 100)
        self.cell.set_words("Times", False, times="own", at=exact[0], lasts=exact[1])

    def _remove(self) -> None:
        words = self.cell.words
        if words is not None:
            self._stop_typing()
            self.cell.apply(remove_words(self.cell.slide_id, words.id))

    def _drop_own(self) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.apply(drop_words_in_output(self.cell.slide_id, words.id, self.cell.output_id))

    def _set_for_all(self) -> None:
        words = self.cell.words
        if words is not None:
            self.cell.apply(set_style_for_kind(words.kind, self._style))

    def _pick(self) -> None:
        """Take the next colour that is clicked on the frame for the part that is shown."""
        self.tool.pick.ask(self._set_picked)

    def _set_picked(self, code: str) -> None:
        names = {"Colour": "colour", "Behind": "plate_colour"}
        fields: dict[str, Any] = {names[self.part.value]: code}
        if self.part.value == "Colour":
            fields["colour_by"] = "chosen"
        self._set_style("Colour", self._style.changed(**fields))
        self.cell.end_gesture()


def _right(*widgets: QWidget) -> QWidget:
    """Return widgets side by side at the right."""
    return row_of(QWidget(), *widgets)


def _column(*widgets: QWidget) -> QWidget:
    column = QWidget()
    layout = QVBoxLayout(column)
    layout.setContentsMargins(0, 0, 0, 0)
    layout.setSpacing(4)
    for widget in widgets:
        layout.addWidget(widget)
    layout.addStretch(1)
    return column
