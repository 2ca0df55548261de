"""The screening: a whole show in one output, in real time."""

from collections.abc import Callable
from fractions import Fraction
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QSlider, QVBoxLayout, QWidget

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.show_sound import ShowSound
from jaunty_frame.app.project.transport import Transport
from jaunty_frame.app.screening.screen import Screen
from jaunty_frame.app.screening.tapping import Tapping
from jaunty_frame.app.widgets.theme import icon
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.show.planning.plan import Plan

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.peaks import PeakCache


class Screening(QWidget):
    """Plays a show. Space plays and pauses, arrows step by a second, F fills the screen, Z shows the zones, M is
    silent, L begins again at the end, Esc leaves.

    By ear, T lets the pictures change at that moment; leaving keeps what was tapped, as one step."""

    closed = Signal()
    full_screen_wanted = Signal(bool)

    def __init__(self, session: Session, peaks: "Callable[[], PeakCache]", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._by_ear: Tapping | None = None
        self.sound = ShowSound(session, peaks)
        self.transport = Transport(self.sound, self)
        self.transport.changed.connect(self._show_time)
        self.transport.fault.connect(self._show_silence)
        self._build()

    def _build(self) -> None:
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Screening")
        self.picture = Screen(self.transport)
        self.picture.came.connect(self._on_picture)
        self.picture.failed.connect(self.transport.pause)
        self.picture.clicked.connect(self.play_or_pause)
        self.outputs = QComboBox()
        self.outputs.setAccessibleName("Output shown")
        self.outputs.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.outputs.activated.connect(lambda k: self.show_output(self.outputs.itemData(k)))
        self.button = QPushButton("Pause")
        self.button.setFixedWidth(76)
        self.button.clicked.connect(self.play_or_pause)
        self.position = QSlider(Qt.Orientation.Horizontal)
        self.position.setAccessibleName("Position in the show")
        self.position.valueChanged.connect(self._seek)
        self.time = QLabel()
        self.time.setMinimumWidth(116)
        self.time.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.fill_screen = QPushButton()
        self.fill_screen.setToolTip("Fill the screen (F)")
        self.fill_screen.setAccessibleName("Fill the screen")
        self.fill_screen.setCheckable(True)
        self.fill_screen.toggled.connect(self.full_screen_wanted)
        self.loop = QPushButton("Loop")
        self.loop.setCheckable(True)
        self.loop.setToolTip("Begin again at the end (L)")
        self.loop.toggled.connect(lambda _: self._set_loop())
        self.volume = QSlider(Qt.Orientation.Horizontal)
        self.volume.setRange(0, 100)
        self.volume.setValue(100)
        self.volume.setFixedWidth(72)
        self.volume.setAccessibleName("Volume")
        self.volume.setToolTip("Volume; M is silent")
        self.volume.valueChanged.connect(lambda value: self.sound.set_volume(value / 100))
        self.heard = QLabel()
        self.tap_hint = QLabel("Press T where the picture is to change")
        leave = QPushButton("Back to the sheet")
        leave.clicked.connect(self.leave)
        self.bar = QWidget()
        row = QHBoxLayout(self.bar)
        row.setContentsMargins(16, 9, 16, 9)
        row.setSpacing(12)
        row.addWidget(self.button)
        row.addWidget(self.position, 1)
        row.addWidget(self.time)
        row.addWidget(self.tap_hint)
        row.addWidget(self.heard)
        row.addWidget(self.volume)
        row.addWidget(self.loop)
        row.addWidget(self.outputs)
        row.addWidget(self.fill_screen)
        row.addWidget(leave)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.setSpacing(0)
        layout.addWidget(self.picture, 1)
        layout.addWidget(self.bar)

    # -- starting and stopping

    def begin(self, output_id: str, n: int = 0, by_ear: bool = False) -> None:
        """Play the show in an output from frame ``n`` on. by_ear : let the user say where pictures change."""
        self.fill_screen.setIcon(icon("maximize"))
        self.outputs.clear()
        for output in self._session.project.outputs:
            self.outputs.addItem(output.name, output.id)
        self.show_output(output_id, n)
        self._by_ear = Tapping(self._plan) if by_ear and self._plan is not None else None
        self._set_loop()
        self.tap_hint.setVisible(by_ear)
        # Another output, or another place, would not fit what was tapped.
        for widget in (self.outputs, self.position):
            widget.setEnabled(not by_ear)
        self.setFocus()

    def show_output(self, output_id: str, n: int | None = None) -> None:
        """Show another output, at the same time of the show unless frame ``n`` is given."""
        plan = self._session.plans().get(output_id)
        if plan is None:  # it was removed meanwhile
            self.leave()
            return
        rate = plan.output.frame_rate
        seconds = Fraction(n) / rate if n is not None else self.transport.seconds if self._plan else Fraction(0)
        self.outputs.setCurrentIndex(self.outputs.findData(output_id))
        total = plan.schedule.total
        self.transport.cue(plan.seconds, min(seconds, Fraction(max(total - 1, 0)) / rate))
        self.position.blockSignals(True)
        self.position.setRange(0, max(total - 1, 0))
        self.position.blockSignals(False)
        self.picture.put_in(plan, self._session.source)
        self.sound.show_plan(plan)
        self.volume.setVisible(self.sound.is_heard)
        self._show_silence(self.sound.said)
        self._set_loop()
        if total:
            self._play()

    def _show_silence(self, said: str) -> None:
        """Say why nothing is heard."""
        self.heard.setText(said)
        self.heard.setVisible(bool(said))

    def stop(self) -> None:
        self.transport.pause()
        self.picture.put_in(None)
        self.sound.show_plan(None)

    def shut_down(self) -> None:
        """End for good, because the window closes."""
        self.stop()
        self.picture.stop()

    def leave(self) -> None:
        tapped = self._by_ear.edit() if self._by_ear is not None else None
        self._by_ear = None
        self.stop()
        if tapped is not None:
            self._session.apply(tapped)
        self.fill_screen.setChecked(False)
        self.closed.emit()

    @property
    def _plan(self) -> Plan | None:
        return self.picture.plan

    @property
    def frame(self) -> int:
        """The frame that is wanted on the screen."""
        return self.picture.frame

    @property
    def playing(self) -> bool:
        return self.transport.is_playing

    def play_or_pause(self) -> None:
        if self._plan is None:
            return
        if self.playing:
            self.transport.pause()
            return
        if self.frame >= self._plan.schedule.total - 1:
            self.transport.seek(Fraction(0))
        self._play()

    def _play(self) -> None:
        """Play from the frame that is shown on, as soon as its picture is there."""
        self.transport.play(waits=True)
        self.picture.ask()

    # -- running

    def _on_picture(self) -> None:
        self.transport.begin()
        self._show_time()

    def _show_time(self) -> None:
        self.button.setText("Pause" if self.playing else "Play")
        if self._plan is None:
            return
        self.position.blockSignals(True)
        self.position.setValue(self.frame)
        self.position.blockSignals(False)
        rate = self._plan.output.frame_rate
        self.time.setText(f"{clock_text(self.frame / rate)} of {clock_text(self._plan.seconds)}")

    def _seek(self, n: int) -> None:
        if self._plan is None:
            return
        seconds = Fraction(n) / self._plan.output.frame_rate
        self.transport.seek(seconds, waits=True)
        if not self.playing:
            self.sound.scrub(seconds)
        self.picture.ask()

    def _set_loop(self) -> None:
        loops = self.loop.isChecked() and self._by_ear is None
        self.transport.loop = (Fraction(0), self.transport.length) if loops else None

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = event.key()
        if key == Qt.Key.Key_Space:
            self.play_or_pause()
        elif key == Qt.Key.Key_Escape:
            if self.fill_screen.isChecked():
                self.fill_screen.setChecked(False)
            else:
                self.leave()
        elif key == Qt.Key.Key_M:
            self.sound.set_muted(not self.sound.muted)
            self.volume.setEnabled(not self.sound.muted)
        elif key == Qt.Key.Key_L:
            self.loop.toggle()
        elif key == Qt.Key.Key_F:
            self.fill_screen.toggle()
        elif key == Qt.Key.Key_Z and self._plan is not None:
            self.picture.show_zones(self._plan.output if self.picture.zones_of is None else None)
        elif key == Qt.Key.Key_T and self._by_ear is not None and self.playing:
            self._seek(self._by_ear.tap(self.frame))
        elif self._by_ear is not None:
            super().keyPressEvent(event)  # time runs on
        elif key in (Qt.Key.Key_Left, Qt.Key.Key_Right) and self._plan is not None:
            step = int(self._plan.output.frame_rate) * (1 if key == Qt.Key.Key_Right else -1)
            self._seek(min(max(self.frame + step, 0), self._plan.schedule.total - 1))
        else:
            super().keyPressEvent(event)
