"""House rules: what holds for all slides, or for those whose photo has one shape."""

from fractions import Fraction
from typing import Any

from PySide6.QtWidgets import QCheckBox, QPushButton, QWidget

from jaunty_frame.app.desk import FOR_ALL, Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.colour_button import ColourButton
from jaunty_frame.app.widgets.choices.family_choice import FamilyChoice
from jaunty_frame.app.widgets.fields.kind_editor import KindEditor
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import named, part_label, quiet_label, row_of
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.house_rules import (
    set_for_all,
    set_for_shape,
    set_house_rules,
    set_seconds_for_all,
    shape_rules_of,
)
from jaunty_frame.document.fill import FILLS
from jaunty_frame.document.photo import Shape
from jaunty_frame.document.settings import rules_of_shape
from jaunty_frame.show.words import (
    COVERING_WORDS,
    MOVE_WORDS,
    PLACEMENT_WORDS,
    SHOW_MOVE_WORDS,
    STRENGTH_WORDS,
    mount_words,
    transition_words,
)

_SHAPES = [(None, "All"), *((shape, shape.value.capitalize()) for shape in Shape)]
_WORDS = {"title": "Titles", "caption": "Captions", "credit": "Credits"}
_ALL_SAID = "These hold for every slide. A change here also reaches slides that had a setting of their own."


class HouseRulesPanel(SidePanel):
    """A choice for all also takes back what single slides say of the same thing; one for a shape does not."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._shape: Shape | None = None
        self.shape = Choice("For which photos", _SHAPES)
        self.shape.chosen.connect(self._set_shape)
        self.placement = Choice("Placement of all slides", list(PLACEMENT_WORDS.items()))
        self.covering = Choice("How readily auto fills the frame", list(COVERING_WORDS.items()))
        self.move_choice = Choice("Move of all slides", list(MOVE_WORDS.items()), columns=5)
        self.still = QPushButton("Nothing moves")
        self.show_move = Choice("One move through the whole show", list(SHOW_MOVE_WORDS.items()))
        self.strength = Choice("Strength of all moves", list(STRENGTH_WORDS.items()))
        self.fill = KindEditor("Fill of all slides", FILLS, 4, ValueFields(columns=2, sliders=True))
        self.set_off = QCheckBox("Set photos off that do not fill the frame")
        self.set_off.setToolTip("They get 92 % of the frame and a soft shadow, and more where the fill looks like them")
        self.mount = QPushButton()
        self.mount.setToolTip("Choose it on the bench, under Look, for all slides")
        self.moving = NumberField("Seconds of a moving slide", 0.1, 3600, suffix=" s")
        self.held = NumberField("Seconds of a held slide", 0.1, 3600, suffix=" s")
        self.joint = QPushButton()
        self.joint.setToolTip("Choose it at any joint, for all")
        self.most_kinds = NumberField("Kinds of transition at most", 1, 20, decimals=0, step=1)
        self.fade_in = NumberField("Seconds of the fade at the start", 0, 60, suffix=" s")
        self.fade_in_colour = ColourButton("Colour that the show begins with")
        self.fade_out = NumberField("Seconds of the fade at the end", 0, 60, suffix=" s")
        self.fade_out_colour = ColourButton("Colour that the show ends with")
        self.as_for_all = QPushButton("As for all photos")
        self.families, self.sizes = dict[str, FamilyChoice](), dict[str, NumberField]()
        for kind, words in _WORDS.items():
            self.families[kind] = FamilyChoice(f"Typeface of {words.lower()}")
            self.sizes[kind] = NumberField(f"Size of {words.lower()}", 1, 50, decimals=1, step=0.5, suffix=" %")
        self._connect()
        self._all_only = [
            *(part_label("One slow move through the whole show"), self.show_move),
            part_label("Words, in percent of the frame's short side"),
            *(named(words, row_of(self.families[kind], self.sizes[kind])) for kind, words in _WORDS.items()),
            *(part_label("Transition, and how many kinds a show may have"), row_of(self.joint, self.most_kinds)),
            part_label("The show comes out of a colour, and goes into one"),
            row_of(self.fade_in, self.fade_in_colour, self.fade_out, self.fade_out_colour),
        ]
        self._seconds_name = part_label("")
        self.lay_out(
            "House rules",
            _ALL_SAID,
            self.shape,
            *(part_label("Placement"), self.placement),
            *(quiet_label("How readily auto fills the frame, though something is lost"), self.covering),
            *(part_label("Move"), self.move_choice),
            row_of(self.strength, self.still),
            *(part_label("Fill"), self.fill),
            *(part_label("Mount"), self.set_off, self.mount),
            *(self._seconds_name, row_of(self.moving, self.held)),
            *self._all_only,
            self.as_for_all,
        )

    def _connect(self) -> None:
        self.placement.chosen.connect(lambda value: self._set("Placement", placement=value))
        self.covering.chosen.connect(lambda value: self._set("Covering", covering=value))
        self.move_choice.chosen.connect(lambda value: self._set("Move", move=value))
        self.still.clicked.connect(self._hold_all)
        self.strength.chosen.connect(lambda value: self._set("Strength", strength=value))
        self.fill.chosen.connect(lambda value: self._set("Fill", "house-rules-fill", fill=value))
        self.fill.settled.connect(self.session.edited.end_gesture)
        self.set_off.clicked.connect(lambda on: self._set_rules("Set off", set_off=on))
        self.mount.clicked.connect(self._drop_mount)
        self.moving.chosen.connect(lambda value: self._set_seconds(seconds_moving=_exact(value)))
        self.held.chosen.connect(lambda value: self._set_seconds(seconds_held=_exact(value)))
        self.joint.clicked.connect(lambda: self.desk.open("joint", FOR_ALL))
        rules = self._set_rules
        self.show_move.chosen.connect(lambda value: rules("Move through the show", show_move=value))
        self.most_kinds.chosen.connect(lambda n: rules("Kinds of transition", most_kinds=round(n)))
        self.fade_in.chosen.connect(lambda value: rules("Fade in", fade_in=_exact(value)))
        self.fade_out.chosen.connect(lambda value: rules("Fade out", fade_out=_exact(value)))
        self.fade_in_colour.chosen.connect(lambda code: rules("Fade in", fade_in_colour=code))
        self.fade_out_colour.chosen.connect(lambda code: rules("Fade out", fade_out_colour=code))
        self.as_for_all.clicked.connect(self._drop_shape)
        for kind in _WORDS:
            self.families[kind].chosen.connect(lambda name, kind=kind: self._set_type(kind, family=name))
            self.sizes[kind].chosen.connect(lambda value, kind=kind: self._set_type(kind, size=value / 100))

    def _set_type(self, kind: str, **fields: Any) -> None:
        style = getattr(self.session.project.house_rules, kind).changed(**fields)
        self._set_rules(f"{_WORDS[kind]}", **{kind: style})

    def _set_rules(self, label: str, **fields: Any) -> None:
        """Set rules that hold for all; the same one, set again and again, is one step."""
        self.session.apply(set_house_rules(label, **fields), "house rules", *fields)

    def first_focus(self) -> QWidget:
        return self.placement

    def _set_shape(self, shape: Shape | None) -> None:
        self._shape = shape
        self.show_document()

    def _set(self, what: str, gesture: str = "", **fields: Any) -> None:
        """Set something; what is set by one gesture, where one is named, is one step."""
        if self._shape is None:
            edit = set_for_all(f"{what} of all", **fields)
        else:
            edit = set_for_shape(self._shape, f"{what} of {self._shape} photos", **fields)
        self.session.apply(edit, *([gesture] if gesture else ()))

    def _set_seconds(self, **fields: Fraction) -> None:
        if self._shape is None:
            self.session.apply(set_seconds_for_all(**fields), "house rules", *fields)
        else:
            (seconds,) = fields.values()
            edit = set_for_shape(self._shape, f"Seconds of {self._shape} photos", seconds=seconds)
            self.session.apply(edit, "house rules", self._shape, "seconds")

    def _hold_all(self) -> None:
        """Let nothing move: neither slides, whatever they say, nor shapes, nor the show as a whole."""
        if self._shape is None:
            self.session.apply(set_for_all("Nothing moves", move=Move.HOLD, show_move="none"))
        else:
            self._set("Move", move=Move.HOLD)

    def _drop_mount(self) -> None:
        """Take back the mount of all; without one the bench is where one is made."""
        if rules_of_shape(self.session.project.house_rules, self._shape).mount is None:
            self.desk.open("bench")
        else:
            self._set("Mount", mount=None)

    def _drop_shape(self) -> None:
        if self._shape is not None:
            self.session.apply(set_for_shape(self._shape, f"{self._shape.capitalize()} photos as all"))

    def show_document(self) -> None:
        general, shape = self.session.project.house_rules, self._shape
        rules = rules_of_shape(general, shape)
        own = shape_rules_of(general, shape) if shape else None
        self.shape.show_value(shape)
        words = "They come before those for all; what is not set here is as for all." if shape else _ALL_SAID
        self.said.setText(words)
        for widget in self._all_only:
            widget.setVisible(shape is None)
        self.held.setVisible(shape is None)
        self._seconds_name.setText("Seconds of a moving slide, of a held slide" if shape is None else "Seconds")
        self.as_for_all.setVisible(shape is not None)
        self.as_for_all.setEnabled(own is not None)
        self.placement.show_value(rules.placement)
        self.covering.show_value(rules.covering)
        self.move_choice.show_value(rules.move)
        self.strength.show_value(rules.strength)
        self.fill.offer_photos([(photo.id, photo.path.rsplit("/", 1)[-1]) for photo in self.session.project.photos])
        self.fill.show_value(rules.fill)
        self.set_off.setChecked(general.set_off)
        self.set_off.setVisible(shape is None)
        self.mount.setText(
            "None; make one on the bench" if rules.mount is None else f"{mount_words(rules.mount)}; drop it"
        )
        self.moving.show_value(float(rules.seconds_moving))
        self.held.show_value(float(rules.seconds_held))
        self.show_move.show_value(rules.show_move)
        self.joint.setText(transition_words(rules.transition))
        self.joint.setEnabled(len(self.session.project.slides) > 1)
        self.most_kinds.show_value(rules.most_kinds)
        for kind in _WORDS:
            style = getattr(rules, kind)
            self.families[kind].show_value(style.family)
            self.sizes[kind].show_value(100 * style.size)
        self.fade_in.show_value(float(rules.fade_in))
        self.fade_out.show_value(float(rules.fade_out))
        self.fade_in_colour.show_value(rules.fade_in_colour)
        self.fade_out_colour.show_value(rules.fade_out_colour)


def _exact(value: float) -> Fraction:
    return Fraction(round(value * 100), 100)
