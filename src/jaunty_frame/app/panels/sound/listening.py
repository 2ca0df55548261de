"""Hearing one file by itself, before it is taken."""

from collections.abc import Callable
from fractions import Fraction
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.jobs import LISTEN
from jaunty_frame.app.project.show_sound import ShowSound
from jaunty_frame.app.project.transport import Transport
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.mixing import Ducking, Placed
from jaunty_frame.document.sound import Sound, SoundFile
from jaunty_frame.show.planning.soundtrack import Heard, Played, SoundPlan

NO_DEVICE = "This machine has no sound device, so nothing is heard."


class Listening(QObject):
    """``ended`` brings a sentence where there was a fault, else ""."""

    ended = Signal(str)

    def __init__(self, desk: Desk, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._desk, self._jobs = desk, desk.session.jobs
        self._sound = ShowSound(desk.session, lambda: desk.sounds.cache)
        self._transport = Transport(self._sound, self)
        self._transport.fault.connect(self._end)
        self._transport.ended.connect(lambda: self._end(""))

    @property
    def is_playing(self) -> bool:
        return self._transport.is_playing or self._jobs.running(LISTEN) is not None

    def play(self, make: Callable[[], Path]) -> None:
        """Make a file, beside the GUI thread, and play it."""
        from jaunty_frame.media.sounds.devices import speaker

        if speaker() is None:
            self.ended.emit(NO_DEVICE)
            return
        cache = self._desk.sounds.cache

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            from jaunty_frame.media.sounds.listening import look_at_sound

            return look_at_sound(make(), None, cache, stopped)

        def begin(file: SoundFile) -> None:
            samples = round(file.seconds * RATE)
            placed = Placed(0, 0, 0, samples, -18.0 - file.loudness, 0, 0, False)
            heard = (Heard(Sound(id="heard", kind="music", file=file.id), placed),)
            self._sound.show_heard(SoundPlan((Played(file),), heard, Ducking(), samples, -18.0), 0.0)
            self._transport.cue(Fraction(samples, RATE))
            self._transport.play()
            if not self._sound.is_playing:
                self._end(self._sound.said or NO_DEVICE)

        self._jobs.drop(LISTEN)
        self._jobs.start(LISTEN, work, begin, failed=self._end)

    def stop(self) -> None:
        if self.is_playing:
            self._end("")

    def _end(self, sentence: str) -> None:
        self._jobs.drop(LISTEN)
        self._transport.pause()
        self._sound.show_plan(None)
        self.ended.emit(sentence)
