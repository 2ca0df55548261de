"""Emblems: small pictures over the show, over which slides they lie, and where."""

from pathlib import Path
from typing import Any

from PySide6.QtWidgets import QLabel, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choice import Choice
from jaunty_frame.app.widgets.labelled import named, row_of
from jaunty_frame.app.widgets.place_grid import PlaceGrid
from jaunty_frame.app.widgets.value_fields import ValueFields
from jaunty_frame.core.words.places import ANCHORS
from jaunty_frame.document.edits.emblems import add_emblem, remove_emblem, set_emblem
from jaunty_frame.document.words import Emblem
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.planning.emblems import placed_emblems

_SAID = "A mark in a corner, for example: PNG, WebP or SVG. By itself it takes the corner that is free in each output."
_OVER = (("all", "All slides"), ("chosen", "The chosen slides"))


class EmblemsPanel(SidePanel):
    """One emblem at a time is worked on."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._emblem_id = ""
        self._gesture = 0
        self.which = Choice("Which emblem", [])
        self.which.chosen.connect(self._choose)
        self.frame_view = FrameView(desk.session, desk.images)
        self.add = QPushButton("Add an emblem…")
        self.add.clicked.connect(self._add)
        self.remove = QPushButton("Remove")
        self.remove.clicked.connect(lambda: self.session.apply(remove_emblem(self._emblem_id)))
        self.grid = PlaceGrid("Place in the frame", ANCHORS)
        self.grid.chosen.connect(lambda anchor: self._set(anchor=anchor))
        self.auto = Choice("Place by", [("auto", "The corner that is free"), ("free", "A place of its own")])
        self.auto.chosen.connect(lambda anchor: self._set(anchor=anchor))
        self.over = Choice("Over which slides", list(_OVER))
        self.over.chosen.connect(self._set_over)
        self.reach = QLabel()
        self.reach.setProperty("role", "quiet")
        self.here = QPushButton()
        self.here.clicked.connect(self._leave_out_or_show)
        self.fields = ValueFields(columns=1, sliders=True)
        self.fields.chosen.connect(lambda emblem: self._set(size=emblem.size, opacity=emblem.opacity))
        self.fields.settled.connect(self._settle)
        self.body = QWidget()
        self.lay_out(
            "Emblems",
            _SAID,
            row_of(self.add, self.remove, stretch_first=False),
            self.which,
            self.frame_view,
            self.fields,
            row_of(self.grid, self.auto, stretch_first=False),
            self.over,
            self.reach,
            named("This output", self.here),
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
        for part in (self.which, self.fields, self.grid, self.auto, self.over, self.reach, self.here, self.remove):
            part.setVisible(emblem is not None)
        if slide_id and output_id:
            self.frame_view.show_frame(slide_id, output_id, 0.5)
        if emblem is None:
            return
        self.fields.show_value(emblem)
        plan = self.session.plans().get(output_id)
        boxes = [one.box for one in placed_emblems(plan) if one.emblem.id == emblem.id] if plan else []
        solved = (boxes[0].x + boxes[0].w / 2, boxes[0].y + boxes[0].h / 2) if boxes else (-1.0, -1.0)
        self.grid.show_value(emblem.anchor if emblem.anchor in ANCHORS else "", solved)
        self.auto.show_value(emblem.anchor)
        self.over.show_value("chosen" if emblem.slides else "all")
        count = len(emblem.slides)
        self.reach.setText(f"It lies over {count} slides." if count else "It lies over the whole show.")
        known = {output.id: output.name for output in project.outputs}
        self.here.setText("Show it here again" if output_id in emblem.left_out else "Leave it out here")
        self.here.setToolTip(known.get(output_id, ""))
        self.here.setEnabled(output_id in known)

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

    def _set(self, **fields: Any) -> None:
        merge = f"emblem-{self._emblem_id}-{'-'.join(fields)}-{self._gesture}"
        self.session.apply(set_emblem(self._emblem_id, merge, **fields))

    def _settle(self) -> None:
        self._gesture += 1
        self.session.close_gesture()

    def _set_over(self, over: str) -> None:
        self._set(slides=tuple(self.desk.cells.chosen_slides()) if over == "chosen" else ())

    def _leave_out_or_show(self) -> None:
        emblem, (_, output_id) = self.emblem, self.desk.cells.chosen_place()
        if emblem is not None:
            others = tuple(name for name in emblem.left_out if name != output_id)
            self._set(left_out=others if output_id in emblem.left_out else (*others, output_id))
