"""Looks: saved choices of aspects, each shown on the current slide's own photo."""

from collections.abc import Callable
from pathlib import Path

from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import QCheckBox, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.miniatures import Miniature, Miniatures
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.text_entry import TextEntry
from jaunty_frame.app.widgets.labelled import grid_of, named, part_label, quiet_label, row_of
from jaunty_frame.document.edits.aspects import apply_look, delete_look, look_of, rename_look, save_look
from jaunty_frame.document.looks.aspects import SlideAspect
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.looks.own_looks import OWN_LOOKS
from jaunty_frame.document.model import Project
from jaunty_frame.document.sound import SILENCE
from jaunty_frame.errors import JauntyError, UsageError
from jaunty_frame.show.frames.content import slide_content
from jaunty_frame.show.planning.planner import plan_output
from jaunty_frame.show.words import ASPECT_WORDS, counted, value_words

_COLUMNS, _PICTURE_PX = 4, 104
_CHOSEN, _ALL = "chosen", "all"


class LooksPanel(SidePanel):
    """A click shows what a look says and whom it would change; the button gives it to them."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._name = ""
        self._reach = _CHOSEN
        self._made_of: tuple = ()
        self._shown: list[Miniature] = []
        self.looks = Miniatures("Looks", desk.session, desk.images, _COLUMNS, _PICTURE_PX)
        self.looks.chosen.connect(self._choose)
        self.says = quiet_label("")
        self.says.setWordWrap(True)
        self.reach = Choice("Who gets it", [])
        self.reach.chosen.connect(self._set_reach)
        self.give = QPushButton("Give it to them")
        self.give.setProperty("role", "main")
        self.give.clicked.connect(self._give)
        self.name = TextEntry("Name of the look", "name, then Return", _named)
        self.name.chosen.connect(self._save)
        self.aspects: dict[SlideAspect, QCheckBox] = {}
        for aspect, words in ASPECT_WORDS.items():
            self.aspects[aspect] = QCheckBox(words)
            self.aspects[aspect].setChecked(aspect is not SlideAspect.CORRECTION)
        self.new_name = TextEntry("New name of the look", "another name, then Return", _named)
        self.new_name.chosen.connect(self._rename)
        self.delete = QPushButton("Delete")
        self.delete.clicked.connect(lambda: self.session.apply(delete_look(self._name)))
        self.export = QPushButton("Write to a file…")
        self.export.clicked.connect(self._export)
        self.bring_in = QPushButton("Read from a file…")
        self.bring_in.clicked.connect(self._import)
        self.fault = quiet_label("")
        self.fault.setWordWrap(True)
        self.lay_out(
            "Looks",
            "",
            self.looks,
            self.says,
            named("Who gets it", self.reach),
            self.give,
            part_label("Keep the look of the current slide"),
            grid_of(*self.aspects.values(), columns=3),
            self.name,
            part_label("The chosen look"),
            row_of(self.new_name, self.delete, self.export),
            self.bring_in,
            self.fault,
        )
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    def first_focus(self) -> QWidget:
        return self.looks

    def _all(self) -> list[Look]:
        kept = self.session.project.looks
        names = {look.name for look in kept}
        return [*kept, *(look for look in OWN_LOOKS if look.name not in names)]

    def _look(self) -> Look | None:
        return next((look for look in self._all() if look.name == self._name), None)

    def _targets(self) -> list[str]:
        if self._reach == _ALL:
            return [slide.id for slide in self.session.project.slides]
        return self.desk.cells.chosen_slides()

    def show_document(self) -> None:
        project = self.session.project
        slide_id, output_id = self.desk.cells.chosen_place()
        if not slide_id:
            return
        of = project.slide(slide_id), project.house_rules, project.outputs, project.looks, output_id
        if len(of) != len(self._made_of) or any(a is not b for a, b in zip(of, self._made_of, strict=True)):
            self._made_of = of
            self._shown = [self._miniature(project, look, slide_id, output_id) for look in self._all()]
            self.looks.forget()
        self.looks.show_miniatures(self._shown, self._name)
        chosen = self.desk.cells.chosen_slides()
        self.reach.set_options([(_CHOSEN, counted(len(chosen), "chosen slide")), (_ALL, "All slides")])
        self.reach.show_value(self._reach)
        look = self._look()
        self.says.setText(_said(look) if look else "Choose a look.")
        self.give.setEnabled(look is not None)
        own = look is not None and look in project.looks
        self.delete.setEnabled(own)
        self.new_name.setEnabled(own)
        self.export.setEnabled(look is not None)
        self.desk.cells.show_reached(self._targets() if look else [])

    def _miniature(self, project: Project, look: Look, slide_id: str, output_id: str) -> Miniature:
        slide = project.slide(slide_id)
        alone = project.changed(
            slides=(slide.with_outputs(()),),
            photos=project.photos_seen([slide]),
            outputs=(project.output(output_id),),
            hand_set=(),
            accepted=(),
            emblems=(),
            sound=SILENCE,
        )
        plan = plan_output(apply_look(look, [slide_id]).apply(alone), output_id)
        return Miniature(look.name, look.name, plan, lambda progress: slide_content(plan, 0, progress))

    def _choose(self, name: str) -> None:
        self._name = name
        self.show_document()

    def _set_reach(self, reach: str) -> None:
        self._reach = reach
        self.show_document()

    def _give(self) -> None:
        look = self._look()
        if look is not None:
            self.session.apply(apply_look(look, self._targets()))

    def _save(self, name: str) -> None:
        slide_id, _ = self.desk.cells.chosen_place()
        ticked = {aspect for aspect, box in self.aspects.items() if box.isChecked()}
        if slide_id and ticked:
            self._name = name
            self.session.apply(save_look(look_of(self.session.project, slide_id, ticked, name)))
            self.name.line.clear()

    def _rename(self, name: str) -> None:
        before, self._name = self._name, name
        try:
            self.session.apply(rename_look(before, name))
        except JauntyError as error:
            self._name = before
            self.new_name.say(str(error))
        else:
            self.new_name.line.clear()

    def _export(self) -> None:
        look = self._look()
        if look is None:
            return
        # Dialogs, and what reads and writes files, are loaded when they are first wanted.
        from jaunty_frame.app.project.dialogs import LOOKS, ask_where_to_write
        from jaunty_frame.media.projects.project_store import save_look as write_look

        def write(path: Path) -> None:
            self._tried(lambda: write_look(look, path))

        ask_where_to_write(self.window(), "Write the look", LOOKS, look.name, "look.json", write)

    def _import(self) -> None:
        from jaunty_frame.app.project.dialogs import LOOKS, ask_for_file
        from jaunty_frame.media.projects.project_store import load_look

        def read(path: Path) -> None:
            self._tried(lambda: self.session.apply(save_look(load_look(path))))

        ask_for_file(self.window(), "Read a look", LOOKS, read)

    def _tried(self, act: Callable[[], object]) -> None:
        self.fault.setText("")
        try:
            act()
        except JauntyError as error:
            self.fault.setText(str(error))

    def hideEvent(self, event: QHideEvent) -> None:
        super().hideEvent(event)
        self.desk.cells.show_reached([])


def _named(text: str) -> str:
    if not text.strip() or len(text) > 200:
        raise UsageError("A name has 1 to 200 signs.")
    return text.strip()


def _said(look: Look) -> str:
    said = [value_words(name, value) for name, value in look.slide_fields.items() if name != "path"]
    if look.correction is not None:
        said.append("colour correction")
    return ", ".join(said)
