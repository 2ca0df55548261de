"""Carry over: chosen aspects of the current slide, to others; the sheet shows which would change before they do."""

from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import QCheckBox, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import part_label, quiet_label
from jaunty_frame.document.edits.aspects import carry_over
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.show.changes import changed_slides
from jaunty_frame.show.choosing import Where, following, slides_where
from jaunty_frame.show.words import ASPECT_WORDS, aspect_words, counted

_CHOSEN, _FOLLOWING = "chosen", "following"
_WHERE = {
    _CHOSEN: "Chosen",
    Where.ALL: "All",
    _FOLLOWING: "Following",
    Where.EVERY_SECOND: "Every second",
    Where.UPRIGHT: "Upright",
    Where.SIDEWAYS: "Sideways",
    Where.SQUARE: "Square",
    Where.PANORAMA: "Panorama",
}
_COLUMNS = 4


class CarryPanel(SidePanel):
    """Each aspect with its present value in words; where to; what would come of it."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.aspects: dict[SlideAspect, QCheckBox] = {}
        for aspect, name in ASPECT_WORDS.items():
            self.aspects[aspect] = QCheckBox(name)
            self.aspects[aspect].clicked.connect(lambda _: self.show_document())
        self._where: str = Where.ALL
        self.where = Choice("Where to", list(_WHERE.items()), _COLUMNS)
        self.where.chosen.connect(self._set_where)
        self.mirrored = QCheckBox("Left for right on every second one")
        self.mirrored.clicked.connect(lambda _: self.show_document())
        self.preview = quiet_label("")
        self.preview.setWordWrap(True)
        self.carry = QPushButton("Carry over")
        self.carry.setProperty("role", "main")
        self.carry.clicked.connect(self._carry)
        self.lay_out(
            "Carry over",
            "",
            part_label("What"),
            *self.aspects.values(),
            part_label("Where to"),
            self.where,
            self.mirrored,
            self.preview,
            self.carry,
        )
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    def first_focus(self) -> QWidget:
        return next(iter(self.aspects.values()))

    def _set_where(self, where: str) -> None:
        self._where = where
        self.show_document()

    def _targets(self) -> list[str]:
        project, cells = self.session.project, self.desk.cells
        source, _ = cells.chosen_place()
        if self._where == _CHOSEN:
            targets = cells.chosen_slides()
        elif self._where == _FOLLOWING:
            targets = following([source], project)
        else:
            targets = slides_where(Where(self._where), project, {}, [])
        return [name for name in targets if name != source]

    def _edit(self) -> Edit | None:
        """Return what would be done, None where nothing is ticked."""
        source, _ = self.desk.cells.chosen_place()
        ticked = {aspect for aspect, box in self.aspects.items() if box.isChecked()}
        return carry_over(source, ticked, self._targets(), self.mirrored.isChecked()) if source and ticked else None

    def show_document(self) -> None:
        project = self.session.project
        source, _ = self.desk.cells.chosen_place()
        slide = next((slide for slide in project.slides if slide.id == source), None)
        if slide is None:
            return
        number = project.slides.index(slide) + 1
        self.heading.setText(f"Carry over from slide {number}")
        for aspect, box in self.aspects.items():
            box.setText(f"{ASPECT_WORDS[aspect]}: {aspect_words(aspect, project, slide)}")
        self.where.show_value(self._where)
        edit, targets = self._edit(), self._targets()
        changing = changed_slides(project, edit.apply(project)) if edit else []
        same = len(targets) - len(changing)
        if edit is None:
            said = "Tick what is to be carried over."
        else:
            said = f"{counted(len(changing), 'slide')} would change"
            said += f"; {same} {'has' if same == 1 else 'have'} it already." if same else "."
        self.preview.setText(said)
        self.carry.setEnabled(bool(changing))
        self.desk.cells.show_reached(changing)

    def _carry(self) -> None:
        edit = self._edit()
        if edit is not None:
            self.session.apply(edit)

    def hideEvent(self, event: QHideEvent) -> None:
        super().hideEvent(event)
        self.desk.cells.show_reached([])
