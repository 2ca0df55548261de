"""On the bench: how the photo is placed, and what becomes of a framing set by hand."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.bench.pages.window_fields import WindowFields
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import quiet_label
from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.framings import drop_framings
from jaunty_frame.document.edits.material.keep_areas import use_elsewhere
from jaunty_frame.document.edits.slides import place_slides
from jaunty_frame.show.words import COVERING_WORDS, PLACEMENT_WORDS

# What a hand-set window shows near its edges is not what it is about.
_ABOUT = 0.8


class PlacementPage(BenchPage):
    """Placement, and the framing set by hand."""

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self.placement = Choice("Placement", list(PLACEMENT_WORDS.items()))
        self.placement.chosen.connect(lambda value: cell.apply(place_slides(cell.targets(), value)))
        self.covering = Choice("How readily auto fills the frame", list(COVERING_WORDS.items()))
        self.covering.setToolTip("How readily auto fills the frame, though something is lost")
        self.covering.chosen.connect(lambda value: cell.set_on_slides("Covering", covering=value))
        self.window_fields = WindowFields()
        self.window_fields.changed.connect(self._type_framing)
        self.find_opening = QCheckBox("Closing first: find the opening")
        self.find_opening.setToolTip("Fix the closing by hand; the opening is found from it, by the slide's move")
        self.find_opening.clicked.connect(self._set_found_opening)
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
        layout.setSpacing(6)
        layout.addWidget(quiet_label("Placement; auto covers the frame"))
        choices = QHBoxLayout()
        choices.setSpacing(8)
        choices.addWidget(self.placement)
        choices.addWidget(self.covering)
        layout.addLayout(choices)
        layout.addSpacing(4)
        layout.addWidget(self.window_fields)
        layout.addSpacing(4)
        by_hand = QHBoxLayout()
        by_hand.setSpacing(6)
        by_hand.addWidget(self.find_opening, 1)
        by_hand.addWidget(self.back_to_solved)
        layout.addLayout(by_hand)
        layout.addWidget(self.use_elsewhere, 0, Qt.AlignmentFlag.AlignRight)
        layout.addStretch(1)

    def show_document(self) -> None:
        settings, way, hand_set = self.cell.settings, self.cell.framing.way, self.cell.hand_set
        self.placement.show_value(settings.placement)
        self.covering.setVisible(settings.placement is Placement.AUTO)
        self.covering.show_value(settings.covering)
        self.window_fields.show_windows(way.opening, way.closing)
        self.find_opening.setChecked(hand_set is not None and hand_set.opening is None)
        by_hand = hand_set is not None
        self.back_to_solved.setEnabled(by_hand)
        self.use_elsewhere.setEnabled(by_hand and len(self.cell.project.outputs) > 1)

    def _type_framing(self, opening: Window, closing: Window) -> None:
        self.cell.set_framing(opening, closing)
        self.cell.end_gesture()

    def _set_found_opening(self, found: bool) -> None:
        way = self.cell.framing.way
        self.cell.set_framing(None if found else way.opening, way.closing)
        self.cell.end_gesture()

    def _drop_framing(self) -> None:
        self.cell.apply(drop_framings([(name, self.cell.output_id) for name in self.cell.targets()]))

    def _use_elsewhere(self) -> None:
        framing = self.cell.framing
        x, y, w, h = framing.way.closing
        left, top = max(x + w * (1 - _ABOUT) / 2, 0.0), max(y + h * (1 - _ABOUT) / 2, 0.0)
        right, bottom = min(x + w * (1 + _ABOUT) / 2, 1.0), min(y + h * (1 + _ABOUT) / 2, 1.0)
        if right - left > 0.01 and bottom - top > 0.01:
            box = Window(left, top, right - left, bottom - top)
            self.cell.apply(
                use_elsewhere(self.cell.slide_id, self.cell.photo.id, box, framing.move, framing.course.direction)
            )
