"""On the bench: how the photo is placed, what lies behind it, and what becomes of a framing set by hand."""

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QCheckBox, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.window_fields import WindowFields
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.colour_button import ColourButton
from jaunty_frame.app.widgets.labelled import add_field, row_of
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits import drop_framings, use_elsewhere
from jaunty_frame.document.model import BlurredFill, PlainFill
from jaunty_frame.show.words import PLACEMENT_WORDS

# What a hand-set window shows near its edges is not what it is about.
_ABOUT = 0.8


class PlacementPage(QWidget):
    """Writes to its widgets in show_document only."""

    def __init__(self, cell: BenchCell, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell = cell
        self.placement = Choice("Placement", list(PLACEMENT_WORDS.items()))
        self.placement.chosen.connect(lambda value: cell.set_on_slides("Placement", placement=value, close_up=None))
        self.fill = Choice("Fill", [("blurred", "Blurred"), ("colour", "Colour")])
        self.fill.chosen.connect(self._set_fill)
        self.colour = ColourButton("Fill colour")
        self.colour.chosen.connect(lambda code: cell.set_on_slides("Fill", fill=PlainFill(colour=code)))
        self.window_fields = WindowFields()
        self.window_fields.changed.connect(self._type_framing)
        self.find_opening = QCheckBox("Closing first: find the opening")
        self.find_opening.setToolTip("Fix the closing by hand; the opening is found from it, by the slide's move")
        self.find_opening.toggled.connect(self._set_found_opening)
        self.back_to_solved = QPushButton("Back to solved")
        self.back_to_solved.setToolTip("Drop the framing set by hand for this output")
        self.back_to_solved.clicked.connect(self._drop_framing)
        self.use_elsewhere = QPushButton("Use for the other outputs")
        self.use_elsewhere.setToolTip("Wish for what this framing shows, and use its move, in every output")
        self.use_elsewhere.clicked.connect(self._use_elsewhere)
        for button in (self.back_to_solved, self.use_elsewhere):
            button.setProperty("role", "small")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(3)
        add_field(layout, "Placement", self.placement)
        add_field(layout, "Fill", row_of(self.fill, self.colour))
        layout.addWidget(self.window_fields)
        layout.addSpacing(3)
        layout.addWidget(self.find_opening)
        layout.addSpacing(3)
        layout.addWidget(self.back_to_solved)
        layout.addSpacing(3)
        layout.addWidget(self.use_elsewhere)
        layout.addStretch(1)

    def show_document(self) -> None:
        slide, framing = self._cell.slide, self._cell.framing
        self.placement.show_value(slide.placement or self._cell.rules.placement)
        fill = slide.fill or self._cell.rules.fill
        self.fill.show_value(fill.kind)
        self.colour.setVisible(isinstance(fill, PlainFill))
        if isinstance(fill, PlainFill):
            self.colour.show_value(fill.colour)
        self.window_fields.show_windows(framing.opening, framing.closing)
        hand_set = self._cell.hand_set
        blocker = QSignalBlocker(self.find_opening)
        self.find_opening.setChecked(hand_set is not None and hand_set.opening is None)
        del blocker
        by_hand = hand_set is not None
        self.back_to_solved.setEnabled(by_hand)
        self.use_elsewhere.setEnabled(by_hand and len(self._cell.project.outputs) > 1)

    def _set_fill(self, kind: str) -> None:
        self._cell.set_on_slides("Fill", fill=PlainFill() if kind == "colour" else BlurredFill())

    def _type_framing(self, opening: Window, closing: Window) -> None:
        self._cell.set_framing(opening, closing)
        self._cell.end_gesture()

    def _set_found_opening(self, found: bool) -> None:
        framing = self._cell.framing
        self._cell.set_framing(None if found else framing.opening, framing.closing)
        self._cell.end_gesture()

    def _drop_framing(self) -> None:
        self._cell.apply(drop_framings([(name, self._cell.output_id) for name in self._cell.targets()]))

    def _use_elsewhere(self) -> None:
        framing = self._cell.framing
        x, y, w, h = framing.closing
        left, top = max(x + w * (1 - _ABOUT) / 2, 0.0), max(y + h * (1 - _ABOUT) / 2, 0.0)
        right, bottom = min(x + w * (1 + _ABOUT) / 2, 1.0), min(y + h * (1 + _ABOUT) / 2, 1.0)
        if right - left > 0.01 and bottom - top > 0.01:
            box = Window(left, top, right - left, bottom - top)
            self._cell.apply(use_elsewhere(self._cell.slide_id, box, framing.move, framing.course.direction))
