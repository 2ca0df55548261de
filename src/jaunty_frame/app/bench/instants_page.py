"""What a slide is like at one point of its time, and how it comes in and goes out."""

from typing import ClassVar

from PySide6.QtWidgets import QBoxLayout, QMenu, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.bench_page import BenchPage
from jaunty_frame.app.bench.photo_canvas import PhotoCanvas
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.app.widgets.value_fields import ValueFields
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.instants import (
    Edge,
    come_from,
    copy_instant,
    delete_instant,
    go_to,
    instant_near,
    set_at_instant,
)
from jaunty_frame.document.instant import POSE_FIELDS, Pose
from jaunty_frame.show.frames.poses import pose_at
from jaunty_frame.show.words import EASING_WORDS

_EDGES: dict[Edge, str] = {"left": "left", "right": "right", "top": "top", "bottom": "bottom"}


class InstantsPage(BenchPage):
    """Of the slides that are chosen, at the share of the time that ``show_at`` says."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self._cell, self._at, self._copied = cell, 0.0, -1.0
        self.said = quiet_label("")
        self.said.setWordWrap(True)
        self.pose = ValueFields(columns=2, sliders=True)
        self.pose.chosen.connect(self._set)
        self.pose.settled.connect(cell.end_gesture)
        self.easing = Choice("Easing from here to the next instant", list(EASING_WORDS.items()), 3)
        self.easing.chosen.connect(lambda value: self._apply(self._set_at(easing=value)))
        self.comes, self.goes = QPushButton("Comes from"), QPushButton("Goes to")
        for button, edit in ((self.comes, come_from), (self.goes, go_to)):
            menu = QMenu(button)
            for edge, words in _EDGES.items():
                act = menu.addAction(f"the {words}")
                act.triggered.connect(lambda _=False, edge=edge, edit=edit: self._apply(edit(cell.targets(), edge)))
            button.setMenu(menu)
        self.copy, self.paste, self.delete = QPushButton("Copy"), QPushButton("Paste"), QPushButton("Delete")
        self.copy.clicked.connect(self._copy)
        self.paste.clicked.connect(self._paste)
        self.delete.clicked.connect(lambda: self._apply(delete_instant(cell.targets(), self._at)))
        for button in (self.comes, self.goes, self.copy, self.paste, self.delete):
            button.setProperty("role", "small")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        layout.addWidget(self.said)
        layout.addWidget(self.pose)
        layout.addWidget(self.easing)
        self._buttons = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        self._buttons.addWidget(row_of(self.comes, self.goes, stretch_first=False))
        self._buttons.addStretch(1)
        self._buttons.addWidget(row_of(self.copy, self.paste, self.delete, stretch_first=False))
        layout.addLayout(self._buttons)
        layout.addStretch(1)

    def lay_out_beside(self, beside: bool) -> None:
        self.pose.set_columns(1 if beside else 2)
        self.easing.set_columns(3 if beside else 0)
        direction = QBoxLayout.Direction
        self._buttons.setDirection(direction.TopToBottom if beside else direction.LeftToRight)

    def show_at(self, at: float) -> None:
        """Show the cell at a share of its time."""
        self._at = at
        slide = self._cell.slide
        there = instant_near(slide.instants, at)
        if there is not None:
            number = slide.instants.index(there) + 1
            self.said.setText(f"Instant {number} of {len(slide.instants)}: what you change changes it.")
        else:
            seconds = clock_text(at * float(self._cell.settings.seconds))
            self.said.setText(f"No instant at {seconds}: what you change makes one.")
        self.pose.show_value(pose_at(slide.instants, self._cell.mount, at))
        self.easing.setVisible(there is not None)
        self.easing.show_value(there.easing if there else None)
        self.copy.setEnabled(there is not None)
        self.delete.setEnabled(there is not None)
        self.paste.setEnabled(self._copied >= 0 and instant_near(slide.instants, self._copied) is not None)

    def _set(self, pose: Pose) -> None:
        before = pose_at(self._cell.slide.instants, self._cell.mount, self._at)
        changed = {name: getattr(pose, name) for name in POSE_FIELDS if getattr(pose, name) != getattr(before, name)}
        if changed:
            self._cell.apply(self._set_at(**changed))

    def _set_at(self, **values: object) -> Edit:
        merge = f"instant-{self._cell.slide_id}-{self._at:.3f}-{self._cell.gesture}"
        return set_at_instant(self._cell.targets(), self._at, merge, **values)

    def _apply(self, edit: Edit) -> None:
        self._cell.apply(edit)
        self._cell.end_gesture()

    def _copy(self) -> None:
        self._copied = self._at
        self.show_at(self._at)

    def _paste(self) -> None:
        self._apply(copy_instant(self._cell.targets(), self._copied, self._at))
