"""What is asked once, when the first photos come into an empty project: where it will be shown, and the first rules."""

from fractions import Fraction

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.shape_toggles import ShapeToggle, ShapeToggles
from jaunty_frame.app.widgets.labelled import named, part_label
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import set_up
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.transition import Transition
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.show.words import PLACEMENT_WORDS, shape_words, size_words

_SECONDS = (None, *(Fraction(text) for text in ("2", "3", "4", "5", "6")))
_JOINTS = tuple(Fraction(text) for text in ("0", "1/2", "7/10", "1", "2"))
_COLUMNS = 5


class BeginDialog(QDialog):
    """``edit`` is what was chosen, as one step."""

    def __init__(self, project: Project, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Where will it be shown?")
        rules = project.house_rules
        self._seconds: Fraction | None = None
        toggles = [
            ShapeToggle(preset.id, preset.name, f"{shape_words(preset)}, {size_words(preset)}", float(preset.aspect))
            for preset in PRESETS
        ]
        self.outputs = ShapeToggles("Outputs", toggles, _COLUMNS)
        self.outputs.show_values([output.id for output in project.outputs])
        self.outputs.changed.connect(self._show)
        self.moves = Choice("Movement", [(Move.AUTO, "Every photo moves"), (Move.HOLD, "Nothing moves")])
        self.moves.show_value(rules.move)
        self.placement = Choice("Placement", list(PLACEMENT_WORDS.items()))
        self.placement.show_value(rules.placement)
        named_seconds = [(s, "as usual" if s is None else f"{float(s):g} s") for s in _SECONDS]
        self.seconds = Choice("Seconds of each photo", named_seconds)
        self.seconds.show_value(None)
        self.joints = Choice("Dissolve", [(s, f"{float(s):g} s" if s else "Cuts") for s in _JOINTS])
        self.joints.show_value(rules.transition.joint_seconds)
        for choice in (self.moves, self.placement, self.seconds, self.joints):
            choice.chosen.connect(choice.show_value)
        self.begin = QPushButton("Begin")
        self.begin.setProperty("role", "main")
        self.begin.setDefault(True)
        self.begin.clicked.connect(self.accept)
        leave = QPushButton("Leave it as it is")
        leave.clicked.connect(self.reject)
        heading = QLabel("Where will it be shown?")
        heading.setProperty("role", "heading")
        self.said = QLabel()
        self.said.setProperty("role", "quiet")
        buttons = QHBoxLayout()
        buttons.addWidget(self.said, 1)
        buttons.addWidget(leave)
        buttons.addWidget(self.begin)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(20, 16, 20, 16)
        layout.setSpacing(6)
        layout.addWidget(heading)
        layout.addWidget(self.outputs, 0, Qt.AlignmentFlag.AlignHCenter)
        layout.addWidget(part_label("How it begins; all of it can be changed later, for all or for single photos"))
        for name, choice in (
            ("Movement", self.moves),
            ("Placement", self.placement),
            ("Each photo", self.seconds),
            ("Dissolve", self.joints),
        ):
            layout.addWidget(named(name, choice))
        layout.addSpacing(8)
        layout.addLayout(buttons)
        self._show()

    def _show(self) -> None:
        count = len(self.outputs.values)
        self.begin.setEnabled(count > 0)
        self.said.setText("" if count else "Choose at least one.")

    @property
    def edit(self) -> Edit:
        chosen = [preset for preset in PRESETS if preset.id in self.outputs.values]
        joint: Fraction = self.joints.value
        transition: Transition = CrossDissolve(seconds=joint) if joint else Cut()
        move: Move = self.moves.value
        placement: Placement = self.placement.value
        usual = HouseRules.model_construct()
        seconds: Fraction | None = self.seconds.value
        return set_up(
            chosen,
            move=move,
            show_move="none",
            placement=placement,
            seconds_held=seconds or usual.seconds_held,
            seconds_moving=seconds or usual.seconds_moving,
            transition=transition,
            fade_in=joint,
            fade_out=joint,
        )
