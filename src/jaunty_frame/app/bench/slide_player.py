"""The bench plays its slide, with the sound of that part of the show; where there is sound, its clock leads."""

from PySide6.QtCore import QElapsedTimer, QObject, QTimer
from PySide6.QtWidgets import QPushButton, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.pages.time_line import STEPS, TimeLine
from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.show_sound import ShowSound

_TICK_MS = 33


class SlidePlayer(QObject):
    """Moves the time line; what the user moves there is heard for a moment. ``button`` starts and stops it."""

    def __init__(self, desk: Desk, cell: BenchCell, time_line: TimeLine, parent: QWidget) -> None:
        super().__init__(parent)
        self._cell, self._line = cell, time_line
        self.sound = ShowSound(desk.session, lambda: desk.sounds.cache)
        self.button = QPushButton()
        self.button.setProperty("role", "small")
        self.button.clicked.connect(self.play_or_stop)
        self._clock = QElapsedTimer()
        self._from = 0
        self._timer = QTimer(self)
        self._timer.setInterval(_TICK_MS)
        self._timer.timeout.connect(self._tick)
        self._moves = False
        time_line.valueChanged.connect(self._on_moved)
        self.button.setToolTip("Play this slide with its sound (Space)")
        self._show()

    @property
    def is_playing(self) -> bool:
        return self._timer.isActive()

    @property
    def _last(self) -> int:
        """The slide's last frame, counted from its first; below 0 where the output leaves it out."""
        return int(self._cell.plan.schedule.frames[self._cell.position]) - 1

    @property
    def _frame(self) -> int:
        return round(self._line.share * self._last)

    def play_or_stop(self) -> None:
        if self.is_playing:
            self.stop()
        elif self._cell.exists and self._last > 0:
            if self._line.value() >= STEPS:
                self._move_to(0)
            self._start()

    def stop(self) -> None:
        """Stop, and let go of the device."""
        self._timer.stop()
        self.sound.show_plan(None)
        self._show()

    def _start(self) -> None:
        plan, k = self._cell.plan, self._cell.position
        self._from = self._frame
        self.sound.show_plan(plan)
        self.sound.start(plan.schedule.first[k] + self._from)
        self._clock.start()
        self._timer.start()
        self._show()

    def _tick(self) -> None:
        if not self._cell.exists:
            self.stop()
            return
        plan, k = self._cell.plan, self._cell.position
        if self.sound.fault():
            self._clock.start()
            self._from = self._frame
        if self.sound.is_playing:
            n = max(self.sound.frame - plan.schedule.first[k], self._from)
        else:
            n = self._from + int(self._clock.elapsed() * plan.output.frame_rate / 1000)
        self._move_to(min(round(n / self._last * STEPS), STEPS))
        if n >= self._last:
            self.stop()

    def _move_to(self, value: int) -> None:
        self._moves = True
        self._line.setValue(value)
        self._moves = False

    def _on_moved(self) -> None:
        """Play on from where the user goes; while nothing plays, let the moment be heard."""
        if self._moves or not self._cell.exists or self._last <= 0:
            return
        if self.is_playing:
            self._start()
        elif self._line.isSliderDown() and self._cell.project.sound.sounds:
            plan, k = self._cell.plan, self._cell.position
            if not self.sound.is_about(plan):
                self.sound.show_plan(plan)
            self.sound.scrub(plan.schedule.first[k] + self._frame)

    def _show(self) -> None:
        self.button.setText("Stop" if self.is_playing else "Play")
