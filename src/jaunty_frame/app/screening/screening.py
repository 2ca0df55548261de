"""The screening: a whole show in one output, in real time. Frames that come too late are dropped, never slowed."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtCore import QElapsedTimer, QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QSizePolicy, QSlider, QVBoxLayout, QWidget

from jaunty_frame.app.pictures.zones_painting import paint_zones
from jaunty_frame.app.project.session import Session
from jaunty_frame.app.project.show_sound import ShowSound
from jaunty_frame.app.screening.projector import Projector, Reel
from jaunty_frame.app.screening.tapping import Tapping
from jaunty_frame.app.widgets.theme import icon
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.model import Output
from jaunty_frame.show.planning.plan import Plan

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.peaks import PeakCache

_LONGEST_PX = 1280


class _Picture(QWidget):
    """The frame as large as it fits, on black."""

    clicked = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.image: QImage | None = None
        self.message = ""
        self.aspect = 1.0
        self.zones_of: Output | None = None
        """Whose zones are drawn over the picture."""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Screen")

    def minimumSizeHint(self) -> QSize:
        return QSize(200, 150)

    def picture_rect(self) -> QRectF:
        height = min(float(self.height()), self.width() / self.aspect)
        width = height * self.aspect
        return QRectF((self.width() - width) / 2, (self.height() - height) / 2, width, height)

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), QColor("#1a1a1a"))
            if self.image is not None and not self.message:
                painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
                painter.drawImage(self.picture_rect(), self.image)
                if self.zones_of is not None:
                    paint_zones(painter, self.picture_rect(), self.zones_of)
            elif self.message:
                painter.setPen(QColor("#ffffff"))
                painter.drawText(
                    self.rect().adjusted(40, 40, -40, -40),
                    Qt.AlignmentFlag.AlignCenter | Qt.TextFlag.TextWordWrap,
                    self.message,
                )

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.clicked.emit()


class Screening(QWidget):
    """Plays a show. Space plays and pauses, arrows step by a second, F fills the screen, Z shows the zones, M is
    silent, L begins again at the end, Esc leaves.

    By ear, T lets the pictures change at that moment; leaving keeps what was tapped, as one step."""

    closed = Signal()
    full_screen_wanted = Signal(bool)

    def __init__(self, session: Session, peaks: "Callable[[], PeakCache]", parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = session
        self._plan: Plan | None = None
        self._projector = Projector(self)
        self._projector.painted.connect(self._show_painted)
        self._projector.failed.connect(self._show_failure)
        self._run = 0
        self._started_at = 0
        self.frame = 0
        self._waiting = False
        self.playing = False
        self.dropped = 0
        self._by_ear: Tapping | None = None
        self.sound = ShowSound(session, peaks)
        self._clock = QElapsedTimer()
        self._timer = QTimer(self)
        self._timer.setTimerType(Qt.TimerType.PreciseTimer)
        self._timer.timeout.connect(self._tick)
        self._build()

    def _build(self) -> None:
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Screening")
        self.picture = _Picture()
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
        self.tap_hint.setVisible(by_ear)
        # Another output, or another place, would not fit what was tapped.
        for widget in (self.outputs, self.position):
            widget.setEnabled(not by_ear)
        self.setFocus()

    def show_output(self, output_id: str, n: int | None = None) -> None:
        """Show another output, at the same time of the show unless ``n`` is given."""
        plan = self._session.plans().get(output_id)
        if plan is None:  # it was removed meanwhile
            self.leave()
            return
        seconds = self.frame / self._plan.output.frame_rate if self._plan else 0
        self._plan = plan
        self.outputs.setCurrentIndex(self.outputs.findData(output_id))
        self.picture.aspect = float(self._plan.output.aspect)
        if self.picture.zones_of is not None:
            self.picture.zones_of = self._plan.output
        total = self._plan.schedule.total
        self.frame = min(n if n is not None else int(seconds * self._plan.output.frame_rate), max(total - 1, 0))
        self.position.blockSignals(True)
        self.position.setRange(0, max(total - 1, 0))
        self.position.blockSignals(False)
        self._start_projector()
        self.sound.show_plan(plan)
        self.volume.setVisible(self.sound.is_heard)
        self.heard.setText(self.sound.said)
        self.heard.setVisible(bool(self.sound.said))
        self._set_playing(total > 0)

    def _start_projector(self) -> None:
        if self._plan is None or not self._plan.schedule.total:
            return
        place = self.picture.picture_rect()
        ratio = self.devicePixelRatio()
        width, height = place.width() * ratio, place.height() * ratio
        shrink = min(1.0, _LONGEST_PX / max(width, height, 1.0))
        size = max(round(width * shrink), 16), max(round(height * shrink), 16)
        self._run += 1
        self._projector.put_in(Reel(self._run, self._plan, self._session.source, *size))
        self._waiting = False
        self.picture.message = ""
        self._ask()

    def stop(self) -> None:
        self._set_playing(False)
        self._run += 1  # what is still being painted is not shown
        self._projector.put_in(None)
        self.sound.show_plan(None)
        self._plan = None

    def shut_down(self) -> None:
        """End for good, because the window closes."""
        self.stop()
        self._projector.stop()

    def leave(self) -> None:
        tapped = self._by_ear.edit() if self._by_ear is not None else None
        self._by_ear = None
        self.stop()
        if tapped is not None:
            self._session.apply(tapped)
        self.fill_screen.setChecked(False)
        self.closed.emit()

    def play_or_pause(self) -> None:
        if self._plan is None:
            return
        if not self.playing and self.frame >= self._plan.schedule.total - 1:
            self.frame = 0
        self._set_playing(not self.playing)

    def _set_playing(self, playing: bool) -> None:
        self.playing = playing
        self.sound.stop()
        self.button.setText("Pause" if playing else "Play")
        if playing and self._plan is not None:
            self._started_at = self.frame
            self._clock.invalidate()  # starts when the first frame is there
            self._timer.start(max(1, int(500 / float(self._plan.output.frame_rate))))
            self._ask()
        else:
            self._timer.stop()
        self._show_time()

    # -- running

    def _now(self) -> int:
        """Return the frame that the clock asks for."""
        if self._plan is None or not self.playing or not self._clock.isValid():
            return self.frame
        if self.sound.is_playing:  # its clock leads
            return max(self.sound.frame, self._started_at)
        passed = self._clock.nsecsElapsed() * self._plan.output.frame_rate / 1_000_000_000
        return self._started_at + int(passed)

    def _tick(self) -> None:
        if self._plan is None:
            return
        if fault := self.sound.fault():
            self._started_at = self.frame
            self._clock.start()
            self.heard.setText(fault)
            self.heard.show()
        n = self._now()
        if n >= self._plan.schedule.total and self.loop.isChecked() and self._by_ear is None:
            self._jump(0)
        elif n >= self._plan.schedule.total:
            self.frame = self._plan.schedule.total - 1
            self._set_playing(False)
            self._ask()
        elif n != self.frame:
            self.dropped += max(n - self.frame - 1, 0)
            self.frame = n
            self._ask()

    def _ask(self) -> None:
        if not self._waiting:
            self._waiting = True
            self._asked = self.frame
            self._projector.ask(self.frame)

    def _show_painted(self, run: int, n: int, image: QImage) -> None:
        if run != self._run:
            return
        self._waiting = False
        self.picture.message = ""
        self.picture.image = image
        self.picture.update()
        if self.playing and not self._clock.isValid():
            self._clock.start()
            self.sound.start(self._started_at)
        if n != self.frame:
            self._ask()
        self._show_time()

    def _show_failure(self, run: int, sentence: str) -> None:
        if run != self._run:
            return
        self._waiting = False
        self._set_playing(False)
        self.picture.message = sentence
        self.picture.update()

    def _show_time(self) -> None:
        if self._plan is None:
            return
        self.position.blockSignals(True)
        self.position.setValue(self.frame)
        self.position.blockSignals(False)
        rate = self._plan.output.frame_rate
        self.time.setText(f"{clock_text(self.frame / rate)} of {clock_text(self._plan.seconds)}")

    def _jump(self, n: int) -> None:
        """Go on playing from another frame."""
        self.frame = n
        self._set_playing(True)

    def _seek(self, n: int) -> None:
        self.frame = n
        self._set_playing(self.playing)
        if not self.playing:
            self.sound.scrub(n)
        self._ask()

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
            self.picture.zones_of = self._plan.output if self.picture.zones_of is None else None
            self.picture.update()
        elif key == Qt.Key.Key_T and self._by_ear is not None and self.playing:
            self._jump(self._by_ear.tap(self._now()))
        elif self._by_ear is not None:
            super().keyPressEvent(event)  # time runs on
        elif key in (Qt.Key.Key_Left, Qt.Key.Key_Right) and self._plan is not None:
            step = int(self._plan.output.frame_rate) * (1 if key == Qt.Key.Key_Right else -1)
            self._seek(min(max(self.frame + step, 0), self._plan.schedule.total - 1))
        else:
            super().keyPressEvent(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._start_projector()
