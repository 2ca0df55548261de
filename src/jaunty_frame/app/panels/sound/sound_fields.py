"""The fields of one sound: which part of its file is heard, how loud, where, and what is its own in one output."""

from collections.abc import Callable
from fractions import Fraction
from typing import Any

from PySide6.QtWidgets import QCheckBox, QPushButton, QVBoxLayout, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.widgets.fields.amount_field import AmountField
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.labelled import named, quiet_label, row_of
from jaunty_frame.core.sound.levels import ratio
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.sounds import (
    move_music,
    remove_middle,
    remove_sound,
    set_sound,
    set_sound_in_output,
    split_sound,
)
from jaunty_frame.document.sound import Sound, bounds_of

_NUMBER_WIDTH = 84
_BY_ITSELF = -0.01
_LONGEST = 86_400.0
_LOWEST_DB, _HIGHEST_DB = -40.0, 24.0


class SoundFields(QWidget):
    """``try_`` applies an edit and says what is wrong with it."""

    def __init__(self, desk: Desk, try_: Callable[..., None], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._desk, self._try = desk, try_
        self._sound: Sound | None = None
        self.begins = NumberField("From, in the file", 0, _LONGEST, suffix=" s")
        self.ends = NumberField("To, in the file", 0, _LONGEST, suffix=" s")
        self.begins.chosen.connect(lambda value: self._set(begins=_exact(value)))
        self.ends.chosen.connect(lambda value: self._set(ends=_exact(value)))
        self.at = NumberField("After its slide, or the show, begins", 0, _LONGEST, suffix=" s")
        self.at.chosen.connect(lambda value: self._set(at=_exact(value)))
        self.gain = AmountField("Level", _LOWEST_DB, _HIGHEST_DB, 1.0, " dB")
        self.gain.chosen.connect(self._set_gain)
        self.gain.settled.connect(self._settle)
        self.percent = quiet_label("")
        self.here_only = QCheckBox("Level only in this output")
        self.fade_in = NumberField("Fade in", _BY_ITSELF, 60, suffix=" s")
        self.fade_out = NumberField("Fade out", _BY_ITSELF, 60, suffix=" s")
        for name, field in (("fade_in", self.fade_in), ("fade_out", self.fade_out)):
            field.setSpecialValueText("by itself")
            field.chosen.connect(lambda value, name=name: self._set(**{name: None if value < 0 else _exact(value)}))
        self.repeats = QCheckBox("Repeat it where it is too short")
        self.repeats.clicked.connect(lambda on: self._set(repeats=on))
        self.clean = QCheckBox("Take off noise and rumble")
        self.clean.clicked.connect(lambda on: self._set(clean=on))
        self.here = QPushButton()
        self.here.clicked.connect(self._leave_out_or_take)
        self.over = QPushButton("On the chosen slides")
        self.over.clicked.connect(self._move_to_chosen)
        self.whole = QPushButton("As found")
        self.whole.setToolTip("From where it was found to begin, to its end")
        self.whole.clicked.connect(lambda: self._set(begins=None, ends=None))
        self.earlier = QPushButton("Play it earlier")
        self.earlier.clicked.connect(self._earlier)
        self.from_, self.to = (NumberField(name, 0, _LONGEST, suffix=" s") for name in ("Cut at", "and at"))
        self.split = QPushButton("Split")
        self.split.setToolTip("Make two sounds of it, at the first time")
        self.split.clicked.connect(lambda: self._with(lambda one: split_sound(one.id, _exact(self.from_.value()))))
        self.middle = QPushButton("Take out between")
        self.middle.clicked.connect(
            lambda: self._with(lambda one: remove_middle(one.id, _exact(self.from_.value()), _exact(self.to.value())))
        )
        self.remove = QPushButton("Remove")
        self.remove.clicked.connect(lambda: self._with(lambda one: remove_sound(one.id)))
        for field in (self.begins, self.ends, self.fade_in, self.fade_out, self.at, self.from_, self.to):
            field.setMinimumWidth(_NUMBER_WIDTH)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(4)
        for row in (
            named("Heard from", row_of(self.begins, quiet_label("to"), self.ends, self.whole)),
            named("Level", row_of(self.gain, self.percent)),
            self.here_only,
            self.here,
            named("Fades", row_of(self.fade_in, quiet_label("and"), self.fade_out)),
            named("Begins after", row_of(self.at, self.over)),
            row_of(self.repeats, self.clean, stretch_first=False),
            named("Cut at", row_of(self.from_, self.split)),
            named("and at", row_of(self.to, self.middle)),
            row_of(self.remove, self.earlier, stretch_first=False),
        ):
            layout.addWidget(row)

    def show_sound(self, sound: Sound | None) -> None:
        self._sound = sound
        self.setVisible(sound is not None)
        if sound is None:
            return
        project, output_id = self._desk.session.project, self._desk.cells.chosen_place()[1]
        file = project.sound.file_of(sound)
        begins, ends = bounds_of(sound, file)
        for field, value in ((self.begins, begins), (self.ends, ends), (self.at, sound.at)):
            field.show_value(float(value))
        for field in (self.begins, self.ends, self.from_, self.to):
            field.setMaximum(max(file.seconds, 0.01))
        own = sound.in_output(output_id)
        level = own.gain_db if own is not None and own.gain_db is not None else sound.gain_db
        self.gain.show_value(level)
        self.percent.setText(f"{100 * ratio(level):.0f} %")
        for name, field in (("fade_in", self.fade_in), ("fade_out", self.fade_out)):
            value = getattr(sound, name)
            field.show_value(_BY_ITSELF if value is None else float(value))
        self.repeats.setChecked(sound.repeats)
        self.clean.setChecked(sound.clean)
        self.repeats.setVisible(sound.kind in ("music", "ambience"))
        names = {output.id: output.name for output in project.outputs}
        left_out = own is not None and own.left_out
        self.here.setText(f"{'Play it' if left_out else 'Leave it out'} in {names.get(output_id, 'this output')}")
        self.here.setEnabled(output_id in names)
        self.over.setVisible(sound.kind in ("ambience", "voice"))
        self.over.setText("On the chosen slides" if sound.kind == "ambience" else "On the chosen slide")
        self.whole.setEnabled(sound.begins is not None or sound.ends is not None)
        music = [one.id for one in project.sound.sounds if one.kind == "music"]
        self.earlier.setVisible(sound.id in music[1:])
        found = sound.kind == "music" and sound.begins is None and file.begins > 0
        self.begins.setToolTip(
            f"It begins slowly; at {clock_text(begins)} it has come up." if found else "From where in the file"
        )

    def _with(self, edit: Callable[[Sound], Edit]) -> None:
        if self._sound is not None:
            self._try(edit(self._sound))

    def _set(self, **fields: Any) -> None:
        self._with(lambda one: set_sound(one.id, **fields))

    def _set_gain(self, gain_db: float) -> None:
        sound, output_id = self._sound, self._desk.cells.chosen_place()[1]
        if sound is None:
            return
        own = sound.in_output(output_id)
        if self.here_only.isChecked() or (own is not None and own.gain_db is not None):
            self._try(set_sound_in_output(sound.id, output_id, gain_db=gain_db), "gain", sound.id)
        else:
            self._try(set_sound(sound.id, gain_db=gain_db), "gain", sound.id)

    def _settle(self) -> None:
        self._desk.session.edited.end_gesture()

    def _leave_out_or_take(self) -> None:
        output_id = self._desk.cells.chosen_place()[1]
        own = self._sound.in_output(output_id) if self._sound is not None else None
        left_out = not (own is not None and own.left_out)
        self._with(lambda one: set_sound_in_output(one.id, output_id, left_out=left_out))

    def _move_to_chosen(self) -> None:
        chosen = self._desk.cells.chosen_slides()
        if chosen and self._sound is not None:
            self._set(slides=tuple(chosen if self._sound.kind == "ambience" else chosen[:1]))

    def _earlier(self) -> None:
        music = [one.id for one in self._desk.session.project.sound.sounds if one.kind == "music"]
        self._with(lambda one: move_music(one.id, music.index(one.id) - 1))


def _exact(seconds: float) -> Fraction:
    return Fraction(round(seconds * 100), 100)
