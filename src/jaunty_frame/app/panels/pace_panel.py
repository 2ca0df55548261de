"""Pace: how long slides are seen, one by one, together, or on beats."""

from collections.abc import Callable
from fractions import Fraction

from PySide6.QtWidgets import QCheckBox, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.fields.number_field import NumberField
from jaunty_frame.app.widgets.fields.text_entry import TextEntry
from jaunty_frame.app.widgets.labelled import part_label, quiet_label, row_of
from jaunty_frame.core.time.schedule import MIN_SECONDS
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.core.time.timecode import timecode
from jaunty_frame.core.time.typed_seconds import TypedSeconds, typed_seconds
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.house_rules import set_house_rules
from jaunty_frame.document.edits.seconds import (
    change_seconds,
    cut_on_beats,
    fit_show,
    lock_seconds,
    seconds_as_ruled,
)
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.model import Output
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.words import LENGTHS_OFFERED, counted

_CHOSEN, _ALL = "chosen", "all"
_FITS = (Fraction(15), Fraction(30), Fraction(60), Fraction(90))
_EVERY = (1, 2, 4)


class PacePanel(SidePanel):
    """Lengths are typed in any of their forms; what cannot be is said where it was asked for."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self._reach = _CHOSEN
        self.times = quiet_label("")
        self.reach = Choice("Which slides", [])
        self.reach.chosen.connect(self._set_reach)
        self.lengths = Choice("Seconds", [(length, f"{float(length):g}") for length in LENGTHS_OFFERED])
        self.lengths.chosen.connect(lambda length: self._change(TypedSeconds(Fraction(0), length)))
        self.typed = TextEntry("Seconds, typed", "4.5, 4s12f, 0:04, +0.5 or x1.5", self._read)
        self.typed.chosen.connect(self._change)
        self.lock = QCheckBox("Locked: a fit leaves them as they are")
        self.lock.clicked.connect(lambda on: self._try(lock_seconds(self._targets(), on), self.typed.say))
        self.as_ruled = QPushButton("As the house rules say")
        self.as_ruled.clicked.connect(lambda: self._try(seconds_as_ruled(self._targets()), self.typed.say))
        self.fits = Choice("Length of the show", [(length, f"{int(length)} s") for length in _FITS])
        self.fits.chosen.connect(self._fit)
        self.fit_typed = TextEntry("Length of the show, typed", "another length: 45, 1:30", self._read)
        self.fit_typed.chosen.connect(lambda typed: self._fit(typed.applied(self._length())))
        self.tempo = NumberField("Beats a minute", 20, 400, decimals=2, step=1, suffix=" a minute")
        self.tempo.setValue(120)
        self.offset = NumberField("Time of the first beat", 0, 3600, suffix=" s")
        self.every = Choice("Every so many beats", [(n, "every beat" if n == 1 else f"every {n}") for n in _EVERY])
        self.every.show_value(1)
        self.every.chosen.connect(self.every.show_value)
        self.cut = QPushButton("Put the cuts on beats")
        self.cut.clicked.connect(self._cut)
        self.beats_fault = quiet_label("")
        self.beats_fault.setWordWrap(True)
        self.beats_fault.hide()
        self.by_ear = QPushButton("Play, and change by ear")
        self.by_ear.setToolTip("While the show runs, the pictures change where you press T")
        self.by_ear.clicked.connect(lambda: desk.open("by-ear"))
        self.new = NumberField("Seconds of slides that come in", 0, 3600, suffix=" s")
        self.new.setSpecialValueText("as the house rules say")
        self.new.chosen.connect(self._set_new)
        self.use_for_all = QPushButton("Use for slides already placed")
        self.use_for_all.clicked.connect(self._use_for_all)
        self.lay_out(
            "Pace",
            "",
            self.times,
            part_label("Seconds of slides"),
            self.reach,
            self.lengths,
            self.typed,
            row_of(self.lock, self.as_ruled),
            part_label("Fit the whole show"),
            self.fits,
            self.fit_typed,
            part_label("Cuts on beats"),
            row_of(self.tempo, quiet_label("first at"), self.offset),
            row_of(self.every, self.cut),
            self.beats_fault,
            part_label("By ear"),
            row_of(self.by_ear, quiet_label("press T where the picture is to change"), stretch_first=False),
            part_label("Slides that come in"),
            row_of(self.new, self.use_for_all),
        )
        desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())

    def first_focus(self) -> QWidget:
        return self.typed.line

    def _output(self) -> Output | None:
        """Return the output that lengths are counted in: the current one."""
        _, output_id = self.desk.cells.chosen_place()
        return next((output for output in self.session.project.outputs if output.id == output_id), None)

    def _length(self) -> Fraction:
        output = self._output()
        return self.session.plans()[output.id].seconds if output else Fraction(0)

    def _targets(self) -> list[str]:
        if self._reach == _ALL:
            return [slide.id for slide in self.session.project.slides]
        return self.desk.cells.chosen_slides()

    def _set_reach(self, reach: str) -> None:
        self._reach = reach
        self.show_document()

    def show_document(self) -> None:
        project, plans = self.session.project, self.session.plans()
        lines = []
        for output in project.outputs:
            plan = plans[output.id]
            count = "" if len(plan.shown) == len(project.slides) else f", {counted(len(plan.shown), 'slide')}"
            code = timecode(plan.schedule.total, output.frame_rate)
            lines.append(f"{output.name}: {clock_text(plan.seconds)}, {code}{count}")
        self.times.setText("\n".join(lines))
        chosen = self.desk.cells.chosen_slides()
        name = counted(len(chosen), "chosen slide")
        self.reach.set_options([(_CHOSEN, name), (_ALL, "All slides")])
        self.reach.show_value(self._reach)
        targets = set(self._targets())
        table = next((plan.table for plan in plans.values()), None)
        if table is not None:
            slides = [k for k, slide in enumerate(table.slides) if slide.id in targets]
            seconds = {table.settings[k].seconds for k in slides}
            self.lengths.show_value(seconds.pop() if len(seconds) == 1 else None)
            self.lock.setChecked(bool(slides) and all(table.slides[k].locked for k in slides))
            self.as_ruled.setEnabled(any(table.slides[k].seconds is not None for k in slides))
        length = self._length()
        self.fits.show_value(length if length in _FITS else None)
        self.new.show_value(float(project.house_rules.seconds_new or 0))
        self.use_for_all.setEnabled(project.house_rules.seconds_new is not None)

    def _read(self, text: str) -> TypedSeconds:
        output = self._output()
        return typed_seconds(text, output.frame_rate if output else Fraction(30))

    def _change(self, typed: TypedSeconds) -> None:
        self._try(change_seconds(self._targets(), typed), self.typed.say)

    def _fit(self, length: Fraction) -> None:
        output = self._output()
        if output is not None:
            self._try(fit_show(length, output.id), self.fit_typed.say)

    def _cut(self) -> None:
        output = self._output()
        if output is not None:
            tempo, offset = (Fraction(round(field.value() * 1000), 1000) for field in (self.tempo, self.offset))
            self._try(cut_on_beats(tempo, offset, self.every.value, output.id), self._say_of_beats)

    def _say_of_beats(self, sentence: str) -> None:
        self.beats_fault.setText(sentence)
        self.beats_fault.setVisible(bool(sentence))

    def _set_new(self, seconds: float) -> None:
        value = Fraction(round(seconds * 100), 100)
        own = value if value >= MIN_SECONDS else None
        self.session.apply(set_house_rules("Seconds of new slides", seconds_new=own), "house rules", "seconds_new")

    def _use_for_all(self) -> None:
        seconds = self.session.project.house_rules.seconds_new
        slides = [slide.id for slide in self.session.project.slides if not slide.locked]
        self.session.apply(set_on_slides(slides, "Seconds", seconds=seconds))

    def _try(self, edit: Edit, say: Callable[[str], object]) -> None:
        say("")
        try:
            self.session.apply(edit)
        except JauntyError as error:
            say(str(error))
