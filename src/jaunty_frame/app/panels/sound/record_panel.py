"""Recording a voice while the pictures play."""

from typing import Any

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QCheckBox, QComboBox, QLabel, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.panels.side_panel import SidePanel
from jaunty_frame.app.panels.sound.recording import Recording
from jaunty_frame.app.panels.sound.takes import Recorded, use_take
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.app.widgets.labelled import named, quiet_label, row_of
from jaunty_frame.app.widgets.level_meter import LevelMeter
from jaunty_frame.app.widgets.wave_trimmer import WaveTrimmer
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.sounds.devices import microphone_names, speaker

_SAID = "Recording begins after a count of three, with the slide that is worked on. N goes to the next slide."
_ALONE_PX, _WITH_TAKES_PX = 400, 200
"""How high the picture is."""


class RecordPanel(SidePanel):
    """Several takes are kept until one is used."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(desk, parent)
        self.takes: list[Recorded] = []
        self.recording = Recording(desk, self)
        self.recording.changed.connect(self.show_document)
        self.recording.passed.connect(self._show_now)
        self.recording.made.connect(self._take_in)
        self.recording.fault.connect(self._say)
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
        self.next.clicked.connect(self.recording.next_slide)
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
        return self.recording.is_under_way

    # -- showing

    def show_document(self) -> None:
        recording = self.recording
        if not self.is_recording:
            slide_id, output_id = self.desk.cells.chosen_place()
            self._show_slide(slide_id, output_id, 0.0)
        has_takes = bool(self.takes) and not self.is_recording
        self.frame_view.setMinimumHeight(_WITH_TAKES_PX if has_takes else _ALONE_PX)
        self.which.set_options([(k, f"Take {k + 1}") for k in range(len(self.takes))])
        for widget in (self.which, self.trimmer, self.use, self.drop):
            widget.setVisible(has_takes)
        chosen = self._chosen()
        self.times.setVisible(has_takes and chosen is not None and bool(chosen.over.nexts))
        if chosen is not None:
            self.trimmer.show_wave(chosen.peaks, chosen.seconds, chosen.begins, chosen.ends)
        self.start.setText("Stop" if self.is_recording else "Take it again" if self.takes else "Record")
        self.start.setEnabled(bool(self.session.project.slides and self.session.project.outputs))
        self.next.setEnabled(self.is_recording and not recording.count)
        self.device.setEnabled(not self.is_recording)
        speaks = speaker() is not None
        self.with_sound.setVisible(speaks and bool(self.session.project.sound.sounds))
        if self.is_recording:
            self.state.setText(f"Recording begins in {recording.count}" if recording.count else "Recording")
        else:
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
        if self.is_recording:
            self.recording.stop(keep=True)
            return
        slide_id, output_id = self.desk.cells.chosen_place()
        plan = self.session.plans().get(output_id)
        if plan is None or not slide_id:
            return
        names = [plan.slides[k].id for k in plan.shown]
        if slide_id not in names:
            self._say("This slide is left out of the output; choose another.")
            return
        self._say("")
        with_sound = self.with_sound.isVisible() and self.with_sound.isChecked()
        self.recording.begin(names[names.index(slide_id) :], output_id, self.device.currentText(), with_sound)

    def _show_now(self) -> None:
        now = self.recording.now()
        if now is None:
            return
        self.meter.show_level(now.take.level, now.take.peak, now.take.clipped)
        if not self.recording.count:
            self._show_slide(now.slide_id, now.output_id, now.progress)
            self.state.setText(f"Recording, {self.recording.seconds:.1f} s")

    def _take_in(self, take: Recorded) -> None:
        self.takes.append(take)
        self.which.set_options([(k, f"Take {k + 1}") for k in range(len(self.takes))])
        self.which.show_value(len(self.takes) - 1)

    # -- what becomes of it

    def _trim(self, begins: float, ends: float) -> None:
        chosen = self._chosen()
        if chosen is not None:
            chosen.begins, chosen.ends = begins, ends

    def _use(self) -> None:
        chosen = self._chosen()
        if chosen is None:
            return
        try:
            self._say(use_take(self.desk, chosen, self.times.isChecked()))
        except JauntyError as error:
            self._say(str(error))
            return
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
            self.recording.next_slide()
            return True
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_N and self.is_recording:
            self.recording.next_slide()
        else:
            super().keyPressEvent(event)

    def under_way(self) -> str:
        return "" if not self.is_recording else "A voice is being recorded."

    def _let_go(self) -> None:
        """Another project is open: takes belong to the one before; their files stay."""
        self.recording.stop(keep=False)
        self.takes = []
        self.which.show_value(None)
        self.show_document()

    def hideEvent(self, event: Any) -> None:
        super().hideEvent(event)
        if self.is_recording:
            self.recording.stop(keep=True)

    def shut_down(self) -> None:
        self.recording.stop(keep=False)
