"""Time that plays, in seconds: outputs differ in their frame rates, so no frames are known here.

Where sound plays, its device leads and pictures follow; else the wall clock. Screens, the bench and the recorder are
views: they listen, and ask for the moment that is now.
"""

from fractions import Fraction

from PySide6.QtCore import QElapsedTimer, QObject, Qt, QTimer, Signal

from jaunty_frame.app.project.show_sound import ShowSound

_TICK_MS = 16
_NS = 1_000_000_000


class Transport(QObject):
    """``moved`` tells that time has passed, or another moment was gone to; ``changed`` that it begins to play or stops;
    ``ended`` that it came to the end by itself; ``fault`` brings a sentence: it plays on without sound."""

    moved = Signal()
    changed = Signal()
    ended = Signal()
    fault = Signal(str)

    def __init__(self, sound: ShowSound, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.sound = sound
        self.is_playing = False
        self.length = Fraction(0)
        self.loop: tuple[Fraction, Fraction] | None = None
        """What is played again and again: from where to where; None plays to the end."""
        self.speed = Fraction(1)
        """Sound is heard at 1 only."""
        self._at = Fraction(0)
        """Where it stands, or stood when the clock was started."""
        self._clock = QElapsedTimer()
        self._timer = QTimer(self)
        self._timer.setTimerType(Qt.TimerType.PreciseTimer)
        self._timer.setInterval(_TICK_MS)
        self._timer.timeout.connect(self._tick)

    @property
    def seconds(self) -> Fraction:
        """The moment that is now."""
        return min(max(self._now(), Fraction(0)), self.length)

    def _now(self) -> Fraction:
        if not self.is_playing or not self._clock.isValid():
            return self._at
        if self.sound.is_playing:
            return max(self.sound.seconds, self._at)
        return self._at + self.speed * Fraction(self._clock.nsecsElapsed(), _NS)

    def cue(self, length: Fraction, at: Fraction = Fraction(0)) -> None:
        """Be about something so long, and stand at a moment of it."""
        self.pause()
        self.length, self._at = length, min(max(at, Fraction(0)), length)

    def play(self, waits: bool = False) -> None:
        """Play from where it stands on. waits : until ``begin`` is called, as the first picture is there."""
        self._stop_clock()
        self.is_playing = True
        if not waits:
            self.begin()
        self._timer.start()
        self.changed.emit()

    def begin(self) -> None:
        """Let time run that waits to be let."""
        if self.is_playing and not self._clock.isValid():
            self._clock.start()
            if self.speed == 1:
                self.sound.start(self._at)

    def pause(self) -> None:
        """Stand still at the moment that is now; the device is let go of."""
        was_playing = self.is_playing
        self._stop_clock()
        self.is_playing = False
        self._timer.stop()
        if was_playing:
            self.changed.emit()

    def seek(self, seconds: Fraction, waits: bool = False) -> None:
        """Go to a moment; what plays goes on from there."""
        self._stop_clock()
        self._at = min(max(seconds, Fraction(0)), self.length)
        if self.is_playing:
            self.play(waits)
        self.moved.emit()

    def _stop_clock(self) -> None:
        self._at = self.seconds
        self._clock.invalidate()
        self.sound.stop()

    def _tick(self) -> None:
        if said := self.sound.fault():
            # Time goes on from here by the wall clock.
            self._at = self.seconds
            self._clock.start()
            self.fault.emit(said)
        now, (first, end) = self._now(), self.loop or (Fraction(0), self.length)
        if now < end:
            self.moved.emit()
        elif self.loop is not None:
            self.seek(first, waits=True)
            self.begin()
        else:
            self._at = end
            self._clock.invalidate()
            self.pause()
            self.moved.emit()
            self.ended.emit()
