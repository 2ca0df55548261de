"""The bench plays its slide, with the sound of that part of the show."""

from fractions import Fraction

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QPushButton, QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.bench.pages.time_line import STEPS, TimeLine
from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.show_sound import ShowSound
from jaunty_frame.app.project.transport import Transport


class SlidePlayer(QObject):
    """Moves the time line; what the user moves there is heard for a moment. ``button`` starts and stops it."""

    def __init__(self, desk: Desk, cell: BenchCell, time_line: TimeLine, parent: QWidget) -> None:
        super().__init__(parent)
        self._cell, self._line = cell, time_line
        self.sound = ShowSound(desk.session, lambda: desk.sounds.cache)
        self.transport = Transport(self.sound, self)
        self.transport.moved.connect(self._follow)
        self.transport.changed.connect(self._show)
        self.transport.ended.connect(self.stop)
        self.button = QPushButton()
        self.button.setProperty("role", "small")
        self.button.clicked.connect(self.play_or_stop)
        self._moves = False
        time_line.valueChanged.connect(self._on_moved)
        self.button.setToolTip("Play this slide with its sound (Space)")
        self._show()

    @property
    def is_playing(self) -> bool:
        return self.transport.is_playing

    def _span(self) -> tuple[Fraction, Fraction]:
        """Return when the slide's first and last frame come in the show; the same where there is no way between."""
        plan, k = self._cell.plan, self._cell.position
        first, frames = plan.schedule.first[k], plan.schedule.frames[k]
        return Fraction(first) / plan.output.frame_rate, Fraction(first + max(frames - 1, 0)) / plan.output.frame_rate

    def _here(self) -> Fraction:
        """Return the moment of the show at which the time line stands."""
        first, last = self._span()
        return first + Fraction(self._line.value(), STEPS) * (last - first)

    def play_or_stop(self) -> None:
        if self.is_playing:
            self.stop()
            return
        if not self._cell.exists:
            return
        first, last = self._span()
        if last > first:
            if self._line.value() >= STEPS:
                self._move_to(0)
            self.sound.show_plan(self._cell.plan)
            self.transport.cue(last, self._here())
            self.transport.play()

    def stop(self) -> None:
        """Stop, and let go of the device."""
        self.transport.pause()
        self.sound.show_plan(None)

    def _follow(self) -> None:
        if not self._cell.exists:
            self.stop()
            return
        first, last = self._span()
        if last > first:
            self._move_to(round((self.transport.seconds - first) / (last - first) * STEPS))

    def _move_to(self, value: int) -> None:
        self._moves = True
        self._line.setValue(value)
        self._moves = False

    def _on_moved(self) -> None:
        """Play on from where the user goes; while nothing plays, let the moment be heard."""
        if self._moves or not self._cell.exists:
            return
        if self.is_playing:
            self.transport.seek(self._here())
        elif self._line.isSliderDown() and self._cell.project.sound.sounds:
            if not self.sound.is_about(self._cell.plan):
                self.sound.show_plan(self._cell.plan)
            self.sound.scrub(self._here())

    def _show(self) -> None:
        self.button.setText("Stop" if self.is_playing else "Play")
