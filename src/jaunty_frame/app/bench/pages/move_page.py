"""On the bench: what the camera does, for how long, and how speed is spread."""

from fractions import Fraction

from PySide6.QtWidgets import QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.easing_editor import EasingEditor
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.motion.paths import Easing
from jaunty_frame.show.words import DIRECTION_WORDS, EASING_WORDS, MOVE_WORDS, STRENGTH_WORDS

_MOVE_COLUMNS = 5


class MovePage(BenchPage):
    """Move, direction, strength, seconds, easing, path."""

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self.move_choice = Choice("Move", list(MOVE_WORDS.items()), _MOVE_COLUMNS)
        self.move_choice.chosen.connect(lambda value: cell.set_on_slides("Move", move=value, direction=Direction.AUTO))
        self.direction = Choice("Direction", [])
        self.direction.chosen.connect(lambda value: cell.set_on_slides("Direction", direction=value))
        self.strength = Choice("Strength", list(STRENGTH_WORDS.items()))
        self.strength.chosen.connect(lambda value: cell.set_on_slides("Strength", strength=value))
        self.seconds = NumberField("Seconds this slide is seen", 0.1, 3600, step=0.5, suffix=" s")
        self.seconds.chosen.connect(self._set_seconds)
        self.presets = Choice("Easing", list(EASING_WORDS.items()))
        self.presets.chosen.connect(lambda value: cell.set_on_slides("Easing", easing=value))
        self.curve = EasingEditor()
        self.curve.changed.connect(self._set_easing)
        self.curve.gesture_ended.connect(cell.end_gesture)
        self.path = Choice("Path", [("straight", "Straight"), ("arc", "Arc")])
        self.path.setToolTip("An arc rises on a far way between places, as far as the photo reaches")
        self.path.chosen.connect(lambda value: cell.set_on_slides("Path", path=value))
        self._path_row = row_of(quiet_label("Path"), self.path, stretch_first=False)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(7)
        layout.addWidget(self.move_choice)
        layout.addWidget(self.direction)
        layout.addWidget(row_of(self.strength, quiet_label("Seen for"), self.seconds))
        layout.addWidget(self.presets)
        layout.addWidget(row_of(self.curve, self._path_row))
        layout.addStretch(1)

    def show_document(self) -> None:
        cell, slide, settings = self.cell, self.cell.slide, self.cell.settings
        way = cell.framing.way
        self.move_choice.show_value(settings.move)
        directions = DIRECTION_WORDS.get(settings.move, {})
        self.direction.setVisible(bool(directions))
        self.direction.set_options(list(directions.items()))
        self.direction.show_value(slide.direction)
        self.strength.setVisible(settings.move is not Move.HOLD)
        self.strength.show_value(settings.strength)
        self.seconds.show_value(float(settings.seconds))
        # As it comes out: an entering photo and the show's own move have easings of their own.
        self.presets.show_value(way.easing)
        self.curve.show_value(way.easing)
        # Solved ways lie within the photo as it fills the frame, where there is no room to rise.
        by_hand = cell.hand_set is not None and way.opening != way.closing
        self._path_row.setVisible(by_hand or slide.path == "arc")
        self.path.show_value(slide.path)

    def _set_seconds(self, value: float) -> None:
        self.cell.set_on_slides("Seconds", "seconds", self.cell.slide_id, seconds=Fraction(round(value * 100), 100))

    def _set_easing(self, easing: Easing) -> None:
        self.cell.set_on_slides("Easing", f"easing-{self.cell.slide_id}", easing=easing)
