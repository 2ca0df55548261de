"""What a slide is like at one point of its time, and how it comes in and goes out."""

from typing import ClassVar

from PySide6.QtWidgets import QBoxLayout, QCheckBox, QMenu, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.canvas.pose_tool import PoseTool
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.easing_editor import EasingEditor
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
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
from jaunty_frame.document.instant import POSE_FIELDS, SAME_INSTANT, Pose
from jaunty_frame.show.planning.places.poses import pose_at
from jaunty_frame.show.words import EASING_WORDS

_BEYOND = 0.16
_EDGES: dict[Edge, str] = {"left": "left", "right": "right", "top": "top", "bottom": "bottom"}


class InstantsPage(BenchPage):
    """Of the slides that are chosen, at the share of the time that ``show_at`` says."""

    about_frame: ClassVar[bool] = True

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self._cell, self._at, self._copied = cell, 0.0, -1.0
        self.tool = PoseTool(cell, lambda across, down: self._set_here(across=across, down=down))
        self.beyond = QCheckBox("Beyond the frame")
        self.beyond.setToolTip("Leave room about the frame, to see where prints come from and go to")
        self.beyond.setChecked(True)
        self.beyond.toggled.connect(lambda _: self.entered(True))
        self.window_here = QPushButton("Keep this window here")
        self.window_here.setToolTip("Let the framing of this output, set by hand, go through the window seen now")
        self.window_here.clicked.connect(self._set_window)
        self.said = quiet_label("")
        self.said.setWordWrap(True)
        self.pose = ValueFields(columns=2, sliders=True)
        self.pose.chosen.connect(self._set)
        self.pose.settled.connect(cell.end_gesture)
        self.easing = Choice("Easing from here to the next instant", list(EASING_WORDS.items()), 3)
        self.easing.chosen.connect(lambda value: self._set_here(easing=value))
        self.easing.chosen.connect(cell.end_gesture)
        self.own_curve = QCheckBox("Own curve")
        self.own_curve.toggled.connect(lambda _: self.show_at(self._at))
        self.curve = EasingEditor()
        self.curve.changed.connect(lambda value: self._set_here(easing=value))
        self.curve.gesture_ended.connect(cell.end_gesture)
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
        for button in (self.comes, self.goes, self.window_here, self.copy, self.paste, self.delete):
            button.setProperty("role", "small")
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        layout.addWidget(self.said)
        layout.addWidget(self.pose)
        layout.addWidget(self.easing)
        layout.addWidget(self.own_curve)
        layout.addWidget(self.curve)
        self._flipped = [QBoxLayout(QBoxLayout.Direction.LeftToRight) for _ in range(2)]
        for box, left, right in (
            (self._flipped[0], row_of(self.comes, self.goes), self.beyond),
            (self._flipped[1], self.window_here, row_of(self.copy, self.paste, self.delete)),
        ):
            box.setSpacing(6)
            box.addWidget(left)
            box.addWidget(right)
            layout.addLayout(box)
        layout.addStretch(1)

    def lay_out_beside(self, beside: bool) -> None:
        self.pose.set_columns(1 if beside else 2)
        self.easing.set_columns(3 if beside else 0)
        direction = QBoxLayout.Direction
        for box in self._flipped:
            box.setDirection(direction.TopToBottom if beside else direction.LeftToRight)

    def entered(self, shown: bool) -> None:
        self.frame_view.tool = self.tool if shown else None
        self.frame_view.room_about = _BEYOND if shown and self.beyond.isChecked() else 0.0
        self.frame_view.refresh()

    def show_at(self, at: float) -> None:
        """Show the cell at a share of its time."""
        self._at = self.tool.at = at
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
        self.own_curve.setVisible(there is not None)
        self.curve.setVisible(there is not None and self.own_curve.isChecked())
        if there is not None:
            self.curve.show_value(there.easing)
        passes = self._window_here()
        self.window_here.setText("Leave this window" if passes else "Keep this window here")
        self.window_here.setEnabled(0 < at < 1)
        self.copy.setEnabled(there is not None)
        self.delete.setEnabled(there is not None)
        self.paste.setEnabled(self._copied >= 0 and instant_near(slide.instants, self._copied) is not None)

    def _set(self, pose: Pose) -> None:
        before = pose_at(self._cell.slide.instants, self._cell.mount, self._at)
        changed = {name: getattr(pose, name) for name in POSE_FIELDS if getattr(pose, name) != getattr(before, name)}
        if changed:
            self._set_here(**changed)

    def _set_here(self, **values: object) -> None:
        cell = self._cell
        cell.apply(set_at_instant(cell.targets(), self._at, **values), "instant", cell.slide_id, self._at)

    def _apply(self, edit: Edit) -> None:
        self._cell.apply(edit)
        self._cell.end_gesture()

    def _window_here(self) -> bool:
        """Return whether the framing set by hand goes through a window at this instant."""
        hand_set = self._cell.hand_set
        return hand_set is not None and any(abs(one.at - self._at) <= SAME_INSTANT for one in hand_set.between)

    def _set_window(self) -> None:
        cell, way = self._cell, self._cell.framing.way
        if cell.hand_set is None:
            cell.set_framing(way.opening, way.closing)
        window = None if self._window_here() else way.at(self._at).window
        cell.set_window_instant(self._at, window)

    def _copy(self) -> None:
        self._copied = self._at
        self.show_at(self._at)

    def _paste(self) -> None:
        self._apply(copy_instant(self._cell.targets(), self._copied, self._at))
