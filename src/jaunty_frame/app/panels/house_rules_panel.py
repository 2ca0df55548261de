"""The house rules: what holds for every slide, and reaches those already placed."""

from fractions import Fraction

from PySide6.QtCore import QSignalBlocker, Qt
from PySide6.QtWidgets import QHBoxLayout, QLabel, QVBoxLayout, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.colour_button import ColourButton
from jaunty_frame.app.widgets.number_field import number_field
from jaunty_frame.app.widgets.side_panel import SidePanel
from jaunty_frame.document.edits import Edit, set_for_all
from jaunty_frame.document.model import BlurredFill, PlainFill, Project, Transition
from jaunty_frame.show.words import MOVE_WORDS, PLACEMENT_WORDS, SHOW_MOVE_WORDS, STRENGTH_WORDS


class HouseRulesPanel(SidePanel):
    """A choice here also takes back what single slides say of the same thing."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = session
        heading = QLabel("House rules")
        heading.setProperty("role", "heading")
        said = QLabel("These hold for every slide. A change here also reaches slides that had a setting of their own.")
        said.setProperty("role", "quiet")
        said.setWordWrap(True)
        self.placement = Choice("Placement of all slides", list(PLACEMENT_WORDS.items()))
        self.move_choice = Choice("Move of all slides", list(MOVE_WORDS.items()), columns=5)
        self.show_move = Choice("One move through the whole show", list(SHOW_MOVE_WORDS.items()))
        self.show_move.chosen.connect(lambda value: self._set_rules("Move through the show", show_move=value))
        self.strength = Choice("Strength of all moves", list(STRENGTH_WORDS.items()))
        self.fill = Choice("Fill of all slides", [("blurred", "Blurred"), ("colour", "Colour")])
        self.colour = ColourButton("Fill colour of all slides")
        self.joint = Choice("All transitions", [("cross-dissolve", "Cross dissolve"), ("cut", "Cut")])
        self.placement.chosen.connect(lambda value: session.apply(set_for_all("Placement of all", placement=value)))
        self.move_choice.chosen.connect(lambda value: session.apply(set_for_all("Move of all", move=value)))
        self.strength.chosen.connect(lambda value: session.apply(set_for_all("Strength of all", strength=value)))
        self.fill.chosen.connect(
            lambda kind: session.apply(
                set_for_all("Fill of all", fill=PlainFill() if kind == "colour" else BlurredFill())
            )
        )
        self.colour.chosen.connect(lambda code: session.apply(set_for_all("Fill of all", fill=PlainFill(colour=code))))
        self.joint.chosen.connect(lambda kind: self._set_joint(kind, self._rules.transition.seconds or Fraction(7, 10)))
        self.moving = number_field("Seconds of a moving slide", 0.1, 3600, suffix=" s")
        self.held = number_field("Seconds of a held slide", 0.1, 3600, suffix=" s")
        self.joint_seconds = number_field("Seconds of a transition", 0, 60, suffix=" s")
        self.fade_in = number_field("Seconds of the fade from black", 0, 60, suffix=" s")
        self.fade_out = number_field("Seconds of the fade to black", 0, 60, suffix=" s")
        self.moving.valueChanged.connect(lambda value: self._set_seconds(seconds_moving=value))
        self.held.valueChanged.connect(lambda value: self._set_seconds(seconds_held=value))
        self.joint_seconds.valueChanged.connect(
            lambda value: self._set_joint("cross-dissolve" if value else "cut", _exact(value))
        )
        self.fade_in.valueChanged.connect(lambda value: self._set_rules("Fade in", fade_in=_exact(value)))
        self.fade_out.valueChanged.connect(lambda value: self._set_rules("Fade out", fade_out=_exact(value)))

        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 12, 16, 16)
        layout.setSpacing(4)
        layout.addWidget(heading)
        layout.addWidget(said)
        layout.addSpacing(8)
        rows: tuple[tuple[str, list[QWidget]], ...] = (
            ("Placement", [self.placement]),
            ("Move", [self.move_choice]),
            ("One slow move through the whole show", [self.show_move]),
            ("Strength", [self.strength]),
            ("Fill", [self.fill, self.colour]),
            ("Transition", [self.joint, self.joint_seconds]),
            ("Seconds of a moving slide, of a held slide", [self.moving, self.held]),
            ("Fade from black at the start, to black at the end", [self.fade_in, self.fade_out]),
        )
        for label, widgets in rows:
            name = QLabel(label)
            name.setProperty("role", "quiet")
            layout.addWidget(name)
            row = QHBoxLayout()
            for widget in widgets:
                row.addWidget(
                    widget, 1 if isinstance(widget, Choice) or (len(widgets) > 1 and widgets[0] is not self.fill) else 0
                )
            layout.addLayout(row)
            layout.addSpacing(8)
        layout.addWidget(self.close_button, 0, Qt.AlignmentFlag.AlignLeft)
        layout.addStretch(1)
        session.changed.connect(self.show_document)
        self.show_document()

    def show_document(self) -> None:
        rules = self._session.project.house_rules
        self._rules = rules
        blockers = [
            QSignalBlocker(w) for w in (self.moving, self.held, self.joint_seconds, self.fade_in, self.fade_out)
        ]
        self.placement.show_value(rules.placement)
        self.move_choice.show_value(rules.move)
        self.show_move.show_value(rules.show_move)
        self.strength.show_value(rules.strength)
        self.fill.show_value(rules.fill.kind)
        self.colour.setVisible(isinstance(rules.fill, PlainFill))
        if isinstance(rules.fill, PlainFill):
            self.colour.show_value(rules.fill.colour)
        self.joint.show_value(rules.transition.kind)
        self.joint_seconds.setValue(float(rules.transition.joint_seconds))
        self.moving.setValue(float(rules.seconds_moving))
        self.held.setValue(float(rules.seconds_held))
        self.fade_in.setValue(float(rules.fade_in))
        self.fade_out.setValue(float(rules.fade_out))
        del blockers

    def _set_joint(self, kind: str, seconds: Fraction) -> None:
        transition = Transition(kind=kind, seconds=seconds)
        self._session.apply(set_for_all("Transition of all", transition=transition))

    def _set_seconds(self, **fields: float) -> None:
        exact = {name: _exact(value) for name, value in fields.items()}

        def apply(project: Project) -> Project:
            slides = tuple(slide.changed(seconds=None) for slide in project.slides)
            return project.changed(house_rules=project.house_rules.changed(**exact), slides=slides)

        self._session.apply(Edit("Seconds of all", apply, merge="house-" + "-".join(fields)))

    def _set_rules(self, label: str, **fields: Fraction | str) -> None:
        def apply(project: Project) -> Project:
            return project.changed(house_rules=project.house_rules.changed(**fields))

        self._session.apply(Edit(label, apply, merge="house-" + "-".join(fields)))


def _exact(value: float) -> Fraction:
    return Fraction(round(value * 100), 100)
