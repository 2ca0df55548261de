"""On the bench: what belongs to the photo in every output: the chosen keep area, straightening, colour correction."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.canvas.photo_canvas import PhotoCanvas
from jaunty_frame.app.bench.pages.bench_page import BenchPage
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.fields.value_slider import ValueSlider
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT, WISHED_WEIGHT
from jaunty_frame.document.edits.material.photos import turn_photos
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.photo import MOST_STRAIGHTENING, NO_CORRECTION

# Name, what it is called, greatest amount, steps on the slider for one unit.
_CORRECTIONS = (
    ("exposure", "Exposure", 3.0, 100),
    ("contrast", "Contrast", 1.0, 100),
    ("saturation", "Saturation", 1.0, 100),
    ("warmth", "Warmth", 1.0, 100),
)
_WITHIN = 5


class PhotoPage(BenchPage):
    """The keep area that is chosen on the canvas, and the photo as a whole."""

    def __init__(
        self, cell: BenchCell, canvas: PhotoCanvas, frame_view: FrameView, parent: QWidget | None = None
    ) -> None:
        super().__init__(cell, canvas, frame_view, parent)
        self._at = 0.0
        self.weight = Choice("Weight of the chosen keep area", [(1.0, "Must stay"), (WISHED_WEIGHT, "Wished for")])
        self.weight.chosen.connect(lambda weight: cell.set_weight(canvas.chosen_area, weight))
        self.close_up = QPushButton("Close-up")
        self.close_up.setToolTip("Show the chosen keep area in a slide of its own (C)")
        self.close_up.clicked.connect(lambda: cell.add_close_up(canvas.chosen_area))
        self.remove = QPushButton("Remove")
        self.remove.setToolTip("Remove the chosen keep area (Delete)")
        self.remove.clicked.connect(canvas.remove_chosen)
        self.straightening = NumberField(
            "Straightening in degrees clockwise", -MOST_STRAIGHTENING, MOST_STRAIGHTENING, decimals=1, suffix="°"
        )
        self.straightening.chosen.connect(self._set_straightening)
        self.level_line = QPushButton("Draw a level line")
        self.level_line.setToolTip("Draw along what should lie level or stand upright on the photo (L)")
        self.level_line.clicked.connect(canvas.start_level_line)
        self.turn_left, self.turn_right = QPushButton("Turn left"), QPushButton("Turn right")
        self.turn_left.clicked.connect(lambda: self._turn(3))
        self.turn_right.clicked.connect(lambda: self._turn(1))
        self.reset = QPushButton("Reset colours")
        self.reset.clicked.connect(self._reset)
        self.goes = QCheckBox("Goes with time")
        self.goes.setToolTip("Drag the keep area where it is at several moments: it goes from one to the next")
        self.goes.clicked.connect(self._set_going)
        self.forget = QPushButton("Forget this moment")
        self.forget.setToolTip("Let the keep area pass from the moment before to the one after")
        self.forget.clicked.connect(self._forget)
        for button in (
            self.forget,
            self.close_up,
            self.remove,
            self.level_line,
            self.turn_left,
            self.turn_right,
            self.reset,
        ):
            button.setProperty("role", "small")
        self.sliders: dict[str, ValueSlider] = {}
        self.area_name = quiet_label("")
        self.before_hint = quiet_label("Hold B: as it was")
        area = QVBoxLayout()
        area.setSpacing(_WITHIN)
        area.addWidget(self.area_name)
        area.addWidget(self.weight)
        area.addLayout(_beside(self.close_up, self.remove))
        turns = QVBoxLayout()
        turns.setSpacing(_WITHIN)
        turns.addWidget(quiet_label("Straightening, quarter turns"))
        turns.addWidget(row_of(self.straightening, self.level_line))
        turns.addLayout(_beside(self.turn_left, self.turn_right))
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(10)
        upper = QHBoxLayout()
        upper.setSpacing(18)
        upper.addLayout(area, 1)
        upper.addLayout(turns, 1)
        layout.addLayout(upper)
        self.going = row_of(self.goes, self.forget, stretch_first=False)
        layout.addWidget(self.going, 0, Qt.AlignmentFlag.AlignLeft)
        layout.addLayout(self._correction_fields())
        layout.addWidget(row_of(self.before_hint, self.reset))
        layout.addStretch(1)

    def _correction_fields(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(6)
        for place, (name, label, most, steps) in enumerate(_CORRECTIONS):
            row, column = divmod(place, 2)
            slider = ValueSlider(label, most, steps)
            slider.setMinimumHeight(18)
            slider.setProperty("role", "both-ways")
            slider.chosen.connect(lambda value, name=name: self._correct(name, value))
            slider.sliderReleased.connect(self.cell.end_gesture)
            grid.addWidget(quiet_label(label), row, 3 * column)
            grid.addWidget(slider, row, 3 * column + 1)
            self.sliders[name] = slider
        grid.setColumnMinimumWidth(2, 10)
        return grid

    def show_document(self) -> None:
        photo, chosen_area = self.cell.photo, self.canvas.chosen_area
        known = 0 <= chosen_area < len(photo.keep_areas)
        for widget in (self.weight, self.close_up, self.remove):
            widget.setEnabled(known)
        self.area_name.setText("The chosen keep area" if known else "Keep area: choose one on the photo")
        if known:
            required = photo.keep_areas[chosen_area].weight >= REQUIRED_WEIGHT
            self.weight.show_value(1.0 if required else WISHED_WEIGHT)
        else:
            self.weight.show_value(None)
        self.going.setVisible(photo.moving is not None)
        self._show_going()
        self.straightening.show_value(photo.straightening)
        for name, slider in self.sliders.items():
            slider.show_value(getattr(photo.correction, name))
        self.reset.setEnabled(photo.correction != NO_CORRECTION)

    def show_at(self, at: float) -> None:
        self._at = at
        if self.cell.has_photo:
            self._show_going()

    def _show_going(self) -> None:
        area, now = self._chosen_area(), self._now()
        self.goes.setEnabled(area is not None)
        self.goes.setChecked(area is not None and bool(area.instants))
        instants = area.instants if area is not None else ()
        self.forget.setEnabled(len(instants) > 1 and any(one.seconds == now for one in instants))

    def _chosen_area(self) -> KeepArea | None:
        areas, k = self.cell.photo.keep_areas, self.canvas.chosen_area
        return areas[k] if 0 <= k < len(areas) else None

    def _now(self) -> float:
        return float(self.cell.moment_of_file(self._at))

    def _set_going(self, goes: bool) -> None:
        area, now = self._chosen_area(), self._now()
        if area is not None:
            self._put(area.put_at(now, area.box) if goes else area.lying_still(now))

    def _forget(self) -> None:
        area = self._chosen_area()
        if area is not None:
            self._put(area.without_instant(self._now()))

    def _put(self, area: KeepArea) -> None:
        """Put an area in the place of the chosen one; it is the user's from then on."""
        areas, k = self.cell.photo.keep_areas, self.canvas.chosen_area
        self.cell.set_areas((*areas[:k], area.changed(origin="hand", confidence=1.0), *areas[k + 1 :]))
        self.cell.end_gesture()

    def _set_straightening(self, degrees: float) -> None:
        self.cell.set_on_photo("Straighten", straightening=degrees)

    def _correct(self, name: str, value: float) -> None:
        self.cell.set_on_photo("Colours", correction=self.cell.photo.correction.changed(**{name: value}))

    def _reset(self) -> None:
        self.cell.set_on_photo("Reset colours", correction=NO_CORRECTION)
        self.cell.end_gesture()

    def _turn(self, quarter_turns: int) -> None:
        project = self.cell.project
        photos = {photo for name in self.cell.targets() for photo in project.slide(name).exhibit.photos}
        self.cell.apply(turn_photos(photos, quarter_turns))


def _beside(*buttons: QPushButton) -> QHBoxLayout:
    layout = QHBoxLayout()
    layout.setSpacing(6)
    for button in buttons:
        layout.addWidget(button)
    return layout
