"""The zones of one output, in percent of the frame, beside the frame that they are drawn on."""

from collections.abc import Callable
from fractions import Fraction
from pathlib import Path
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.panels.zones.zones_tool import ZonesTool
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.document.basis.values import MOST_MARGIN
from jaunty_frame.document.edits.outputs import set_zones
from jaunty_frame.document.model import MOST_OVERLAYS, Output, ZoneMargins
from jaunty_frame.document.outputs import preset_zones
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.projects.project_store import load_zones, save_zones

_FIELDS = {
    "action_safe": "Action safe, each side",
    "title_safe": "Title safe, each side",
    "overlay_top": "Covered above",
    "overlay_bottom": "Covered below",
    "overlay_left": "Covered at the left",
    "overlay_right": "Covered at the right",
}
_FIELD_WIDTH = 74
_NEW_BOX = (0.35, 0.4, 0.3, 0.2)
_CUT_OUTS = ((None, "None"), (Fraction(4, 3), "4:3"), (Fraction(1), "1:1"))
_TILES = ((None, "None"), (Fraction(1), "Square"), (Fraction(3, 4), "3:4"))


class ZonesPanel(SidePanel):
    """Edits the zones of the current cell's output."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._output_id = ""
        self.heading = QLabel()
        self.heading.setProperty("role", "heading")
        said = quiet_label(
            "Heads and other required areas should lie in action safe and where nothing covers them; "
            "where they do not, a finding says so."
        )
        said.setWordWrap(True)
        self.frame_view = FrameView(desk.session, desk.images)
        self.frame_view.tool = ZonesTool(self._output, self._set_dragged, self._settle)
        self.fields = {
            name: NumberField(f"{label}, in percent", 0, 100 * MOST_MARGIN, decimals=1, step=0.5, suffix=" %")
            for name, label in _FIELDS.items()
        }
        for name, field in self.fields.items():
            field.setFixedWidth(_FIELD_WIDTH)
            field.chosen.connect(lambda value, name=name: self._set(**{name: value / 100}))
        self.cut_out, self.tile = Choice("Cut-out", _CUT_OUTS), Choice("Tile", _TILES)
        self.cut_out.setToolTip("What older screens cut out; the safe zones lie in it")
        self.tile.setToolTip("The part shown in an overview")
        self.cut_out.chosen.connect(lambda value: self._set(cut_out=value))
        self.tile.chosen.connect(lambda value: self._set(tile=value))
        self.back = QPushButton("Back to the usual zones")
        self.back.clicked.connect(self._go_back)
        self.add_box = QPushButton("Add a covered part")
        self.add_box.setToolTip("Drag it on the frame, and its lower right corner")
        self.add_box.clicked.connect(self._add_box)
        self.drop_boxes = QPushButton("Remove covered parts")
        self.drop_boxes.clicked.connect(lambda: self._set(boxes=()))
        self.load, self.save = QPushButton("From a file…"), QPushButton("To a file…")
        self.load.clicked.connect(self._load)
        self.save.clicked.connect(self._save)
        for button in (self.add_box, self.drop_boxes, self.load, self.save, self.back):
            button.setProperty("role", "small")

        layout = QVBoxLayout(self)
        layout.setContentsMargins(16, 12, 16, 16)
        layout.setSpacing(4)
        layout.addWidget(self.heading)
        layout.addWidget(said)
        layout.addSpacing(8)
        layout.addWidget(self.frame_view, 1)
        layout.addSpacing(8)
        layout.addLayout(self._choices())
        layout.addSpacing(4)
        layout.addWidget(row_of(self.add_box, self.drop_boxes, stretch_first=False), 0, Qt.AlignmentFlag.AlignLeft)
        layout.addWidget(row_of(self.load, self.save, stretch_first=False), 0, Qt.AlignmentFlag.AlignLeft)
        layout.addSpacing(4)
        layout.addWidget(row_of(self.back, self.close_button, stretch_first=False), 0, Qt.AlignmentFlag.AlignLeft)
        desk.cells.current_cell_changed.connect(self._on_cell)

    def _choices(self) -> QGridLayout:
        """Safe zones and parts at the left, what may be covered at the right."""
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(6)
        grid.setColumnStretch(0, 1)
        grid.setColumnMinimumWidth(2, 12)
        for column, names in ((0, ("action_safe", "title_safe")), (3, tuple(_FIELDS)[2:])):
            for row, name in enumerate(names):
                grid.addWidget(quiet_label(_FIELDS[name]), row, column)
                grid.addWidget(self.fields[name], row, column + 1)
        for row, (label, choice) in enumerate((("Cut-out", self.cut_out), ("Tile", self.tile)), 2):
            place = QHBoxLayout()
            place.setSpacing(8)
            place.addWidget(quiet_label(label))
            place.addWidget(choice, 1)
            grid.addLayout(place, row, 0, 1, 2)
        return grid

    def open_for(self, about: str) -> None:
        self._output_id = about or self.desk.cells.chosen_place()[1]

    def first_focus(self) -> QWidget:
        return self.fields["action_safe"]

    def _on_cell(self, slide_id: str, output_id: str) -> None:
        self._output_id = output_id
        if self.isVisible():
            self.show_document()

    def show_document(self) -> None:
        slide_id, _ = self.desk.cells.chosen_place()
        place = self.session.shown.place_of(slide_id, self._output_id)
        self.setEnabled(place is not None)
        if place is None:
            self.heading.setText("Zones")
            self.frame_view.clear()
            return
        output = place[0].output
        self.heading.setText(f"Zones of {output.name}")
        self.frame_view.show_frame(slide_id, output.id, 1.0)
        for name, field in self.fields.items():
            field.show_value(100 * getattr(output.zones, name))
        self.cut_out.show_value(output.zones.cut_out)
        self.tile.show_value(output.zones.tile)
        self.back.setEnabled(output.zones != preset_zones(output))
        self.drop_boxes.setVisible(bool(output.zones.boxes))
        self.add_box.setEnabled(len(output.zones.boxes) < MOST_OVERLAYS)

    def _output(self) -> Output | None:
        return next((one for one in self.session.project.outputs if one.id == self._output_id), None)

    def _set_dragged(self, zones: ZoneMargins) -> None:
        self.session.apply(set_zones(self._output_id, zones), "zones", self._output_id)

    def _settle(self) -> None:
        self.session.edited.end_gesture()

    def _add_box(self) -> None:
        output = self._output()
        if output is not None:
            self._set(boxes=(*output.zones.boxes, _NEW_BOX))

    def _load(self) -> None:
        # Dialogs are loaded when they are first wanted.
        from jaunty_frame.app.project.dialogs import ZONES, ask_for_file

        def read(path: Path) -> None:
            self._tried(lambda: self.session.apply(set_zones(self._output_id, load_zones(path))))

        ask_for_file(self.window(), "Read zones", ZONES, read)

    def _save(self) -> None:
        from jaunty_frame.app.project.dialogs import ZONES, ask_where_to_write

        output = self._output()
        if output is None:
            return
        zones = output.zones

        def write(path: Path) -> None:
            self._tried(lambda: save_zones(zones, path))

        ask_where_to_write(self.window(), "Write zones", ZONES, f"{output.id}.zones.json", "zones.json", write)

    def _tried(self, act: Callable[[], object]) -> None:
        try:
            act()
        except JauntyError as error:
            self.desk.files.said.emit([str(error)])

    def _set(self, **changes: Any) -> None:
        zones = self.session.project.output(self._output_id).zones.changed(**changes)
        self.session.apply(set_zones(self._output_id, zones), "zones", self._output_id, *changes)

    def _go_back(self) -> None:
        zones = preset_zones(self.session.project.output(self._output_id))
        self.session.apply(set_zones(self._output_id, zones))
