"""Recording a voice while the pictures play."""

from collections.abc import Sequence
from fractions import Fraction
from pathlib import Path
from typing import Any, NamedTuple

from PySide6.QtCore import QElapsedTimer, QEvent, QObject, Qt, QTimer
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QCheckBox, QComboBox, QLabel, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import named, quiet_label, row_of
from jaunty_frame.app.widgets.level_meter import LevelMeter
from jaunty_frame.app.widgets.wave_trimmer import WaveTrimmer
from jaunty_frame.document.edits.seconds import change_at
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.sounds.count_in import CountIn
from jaunty_frame.media.sounds.devices import Microphone, microphone_names, microphone_of, speaker
from jaunty_frame.media.sounds.playing import Player
from jaunty_frame.media.sounds.recording import Take
from jaunty_frame.show.planning.soundtrack import sample_at, sound_plan

_SAID = "Recording begins after a count of three, with the slide that is worked on. N goes to the next slide."
_TICK_MS = 40
_COUNT_MS = 1000
_COUNT = 3
_ALONE_PX, _WITH_TAKES_PX = 400, 200
"""How high the picture is."""


class Over(NamedTuple):
    """What a take is recorded over: the slides that are shown from its first on, in an output.

    nexts : at which seconds of the take the next slide was asked for.
    """

    slides: Sequence[str]
    output_id: str
    nexts: list[float]


class Recorded:
    """A take that was made: its file, and what of it is wanted."""

    def __init__(self, path: Path, peaks: Any, seconds: float, begins: float, ends: float, over: "Over") -> None:
        self.path, self.peaks, self.seconds = path, peaks, seconds
        self.begins, self.ends = begins, ends
        self.over = over


class RecordPanel(SidePanel):
    """Idle, counting, or recording; several takes are kept until one is used."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.takes: list[Recorded] = []
        self._take: Take | None = None
        self._count = 0
        self._count_in = CountIn(speaker)
        self._over = Over((), "", [])
        self._slide_from = 0.0
        self._player: Player | None = None
        self._clock = QElapsedTimer()
        self._tick = QTimer(self)
        self._tick.setInterval(_TICK_MS)
        self._tick.timeout.connect(self._show_now)
        self._counting = QTimer(self)
        self._counting.setInterval(_COUNT_MS)
        self._counting.timeout.connect(self._count_down)
        self.microphone_for: Any = microphone_of
        self._build()

    def _build(self) -> None:
        self.device = QComboBox()
        self.device.setAccessibleName("Microphone")
        self.device.addItems(microphone_names())
        self.meter = LevelMeter("Level of the microphone")
        self.frame_view = FrameView(self.session, self.desk.images)
        self.frame_view.zones_shown = False
        self.script = QLabel()
        self.script.setWordWrap(True)
        self.script.setProperty("role", "script")
        self.script.setAccessibleName("What is to be said")
        self.state = QLabel()
        self.state.setProperty("role", "part")
        self.start = QPushButton("Record")
        self.start.setProperty("role", "main")
        self.start.clicked.connect(self.record_or_stop)
        self.next = QPushButton("Next slide (N)")
        self.next.clicked.connect(self.next_slide)
        self.with_sound = QCheckBox("Play the other sound meanwhile")
        self.times = QCheckBox("Let the slides change where I went on")
        self.times.setChecked(True)
        self.which = Choice("Which take", [])
        self.which.chosen.connect(self._choose_take)
        self.trimmer = WaveTrimmer()
        self.trimmer.trimmed.connect(self._trim)
        self.use = QPushButton("Use this take")
        self.use.clicked.connect(self._use)
        self.drop = QPushButton("Drop it")
        self.drop.clicked.connect(self._drop)
        self.fault = quiet_label("")
        self.fault.setWordWrap(True)
        for widget in (self.start, self.next, self.use, self.drop):
            # N and the space bar are for the recording, whatever was clicked last.
            widget.installEventFilter(self)
        self.lay_out(
            "Record a voice",
            _SAID,
            named("Microphone", self.device),
            self.meter,
            self.frame_view,
            self.script,
            self.state,
            row_of(self.start, self.next, stretch_first=False),
            self.with_sound,
            self.which,
            self.trimmer,
            self.times,
            row_of(self.use, self.drop, stretch_first=False),
            self.fault,
        )
        self.desk.cells.current_cell_changed.connect(lambda *_: self._on_changed())
        self.session.replaced.connect(self._let_go)

    def first_focus(self) -> QWidget:
        return self.start

    @property
    def is_recording(self) -> bool:
        return self._take is not None

    # -- showing

    def show_document(self) -> None:
        if self._take is None:
            slide_id, output_id = self.desk.cells.chosen_place()
            self._show_slide(slide_id, output_id, 0.0)
        has_takes = bool(self.takes) and self._take is None
        self.frame_view.setMinimumHeight(_WITH_TAKES_PX if has_takes else _ALONE_PX)
        self.which.set_options([(k, f"Take {k + 1}") for k in range(len(self.takes))])
        for widget in (self.which, self.trimmer, self.use, self.drop):
            widget.setVisible(has_takes)
        chosen = self._chosen()
        self.times.setVisible(has_takes and chosen is not None and bool(chosen.over.nexts))
        if chosen is not None:
            self.trimmer.show_wave(chosen.peaks, chosen.seconds, chosen.begins, chosen.ends)
        self.start.setText("Stop" if self._take is not None else "Take it again" if self.takes else "Record")
        self.start.setEnabled(bool(self.session.project.slides and self.session.project.outputs))
        self.next.setEnabled(self._take is not None and not self._count)
        self.device.setEnabled(self._take is None)
        speaks = speaker() is not None
        self.with_sound.setVisible(speaks and bool(self.session.project.sound.sounds))
        if self._take is None:
            self.state.setText("")
            self.meter.show_level(-100, -100, False)

    def _show_slide(self, slide_id: str, output_id: str, progress: float) -> None:
        if slide_id and output_id:
            self.frame_view.show_frame(slide_id, output_id, progress)
            words = self.session.project.slide(slide_id).words
            self.script.setText(" ".join(one.text for one in words if one.text.strip()))
        self.script.setVisible(bool(self.script.text()))

    def _chosen(self) -> Recorded | None:
        k = self.which.value
        return self.takes[k] if isinstance(k, int) and k < len(self.takes) else None

    def _choose_take(self, k: int) -> None:
        self.which.show_value(k)
        self.show_document()

    # -- recording

    def record_or_stop(self) -> None:
        if self._take is not None:
            self._stop(keep=not self._count)
            return
        slide_id, output_id = self.desk.cells.chosen_place()
        plan = self.session.plans().get(output_id)
        if plan is None or not slide_id:
            return
        names = [plan.slides[k].id for k in plan.shown]
        if slide_id not in names:
            self._say("This slide is left out of the output; choose another.")
            return
        self._over, self._slide_from = Over(names[names.index(slide_id) :], output_id, []), 0.0
        microphone: Microphone = self.microphone_for(self.device.currentText())
        self._take = Take(microphone)
        try:
            self._take.listen()
        except JauntyError as error:
            self._take.close()
            self._take = None
            self._say(str(error))
            return
        self._say("")
        self._count = _COUNT
        self._show_count()
        self._count_in.play(_COUNT)
        self._counting.start()
        self._tick.start()
        self.show_document()

    def _show_count(self) -> None:
        self.state.setText(f"Recording begins in {self._count}" if self._count else "Recording")

    def _count_down(self) -> None:
        self._count -= 1
        self._show_count()
        if self._count or self._take is None:
            return
        self._counting.stop()
        self._count_in.stop()
        self._take.keep()
        self._clock.start()
        if self.with_sound.isVisible() and self.with_sound.isChecked():
            self._play_other_sound()
        self.show_document()

    def _play_other_sound(self) -> None:
        plan, device = self.session.plans().get(self._over.output_id), speaker()
        if device is None or plan is None:
            return
        k = next((k for k in plan.shown if plan.slides[k].id == self._over.slides[0]), None)
        if k is None:
            return  # it was removed meanwhile
        self._player = Player(sound_plan(plan), self.session.folder, self.desk.sounds.cache, device, -6.0)
        try:
            self._player.start(sample_at(plan, plan.schedule.first[k]))
        except JauntyError as error:
            self._player = None
            self._say(str(error))

    def next_slide(self) -> None:
        """Show the next slide, and remember when."""
        if self._take is None or self._count or len(self._over.nexts) + 1 >= len(self._over.slides):
            return
        self._over.nexts.append(self._take.seconds)
        self._slide_from = self._clock.elapsed() / 1000

    def _show_now(self) -> None:
        if self._take is None:
            return
        self.meter.show_level(self._take.level, self._take.peak, self._take.clipped)
        plan, slide_id = self.session.plans().get(self._over.output_id), self._over.slides[len(self._over.nexts)]
        k = next((k for k, slide in enumerate(plan.slides) if slide.id == slide_id), None) if plan else None
        if plan is None or k is None:  # it was removed meanwhile
            self._stop(keep=True)
            return
        if not self._count:
            seconds = plan.schedule.frames[k] / float(plan.output.frame_rate)
            now = self._clock.elapsed() / 1000
            self._show_slide(slide_id, self._over.output_id, min((now - self._slide_from) / max(seconds, 0.1), 1.0))
            self.state.setText(f"Recording, {now:.1f} s")

    def _stop(self, keep: bool) -> None:
        take, self._take = self._take, None
        self._tick.stop()
        self._counting.stop()
        self._count_in.stop()
        self._count = 0
        if self._player is not None:
            self._player.stop()
            self._player = None
        if take is not None:
            take.stop()
        if take is not None and keep:
            self._keep(take)
        if take is not None:
            take.close()
        self.show_document()

    def _keep(self, take: Take) -> None:
        from jaunty_frame.media.sounds.peaks import wave_of

        try:
            path, begins, ends = take.save(self.desk.sounds.made_folder)
            peaks = wave_of(path)
        except JauntyError as error:
            self._say(str(error))
            return
        self.takes.append(Recorded(path, peaks, take.seconds, begins, ends, self._over))
        self.which.set_options([(k, f"Take {k + 1}") for k in range(len(self.takes))])
        self.which.show_value(len(self.takes) - 1)

    # -- what becomes of it

    def _trim(self, begins: float, ends: float) -> None:
        chosen = self._chosen()
        if chosen is not None:
            chosen.begins, chosen.ends = begins, ends

    def _use(self) -> None:
        chosen, session = self._chosen(), self.session
        if chosen is None:
            return
        slides, output_id, nexts = chosen.over
        plan = session.plans().get(output_id)
        known = {slide.id for slide in session.project.slides}
        if plan is None or slides[0] not in known:
            self._say("The slide that it was recorded for is gone; the file is kept in the project's folder.")
            return
        if nexts:
            # It goes on over slides, so it belongs to the show, from where its first slide begins.
            k = next((k for k in plan.shown if plan.slides[k].id == slides[0]), None)
            if k is None:
                self._say("The slide that it was recorded for is left out of that output now; show it there again.")
                return
            start = Fraction(plan.schedule.first[k]) / plan.output.frame_rate
            if self.times.isChecked():
                passed = [slides[i] for i in range(len(nexts)) if slides[i] in known]
                lead = chosen.begins
                taps = {
                    name: start + Fraction(round((at - lead) * 100), 100)
                    for name, at in zip(passed, nexts, strict=False)
                }
                try:
                    session.apply(change_at(taps, output_id))
                except JauntyError as error:
                    self._say(str(error))
            self.desk.sounds.add_take(chosen.path, "", chosen.begins, chosen.ends, start)
        else:
            self.desk.sounds.add_take(chosen.path, slides[0], chosen.begins, chosen.ends, Fraction(0))
        self._forget(chosen)

    def _drop(self) -> None:
        chosen = self._chosen()
        if chosen is not None:
            chosen.path.unlink(missing_ok=True)
            self._forget(chosen)

    def _forget(self, take: Recorded) -> None:
        self.takes.remove(take)
        self.which.show_value(len(self.takes) - 1 if self.takes else None)
        self.show_document()

    def _say(self, sentence: str) -> None:
        self.fault.setText(sentence)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() == QEvent.Type.KeyPress and isinstance(event, QKeyEvent) and event.key() == Qt.Key.Key_N:
            self.next_slide()
            return True
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_N and self._take is not None:
            self.next_slide()
        else:
            super().keyPressEvent(event)

    def under_way(self) -> str:
        return "" if self._take is None else "A voice is being recorded."

    def _let_go(self) -> None:
        """Another project is open: takes belong to the one before; their files stay."""
        self._stop(keep=False)
        self.takes = []
        self.which.show_value(None)
        self.show_document()

    def hideEvent(self, event: Any) -> None:
        super().hideEvent(event)
        if self._take is not None:
            self._stop(keep=not self._count)

    def shut_down(self) -> None:
        self._stop(keep=False)
