"""On the bench: what the camera does, for how long, and how speed is spread."""

from fractions import Fraction

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.easing_editor import EasingEditor
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.app.widgets.number_field import number_field
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.motion.paths import Easing
from jaunty_frame.show.words import DIRECTION_WORDS, EASING_WORDS, MOVE_WORDS, STRENGTH_WORDS

_MOVE_COLUMNS = 3


class MovePage(QWidget):
    """Writes to its widgets in show_document only."""

    def __init__(self, cell: BenchCell, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell = cell
        self.move_choice = Choice("Move", list(MOVE_WORDS.items()), _MOVE_COLUMNS)
        self.move_choice.chosen.connect(lambda value: cell.set_on_slides("Move", move=value, direction=Direction.AUTO))
        self.direction = Choice("Direction", [], _MOVE_COLUMNS)
        self.direction.chosen.connect(lambda value: cell.set_on_slides("Direction", direction=value))
        self.strength = Choice("Strength", list(STRENGTH_WORDS.items()))
        self.strength.chosen.connect(lambda value: cell.set_on_slides("Strength", strength=value))
        self.seconds = number_field("Seconds this slide is seen", 0.1, 3600, step=0.5, suffix=" s")
        self.seconds.valueChanged.connect(self._set_seconds)
        self.presets = Choice("Easing", list(EASING_WORDS.items()), _MOVE_COLUMNS)
        self.presets.chosen.connect(lambda value: cell.set_on_slides("Easing", easing=value))
        self.curve = EasingEditor()
        self.curve.changed.connect(self._set_easing)
        self.curve.gesture_ended.connect(cell.end_gesture)
        self.path = Choice("Path", [("straight", "Straight"), ("arc", "Arc")])
        self.path.setToolTip("An arc rises on a far way between places, as far as the photo reaches")
        self.path.chosen.connect(lambda value: cell.set_on_slides("Path", path=value))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(3)
        layout.addWidget(self.move_choice)
        layout.addSpacing(3)
        layout.addWidget(self.direction)
        layout.addSpacing(3)
        layout.addWidget(self.strength)
        layout.addSpacing(3)
        layout.addWidget(row_of(quiet_label("Seen for"), self.seconds))
        layout.addSpacing(3)
        layout.addWidget(self.presets)
        layout.addSpacing(3)
        layout.addWidget(self.curve)
        layout.addSpacing(3)
        self._path_row = row_of(quiet_label("Path"), self.path, stretch_first=False)
        layout.addWidget(self._path_row)
        layout.addStretch(1)

    def show_document(self) -> None:
        cell, slide, rules = self._cell, self._cell.slide, self._cell.rules
        move = slide.move or rules.move
        self.move_choice.show_value(move)
        directions = DIRECTION_WORDS.get(move, {})
        self.direction.setVisible(bool(directions))
        self.direction.set_options(list(directions.items()))
        self.direction.show_value(slide.direction)
        self.strength.setVisible(move is not Move.HOLD)
        self.strength.show_value(slide.strength or rules.strength)
        blocker = QSignalBlocker(self.seconds)
        self.seconds.setValue(cell.seconds)
        del blocker
        easing = slide.easing or rules.easing
        self.presets.show_value(easing)
        self.curve.show_value(easing)
        # Solved ways lie within the photo as it fills the frame, where there is no room to rise.
        by_hand = cell.hand_set is not None and cell.framing.opening != cell.framing.closing
        self._path_row.setVisible(by_hand or slide.path == "arc")
        self.path.show_value(slide.path)

    def _set_seconds(self, value: float) -> None:
        merge = f"seconds-{self._cell.slide_id}"
        self._cell.set_on_slides("Seconds", merge, seconds=Fraction(round(value * 100), 100))

    def _set_easing(self, easing: Easing) -> None:
        self._cell.set_on_slides("Easing", f"easing-{self._cell.slide_id}", easing=easing)
