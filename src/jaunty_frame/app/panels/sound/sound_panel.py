"""Sound: what is on the soundtrack, what can be put there, and how loud it is in every output."""

from collections.abc import Hashable
from typing import Any

from PySide6.QtWidgets import QLabel, QListWidget, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.panels.sound.music_beats import MusicBeats
from jaunty_frame.app.panels.sound.shelf_list import ShelfList
from jaunty_frame.app.panels.sound.sound_fields import SoundFields
from jaunty_frame.app.panels.sound.sound_levels import SoundLevels
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import quiet_label, row_of
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.sound import Sound, SoundKind, bounds_of
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.findings.facts import LOST
from jaunty_frame.show.words import counted

_TRACK, _SHELF, _LEVELS = "track", "shelf", "levels"
_PARTS = ((_TRACK, "On the track"), (_SHELF, "The shelf"), (_LEVELS, "Levels"))
_KINDS = {"music": "Music", "ambience": "Ambience", "voice": "Voice", "clip": "Clip sound"}
_FILES = "Sounds (*.wav *.flac *.mp3 *.ogg *.opus *.m4a *.aac *.aif *.aiff)"


class SoundPanel(SidePanel):
    """Each part by itself; the sound that is chosen is worked on below the list."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.sound_id = ""
        self._shown: list[str] = []
        self.part = Choice("Part of the soundtrack", list(_PARTS))
        self.part.chosen.connect(self.show_part)
        self.fault = QLabel()
        self.fault.setWordWrap(True)
        self.fault.hide()
        self.shelf = ShelfList(desk)
        self.levels = SoundLevels(desk)
        self._bodies = {_TRACK: self._track(), _SHELF: self.shelf, _LEVELS: self.levels}
        self.lay_out("Sound", "", self.part, self.fault, *self._bodies.values())
        desk.sounds.added.connect(self.choose)
        desk.sounds.said.connect(lambda sentences: self._say(" ".join(sentences)))
        desk.sounds.working.connect(self._show_working)
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())
        self.show_part(_TRACK)

    def _track(self) -> QWidget:
        self.adds: dict[str, QPushButton] = {}
        for kind, label in (("music", "Music…"), ("ambience", "Ambience…"), ("voice", "Voice…")):
            button = self.adds[kind] = QPushButton(label)
            button.clicked.connect(lambda _, kind=kind: self._ask(kind))
        self.adds["ambience"].setToolTip("A sound of the place, under the chosen slides")
        self.adds["voice"].setToolTip("A spoken comment, for the slide that is worked on")
        self.record = QPushButton("Record…")
        self.record.clicked.connect(lambda: self.desk.open("record"))
        self.speak = QPushButton("Let a voice speak…")
        self.speak.clicked.connect(lambda: self.desk.open("speak"))
        self.list = QListWidget()
        self.list.setAccessibleName("Sounds on the track")
        self.list.setMinimumHeight(126)
        self.list.setMaximumHeight(170)
        self.list.currentRowChanged.connect(self._on_row)
        self.nothing = quiet_label(
            "Nothing is heard yet. Drop a sound on the sheet, or take one here; on the shelf is music."
        )
        self.nothing.setWordWrap(True)
        self.fields = SoundFields(self.desk, self._try)
        self.beats = MusicBeats(self.desk, self._try)
        body = QWidget()
        layout = QVBoxLayout(body)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        for widget in (
            *(row_of(*self.adds.values(), stretch_first=False), row_of(self.record, self.speak, stretch_first=False)),
            *(self.nothing, self.list, self.fields, self.beats),
        ):
            layout.addWidget(widget)
        return body

    # -- showing

    def show_part(self, name: str) -> None:
        self.part.show_value(name)
        for part, body in self._bodies.items():
            body.setVisible(part == name)
        if name != _SHELF:
            self.shelf.stop()
        if self.isVisible():
            self.show_document()

    def open_for(self, about: str) -> None:
        if about:
            self.show_part(_TRACK)
            self.choose(about)

    def first_focus(self) -> QWidget:
        return self.part

    def choose(self, sound_id: str) -> None:
        """Work on a sound."""
        self.sound_id = sound_id
        if self.isVisible():
            self.show_document()

    @property
    def sound(self) -> Sound | None:
        return next((one for one in self.session.project.sound.sounds if one.id == self.sound_id), None)

    def show_document(self) -> None:
        track = self.session.project.sound
        if self.sound is None:
            self.sound_id = track.sounds[0].id if track.sounds else ""
        rows = [self._row(one) for one in track.sounds]
        self.list.blockSignals(True)
        if rows != self._shown:
            self.list.clear()
            self.list.addItems(rows)
            self._shown = rows
        self.list.setCurrentRow(next((k for k, one in enumerate(track.sounds) if one.id == self.sound_id), -1))
        self.list.blockSignals(False)
        self.list.setVisible(bool(rows))
        self.nothing.setVisible(not rows)
        self.fields.show_sound(self.sound)
        self.beats.show_music(self.sound_id)
        for for_slides in (self.adds["voice"], self.adds["ambience"], self.record, self.speak):
            for_slides.setEnabled(bool(self.session.project.slides))
        self.shelf.show_document()
        self.levels.show_document()

    def _row(self, one: Sound) -> str:
        project = self.session.project
        file = project.sound.file_of(one)
        numbers = [k + 1 for k, slide in enumerate(project.slides) if slide.id in one.slides]
        where = (
            f"slide {numbers[0]}" if len(numbers) == 1 else counted(len(numbers), "slide") if numbers else "the show"
        )
        begins, ends = bounds_of(one, file)
        lost = "! " if self.session.shown.states.get(file.id) in LOST else ""
        return f"{lost}{_KINDS[one.kind]}: {file.name}, {clock_text(ends - begins)}, {where}"

    def _show_working(self, on: bool) -> None:
        if on:
            self._say("Listening…")
        elif self.fault.text() == "Listening…":
            self._say("")

    def _say(self, sentence: str) -> None:
        self.fault.setText(sentence)
        self.fault.setVisible(bool(sentence))

    # -- what is done

    def _on_row(self, row: int) -> None:
        sounds = self.session.project.sound.sounds
        if 0 <= row < len(sounds):
            self.choose(sounds[row].id)

    def _ask(self, kind: SoundKind) -> None:
        from jaunty_frame.app.project.dialogs import ask_for_files

        self._say("")
        targets = self.targets(kind)
        ask_for_files(
            self.window(), f"Add {kind}", _FILES, lambda paths: self.desk.sounds.bring_in(paths, kind, targets)
        )

    def targets(self, kind: SoundKind) -> list[str]:
        """Return the slides that a sound of a kind is put on."""
        if kind == "ambience":
            return self.desk.cells.chosen_slides()
        current = self.desk.cells.chosen_place()[0]
        return [current] if kind == "voice" and current else []

    def _try(self, edit: Edit, *what: Hashable) -> None:
        self._say("")
        try:
            self.session.apply(edit, *what)
        except JauntyError as error:
            self._say(str(error))

    def hideEvent(self, event: Any) -> None:
        super().hideEvent(event)
        self.shelf.stop()

    def shut_down(self) -> None:
        self.shelf.stop()
