"""The music's beats: how many a minute, and pictures or the show's length by them."""

from collections.abc import Callable
from typing import Literal

from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import part_label, row_of
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.sounds import set_tempo
from jaunty_frame.document.edits.seconds import cut_on_times, fit_show
from jaunty_frame.document.sound import Sound
from jaunty_frame.show.planning.soundtrack import coming_beats, music_seconds

_EVERY = ((1, "every beat"), (2, "every 2"), (4, "every 4"), (0, "every bar"))


class MusicBeats(QWidget):
    """About the piece that is worked on, else the first. try_edit : applies an edit and says what is wrong with it."""

    def __init__(self, desk: Desk, try_edit: Callable[[Edit], None], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk, self._try, self._chosen_id = desk, try_edit, ""
        self.head = part_label("The music's beats")
        self.half = QPushButton("Half as many")
        self.half.clicked.connect(lambda: self._set_tempo("half"))
        self.double = QPushButton("Twice as many")
        self.double.clicked.connect(lambda: self._set_tempo("double"))
        self.tempi = row_of(self.half, self.double, stretch_first=False)
        self.every = Choice("On which beats", list(_EVERY))
        self.every.show_value(4)
        self.every.chosen.connect(self.every.show_value)
        self.cut = QPushButton("Change pictures on them")
        self.cut.clicked.connect(self._cut)
        self.fit = QPushButton("Make the show as long as the music")
        self.fit.clicked.connect(self._fit)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(6)
        for widget in (self.head, self.tempi, self.every, self.cut, self.fit):
            layout.addWidget(widget)

    def show_music(self, chosen_id: str) -> None:
        """Show what there is of music. chosen_id : of the sound that is worked on."""
        self._chosen_id = chosen_id
        music, project = self._music(), self._desk.session.project
        self.setVisible(music is not None)
        if music is None:
            return
        file = project.sound.file_of(music)
        told = f"The music's beats, {file.tempo:.0f} a minute"
        told += f" (or {file.other_tempo:.0f})" if file.other_tempo else ""
        self.head.setText(told if file.tempo else "The music has no plain beat")
        for widget in (self.tempi, self.every, self.cut):
            widget.setVisible(bool(file.tempo))
        for button in (self.cut, self.fit):
            button.setEnabled(bool(project.outputs))

    def _music(self) -> Sound | None:
        pieces = [one for one in self._desk.session.project.sound.sounds if one.kind == "music"]
        return next((one for one in pieces if one.id == self._chosen_id), pieces[0] if pieces else None)

    def _set_tempo(self, times: Literal["half", "double"]) -> None:
        music = self._music()
        if music is not None:
            self._try(set_tempo(music.id, times))

    def _output_id(self) -> str:
        return self._desk.cells.chosen_place()[1] or self._desk.session.project.outputs[0].id

    def _cut(self) -> None:
        output_id, every = self._output_id(), int(self.every.value)
        beats = coming_beats(self._desk.session.plans()[output_id], bars=every == 0)
        self._try(cut_on_times(beats, output_id, max(every, 1)))

    def _fit(self) -> None:
        output_id = self._output_id()
        self._try(fit_show(music_seconds(self._desk.session.plans()[output_id]), output_id))
