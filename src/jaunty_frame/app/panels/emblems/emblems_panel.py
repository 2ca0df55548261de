"""Emblems: small pictures over the show, over which slides they lie, and where."""

from pathlib import Path

from PySide6.QtWidgets import QCheckBox, QLabel, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.emblems.emblem_tool import EmblemTool, Grasp
from jaunty_frame.app.panels.emblems.emblem_values import EmblemValues
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.choices.place_grid import PlaceGrid
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.app.widgets.labelled import part_label, row_of
from jaunty_frame.core.words.places import ANCHORS
from jaunty_frame.document.edits.material.emblems import add_emblem, remove_emblem
from jaunty_frame.document.words import Emblem
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.words.placed import PlacedEmblem

_SAID = "A mark in a corner, for example: PNG, WebP or SVG. By itself it takes the corner that is free in each output."
_OVER = (("all", "All slides"), ("chosen", "The chosen slides"))


class EmblemsPanel(SidePanel):
    """One emblem at a time is worked on."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.here_only = QCheckBox("Size and place only in this output")
        self.values = EmblemValues(desk, lambda: self.emblem, self.here_only.isChecked)
        self._emblem_id = ""
        self.which = Choice("Which emblem", [])
        self.which.chosen.connect(self._choose)
        self.frame_view = FrameView(desk.session, desk.images)
        self.add = QPushButton("Add an emblem…")
        self.add.clicked.connect(self._add)
        self.remove = QPushButton("Remove")
        self.remove.clicked.connect(lambda: self.session.apply(remove_emblem(self._emblem_id)))
        self.grid = PlaceGrid("Place in the frame", ANCHORS)
        self.grid.chosen.connect(self._on_anchor)
        self.auto = Choice("Place by", [("auto", "The corner that is free"), ("free", "A place of its own")])
        self.auto.chosen.connect(self._on_anchor)
        self.over = Choice("Over which slides", list(_OVER))
        self.over.chosen.connect(self._set_over)
        self.reach = QLabel()
        self.reach.setProperty("role", "quiet")
        self.here = QPushButton()
        self.here.clicked.connect(self.values.leave_out_or_show)
        self.fields = ValueFields(columns=1, sliders=True)
        self.fields.chosen.connect(self.values.set_fields)
        self.fields.settled.connect(self.values.settle)
        self.back = QPushButton("As elsewhere")
        self.back.clicked.connect(self.values.set_as_elsewhere)
        self.entrances: dict[str, ValueFields] = {}
        for name in ("comes", "goes"):
            editor = self.entrances[name] = ValueFields(columns=1, sliders=True)
            editor.chosen.connect(lambda value, name=name: self.values.set(**{name: value}))
            editor.settled.connect(self.values.settle)
        self._ways = [part_label("Comes"), self.entrances["comes"], part_label("Goes"), self.entrances["goes"]]
        self.frame_view.tool = EmblemTool(self._grasp, self.values.drag_to, self.values.drag_size, self.values.settle)
        self.lay_out(
            "Emblems",
            _SAID,
            row_of(self.add, self.remove, stretch_first=False),
            self.which,
            self.frame_view,
            row_of(self.grid, self.auto, stretch_first=False),
            self.fields,
            self.here_only,
            row_of(self.back, self.here, stretch_first=False),
            self.over,
            self.reach,
            *self._ways,
        )
        self.frame_view.setMinimumHeight(210)
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    @property
    def emblem(self) -> Emblem | None:
        return next((one for one in self.session.project.emblems if one.id == self._emblem_id), None)

    def first_focus(self) -> QWidget:
        return self.add

    def show_document(self) -> None:
        project = self.session.project
        names = {photo.id: photo.path.rsplit("/", 1)[-1] for photo in project.photos}
        if self.emblem is None:
            self._emblem_id = project.emblems[-1].id if project.emblems else ""
        self.which.set_options([(one.id, names[one.photo]) for one in project.emblems])
        self.which.show_value(self._emblem_id)
        emblem, (slide_id, output_id) = self.emblem, self.desk.cells.chosen_place()
        for part in (
            *(self.which, self.fields, self.grid, self.auto, self.over, self.reach, self.here, self.here_only),
            *(self.back, self.remove, *self._ways),
        ):
            part.setVisible(emblem is not None)
        if slide_id and output_id:
            self.frame_view.show_frame(slide_id, output_id, 0.5)
        if emblem is None:
            return
        own = emblem.in_output(output_id)
        here = emblem.as_in(output_id) or emblem
        self.fields.show_value(here)
        for name, editor in self.entrances.items():
            editor.show_value(getattr(emblem, name))
        placed = self._placed()
        box = placed.box if placed is not None else None
        solved = (box.x + box.w / 2, box.y + box.h / 2) if box is not None else (-1.0, -1.0)
        self.grid.show_value(here.anchor if here.anchor in ANCHORS else "", solved)
        self.auto.show_value(here.anchor)
        self.over.show_value("chosen" if emblem.slides else "all")
        count = len(emblem.slides)
        over = f"It lies over {count} slide{'s' * (count > 1)}" if count else "It lies over the whole show"
        over += f", for {float(emblem.lasts):g} s." if emblem.lasts else ", to their end." if count else ", to its end."
        self.reach.setText(over if placed is not None else f"{over} It is not seen on this slide.")
        known = {output.id for output in project.outputs}
        self.here.setText("Show it here again" if own is not None and own.left_out else "Leave it out here")
        self.here.setEnabled(output_id in known)
        self.back.setEnabled(own is not None and (own.size, own.anchor) != (None, None))

    def _placed(self) -> PlacedEmblem | None:
        """Return where the emblem lies on the slide that is shown; None where it does not."""
        slide_id, output_id = self.desk.cells.chosen_place()
        plan = self.session.plans().get(output_id)
        if plan is None:
            return None
        runs = [one for one in placed_emblems(plan) if one.emblem.id == self._emblem_id]
        return next((one for one in runs if any(plan.slides[k].id == slide_id for k in one.slides)), None)

    def _grasp(self) -> Grasp | None:
        placed = self._placed()
        if placed is None:
            return None
        output = self.session.project.output(self.desk.cells.chosen_place()[1])
        return Grasp(placed.box, placed.emblem.size, float(output.aspect))

    def _choose(self, emblem_id: str) -> None:
        self._emblem_id = emblem_id
        self.show_document()

    def _add(self) -> None:
        # Dialogs are loaded when they are first wanted.
        from jaunty_frame.app.project.dialogs import PICTURES, ask_for_file

        ask_for_file(self.window(), "Add an emblem", PICTURES, self.bring_in)

    def bring_in(self, path: Path) -> None:
        """Lay the picture of a file over the show."""
        # What decodes takes 0.06 s to load.
        from jaunty_frame.media.photos.photo_import import look_at_photo

        folder = self.session.folder if self.session.path else None
        try:
            photo = look_at_photo(path, folder, self.session.cache)
        except JauntyError as error:
            self.desk.files.said.emit([str(error)])
            return
        self._emblem_id = ""
        self.session.apply(add_emblem(photo))

    def _on_anchor(self, anchor: str) -> None:
        self.values.set_anchor(anchor, self._placed())

    def _set_over(self, over: str) -> None:
        self.values.set(slides=tuple(self.desk.cells.chosen_slides()) if over == "chosen" else ())
