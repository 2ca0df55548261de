"""What can be changed about words, part by part: place, style, how they come and go, what helps to read them."""

from collections.abc import Callable
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QSizePolicy, QStackedWidget, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.words.words_helps import WordsHelps
from jaunty_frame.app.bench.words.words_place import WordsPlace
from jaunty_frame.app.bench.words.words_way import WordsWay
from jaunty_frame.app.pictures.cell_images import CellImages
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.family_choice import FamilyChoice
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import column_of, named
from jaunty_frame.document.own_styles import OWN_STYLES
from jaunty_frame.document.words import STYLE_PARTS, TypeStyle, Words
from jaunty_frame.show.planning.words.placed import style_of

PLACE, TRAVEL, STYLES, HELP = "Place", "Way", "Style", "Help"
_ENTRANCES = {"comes": "In", "goes": "Out"}
PARTS = (PLACE, STYLES, *STYLE_PARTS, *_ENTRANCES.values(), TRAVEL, HELP)
PICKED = {"Colour": "colour", "Behind": "plate_colour"}
"""What a colour that is taken from the frame is for, by part."""


class WordsParts(QStackedWidget):
    """One part is shown at a time; the widget is as high as that one."""

    def __init__(
        self, cell: BenchCell, images: CellImages, here_only: Callable[[], bool], parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.cell, self._here_only = cell, here_only
        self.shown = PLACE
        self._bodies: dict[str, QWidget] = {}
        self.place = WordsPlace(cell, here_only)
        self._add(PLACE, self.place)
        self.styles = Choice("Style", [(name, name.capitalize()) for name in OWN_STYLES], 5)
        self.styles.chosen.connect(lambda name: self.set_style("Style", OWN_STYLES[name]))
        self.family = FamilyChoice("Typeface")
        self.family.chosen.connect(lambda name: self.set_style("Typeface", self.style_now.changed(family=name)))
        self._add(STYLES, column_of(self.styles, named("Typeface", self.family, 70)))
        self.style_fields = {name: ValueFields(fields, columns=2, sliders=True) for name, fields in STYLE_PARTS.items()}
        for name, editor in self.style_fields.items():
            editor.chosen.connect(lambda value, name=name: self.set_style(name, value))
            editor.settled.connect(cell.end_gesture)
            self._add(name, editor)
        self.entrances = {name: ValueFields(columns=2, sliders=True) for name in _ENTRANCES}
        for name, editor in self.entrances.items():
            editor.chosen.connect(
                lambda value, name=name: cell.set_words("How words come and go", False, **{name: value})
            )
            editor.settled.connect(cell.end_gesture)
            self._add(_ENTRANCES[name], editor)
        self.pose = WordsWay(cell)
        self._add(TRAVEL, self.pose)
        self.helps = WordsHelps(cell, images)
        self._add(HELP, self.helps)

    def _add(self, name: str, body: QWidget) -> None:
        holder = QWidget()
        layout = QVBoxLayout(holder)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(body, 0, Qt.AlignmentFlag.AlignTop)
        layout.addStretch(1)
        self._bodies[name] = holder
        self.addWidget(holder)

    def lay_out_beside(self, beside: bool) -> None:
        self.styles.set_columns(2 if beside else 5)
        for fields in (self.pose, *self.style_fields.values(), *self.entrances.values()):
            fields.set_columns(1 if beside else 2)
        self.place.lay_out_beside(beside)

    def show_part(self, name: str) -> None:
        self.shown = name
        # As high as the part that is shown, not as the highest.
        for other, body in self._bodies.items():
            policy = QSizePolicy.Policy.Preferred if other == name else QSizePolicy.Policy.Ignored
            body.setSizePolicy(policy, policy)
        self.setCurrentWidget(self._bodies[name])
        if name == HELP and self.cell.exists:
            self.helps.forget()
            self.helps.show_offered()

    def show_words(self, words: Words) -> None:
        style = self.style_now
        self.place.show_words(words)
        self.styles.show_value(next((name for name, one in OWN_STYLES.items() if one == style), None))
        self.family.show_value(style.family)
        for editor in self.style_fields.values():
            editor.show_value(style)
        self.entrances["comes"].show_value(words.comes)
        self.entrances["goes"].show_value(words.goes)
        self.pose.show_again()
        if self.shown == HELP:
            self.helps.show_offered()

    @property
    def style_now(self) -> TypeStyle:
        """The style that the words have."""
        words = self.cell.words
        return style_of(words, self.cell.rules) if words is not None else self.cell.rules.title

    def set_style(self, label: str, style: TypeStyle) -> None:
        """Set how the words look; a size of its own in this output is changed there."""
        words = self.cell.words
        own = words.in_output(self.cell.output_id) if words is not None else None
        if style.size != self.style_now.size and (self._here_only() or (own is not None and own.size)):
            self.cell.set_words("Size", True, size=style.size)
            return
        self.cell.set_words(label, False, style=style)

    def set_picked(self, code: str) -> None:
        """Set the colour of the part that is shown to one that was taken from the frame."""
        fields: dict[str, Any] = {PICKED[self.shown]: code}
        if self.shown == "Colour":
            fields["colour_by"] = "chosen"
        self.set_style("Colour", self.style_now.changed(**fields))
        self.cell.end_gesture()
