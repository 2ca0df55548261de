"""Hearing one file by itself, before it is taken."""

from collections.abc import Callable
from pathlib import Path
from typing import Any

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.task import Task
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.mixing import Ducking, Placed
from jaunty_frame.document.sound import Sound
from jaunty_frame.errors import JauntyError
from jaunty_frame.show.planning.soundtrack import Heard, SoundPlan

_LOOK_MS = 120
NO_DEVICE = "This machine has no sound device, so nothing is heard."


class Listening(QObject):
    """``ended`` brings a sentence where there was a fault, else ""."""

    ended = Signal(str)

    def __init__(self, desk: Desk, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._desk = desk
        self._player: Any = None
        self._task: Task | None = None
        self._samples = 0
        self._timer = QTimer(self)
        self._timer.setInterval(_LOOK_MS)
        self._timer.timeout.connect(self._look)

    @property
    def is_playing(self) -> bool:
        return self._player is not None or self._task is not None

    def play(self, make: Callable[[], Path]) -> None:
        """Make a file, beside the GUI thread, and play it."""
        from jaunty_frame.media.sounds.devices import speaker

        if speaker() is None:
            self.ended.emit(NO_DEVICE)
            return
        cache, folder = self._desk.sounds.cache, self._desk.session.folder

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> object:
            from jaunty_frame.media.sounds.listening import look_at_sound

            return look_at_sound(make(), None, cache, stopped)

        def begin(file: Any) -> None:
            self._task = None
            from jaunty_frame.media.sounds.playing import Player

            device = speaker()
            if device is None:
                self.ended.emit(NO_DEVICE)
                return
            self._samples = round(file.seconds * RATE)
            placed = Placed(0, 0, 0, self._samples, -18.0 - file.loudness, 0, 0, False)
            heard = (Heard(Sound(id="heard", kind="music", file=file.id), placed),)
            plan = SoundPlan(((file, False),), heard, Ducking(), self._samples, -18.0)
            self._player = Player(plan, folder, cache, device, 0.0)
            try:
                self._player.start(0)
            except JauntyError as error:
                self._end(str(error))
                return
            self._timer.start()

        task = self._task = Task("listen", work, self)
        task.finished.connect(lambda file: begin(file) if self._task is task else None)
        task.failed.connect(lambda sentence: self._end(sentence) if self._task is task else None)
        task.start()

    def stop(self) -> None:
        if self.is_playing:
            self._end("")

    def _look(self) -> None:
        if self._player is not None and (self._player.failure or self._player.at >= self._samples):
            self._end(self._player.failure)

    def _end(self, sentence: str) -> None:
        self._timer.stop()
        if self._task is not None:
            self._task.cancel()
        player, self._player, self._task = self._player, None, None
        if player is not None:
            player.stop()
        self.ended.emit(sentence)
