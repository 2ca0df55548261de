"""The house rules: what holds for every slide, and reaches those already placed."""

from fractions import Fraction

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.kind_editor import KindEditor
from jaunty_frame.app.widgets.number_field import NumberField
from jaunty_frame.document.edits.house_rules import set_for_all, set_house_rules, set_seconds_for_all
from jaunty_frame.document.fill import FILLS
from jaunty_frame.document.transition import TRANSITIONS
from jaunty_frame.show.words import COVERING_WORDS, MOVE_WORDS, PLACEMENT_WORDS, SHOW_MOVE_WORDS, STRENGTH_WORDS


class HouseRulesPanel(SidePanel):
    """A choice here also takes back what single slides say of the same thing."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.placement = Choice("Placement of all slides", list(PLACEMENT_WORDS.items()))
        self.covering = Choice("How readily auto fills the frame", list(COVERING_WORDS.items()))
        self.move_choice = Choice("Move of all slides", list(MOVE_WORDS.items()), columns=5)
        self.show_move = Choice("One move through the whole show", list(SHOW_MOVE_WORDS.items()))
        self.strength = Choice("Strength of all moves", list(STRENGTH_WORDS.items()))
        self.fill = KindEditor("Fill of all slides", FILLS)
        self.joint = KindEditor("All transitions", TRANSITIONS, columns=4)
        self.moving = NumberField("Seconds of a moving slide", 0.1, 3600, suffix=" s")
        self.held = NumberField("Seconds of a held slide", 0.1, 3600, suffix=" s")
        self.fade_in = NumberField("Seconds of the fade from black", 0, 60, suffix=" s")
        self.fade_out = NumberField("Seconds of the fade to black", 0, 60, suffix=" s")
        self._connect()
        self._lay_out()

    def _connect(self) -> None:
        apply = self.session.apply
        self.placement.chosen.connect(lambda value: apply(set_for_all("Placement of all", placement=value)))
        self.covering.chosen.connect(lambda value: apply(set_for_all("Covering of all", covering=value)))
        self.move_choice.chosen.connect(lambda value: apply(set_for_all("Move of all", move=value)))
        self.strength.chosen.connect(lambda value: apply(set_for_all("Strength of all", strength=value)))
        self.show_move.chosen.connect(lambda value: apply(set_house_rules("Move through the show", show_move=value)))
        self.fill.chosen.connect(lambda value: apply(set_for_all("Fill of all", fill=value)))
        self.joint.chosen.connect(lambda value: apply(set_for_all("Transition of all", transition=value)))
        self.moving.chosen.connect(lambda value: apply(set_seconds_for_all(seconds_moving=_exact(value))))
        self.held.chosen.connect(lambda value: apply(set_seconds_for_all(seconds_held=_exact(value))))
        self.fade_in.chosen.connect(lambda value: apply(set_house_rules("Fade in", fade_in=_exact(value))))
        self.fade_out.chosen.connect(lambda value: apply(set_house_rules("Fade out", fade_out=_exact(value))))

    def _lay_out(self) -> None:
        heading = QLabel("House rules")
        heading.setProperty("role", "heading")
        said = QLabel("These hold for every slide. A change here also reaches slides that had a setting of their own.")
        said.setProperty("role", "quiet")
        said.setWordWrap(True)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 12, 16, 16)
        layout.setSpacing(4)
        layout.addWidget(heading)
        layout.addWidget(said)
        layout.addSpacing(8)
        rows: tuple[tuple[str, tuple[QWidget, ...]], ...] = (
            ("Placement", (self.placement,)),
            ("How readily auto fills the frame, though something is lost", (self.covering,)),
            ("Move", (self.move_choice,)),
            ("One slow move through the whole show", (self.show_move,)),
            ("Strength", (self.strength,)),
            ("Fill", (self.fill,)),
            ("Transition", (self.joint,)),
            ("Seconds of a moving slide, of a held slide", (self.moving, self.held)),
            ("Fade from black at the start, to black at the end", (self.fade_in, self.fade_out)),
        )
        for label, widgets in rows:
            name = QLabel(label)
            name.setProperty("role", "quiet")
            layout.addWidget(name)
            row = QHBoxLayout()
            for widget in widgets:
                row.addWidget(widget, 1)
            layout.addLayout(row)
            layout.addSpacing(8)
        layout.addWidget(self.close_button, 0, Qt.AlignmentFlag.AlignLeft)
        layout.addStretch(1)

    def first_focus(self) -> QWidget:
        return self.placement

    def show_document(self) -> None:
        rules = self.session.project.house_rules
        self.placement.show_value(rules.placement)
        self.covering.show_value(rules.covering)
        self.move_choice.show_value(rules.move)
        self.show_move.show_value(rules.show_move)
        self.strength.show_value(rules.strength)
        self.fill.show_value(rules.fill)
        self.joint.show_value(rules.transition)
        self.moving.show_value(float(rules.seconds_moving))
        self.held.show_value(float(rules.seconds_held))
        self.fade_in.show_value(float(rules.fade_in))
        self.fade_out.show_value(float(rules.fade_out))


def _exact(value: float) -> Fraction:
    return Fraction(round(value * 100), 100)
