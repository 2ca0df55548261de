"""On the bench: what belongs to the photo in every output: the chosen keep area, straightening, colour correction."""

from PySide6.QtCore import QSignalBlocker, Qt, Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QSlider, QVBoxLayout, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.labelled import add_field, quiet_label, row_of
from jaunty_frame.app.widgets.number_field import number_field
from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT, WISHED_WEIGHT
from jaunty_frame.document.edits import turn_photos
from jaunty_frame.document.model import MOST_STRAIGHTENING, NO_CORRECTION

# Name, what it is called, greatest amount, steps on the slider for one unit.
_CORRECTIONS = (
    ("exposure", "Exposure", 3.0, 100),
    ("contrast", "Contrast", 1.0, 100),
    ("saturation", "Saturation", 1.0, 100),
    ("warmth", "Warmth", 1.0, 100),
)


class PhotoPage(QWidget):
    """Writes to its widgets in show_document only. ``weight_chosen`` is about the chosen keep area."""

    weight_chosen = Signal(object)
    close_up_wanted = Signal()
    remove_wanted = Signal()
    level_line_wanted = Signal()

    def __init__(self, cell: BenchCell, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._cell = cell
        self.weight = Choice("Weight of the chosen keep area", [(1.0, "Must stay"), (WISHED_WEIGHT, "Wished for")])
        self.weight.chosen.connect(self.weight_chosen)
        self.close_up = QPushButton("Close-up")
        self.close_up.setToolTip("Show the chosen keep area in a slide of its own (C)")
        self.close_up.clicked.connect(self.close_up_wanted)
        self.remove = QPushButton("Remove")
        self.remove.setToolTip("Remove the chosen keep area (Delete)")
        self.remove.clicked.connect(self.remove_wanted)
        self.straightening = number_field(
            "Straightening in degrees clockwise", -MOST_STRAIGHTENING, MOST_STRAIGHTENING, decimals=1, suffix="°"
        )
        self.straightening.valueChanged.connect(self._set_straightening)
        self.level_line = QPushButton("Draw a level line")
        self.level_line.setToolTip("Draw along what should lie level or stand upright on the photo (L)")
        self.level_line.clicked.connect(self.level_line_wanted)
        self.turn_left, self.turn_right = QPushButton("Turn left"), QPushButton("Turn right")
        self.turn_left.clicked.connect(lambda: self._turn(3))
        self.turn_right.clicked.connect(lambda: self._turn(1))
        self.reset = QPushButton("Reset colours")
        self.reset.clicked.connect(self._reset)
        for button in (self.close_up, self.remove, self.level_line, self.turn_left, self.turn_right, self.reset):
            button.setProperty("role", "small")
        self.sliders: dict[str, QSlider] = {}
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(3)
        self.area_name = add_field(layout, "", self.weight)
        layout.addLayout(_beside(self.close_up, self.remove))
        layout.addSpacing(6)
        layout.addWidget(quiet_label("Straightening, quarter turns"))
        layout.addWidget(row_of(self.straightening, self.level_line))
        layout.addLayout(_beside(self.turn_left, self.turn_right))
        layout.addSpacing(6)
        layout.addLayout(self._correction_fields())
        self.before_hint = quiet_label("Hold B: as it was")
        layout.addWidget(row_of(self.before_hint, self.reset))
        layout.addStretch(1)

    def _correction_fields(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setSpacing(2)
        for row, (name, label, most, steps) in enumerate(_CORRECTIONS):
            slider = QSlider(Qt.Orientation.Horizontal)
            slider.setRange(round(-most * steps), round(most * steps))
            slider.setAccessibleName(label)
            slider.setMinimumHeight(18)
            slider.setProperty("role", "both-ways")
            slider.valueChanged.connect(lambda value, name=name, steps=steps: self._correct(name, value / steps))
            slider.sliderReleased.connect(self._cell.end_gesture)
            grid.addWidget(quiet_label(label), row, 0)
            grid.addWidget(slider, row, 1)
            self.sliders[name] = slider
        return grid

    def show_document(self, chosen_area: int) -> None:
        photo = self._cell.photo
        known = 0 <= chosen_area < len(photo.keep_areas)
        for widget in (self.weight, self.close_up, self.remove):
            widget.setEnabled(known)
        self.area_name.setText("The chosen keep area" if known else "Keep area: choose one on the photo")
        if known:
            required = photo.keep_areas[chosen_area].weight >= REQUIRED_WEIGHT
            self.weight.show_value(1.0 if required else WISHED_WEIGHT)
        else:
            self.weight.show_value(None)
        blockers = [QSignalBlocker(widget) for widget in (self.straightening, *self.sliders.values())]
        self.straightening.setValue(photo.straightening)
        for name, _, _, steps in _CORRECTIONS:
            self.sliders[name].setValue(round(getattr(photo.correction, name) * steps))
        self.reset.setEnabled(photo.correction != NO_CORRECTION)
        del blockers

    def _set_straightening(self, degrees: float) -> None:
        self._cell.set_on_photo("Straighten", straightening=degrees)

    def _correct(self, name: str, value: float) -> None:
        self._cell.set_on_photo("Colours", correction=self._cell.photo.correction.changed(**{name: value}))

    def _reset(self) -> None:
        self._cell.set_on_photo("Reset colours", correction=NO_CORRECTION)
        self._cell.end_gesture()

    def _turn(self, quarter_turns: int) -> None:
        project = self._cell.project
        photos = {project.slide(name).photo for name in self._cell.targets()}
        self._cell.apply(turn_photos(photos, quarter_turns))


def _beside(*buttons: QPushButton) -> QHBoxLayout:
    layout = QHBoxLayout()
    layout.setSpacing(6)
    for button in buttons:
        layout.addWidget(button)
    return layout
