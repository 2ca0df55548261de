"""A stand-in for a microphone: it hears a file, or the stand-in voice, in real time or as fast as it can."""

import threading
from collections.abc import Callable

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.standins.voice import spoken

NAME = "Stand-in microphone"
_BLOCK = RATE // 50
_SAYS = "This is what the stand in microphone hears. One photo, one sentence."


class StandInMicrophone:
    """Gives blocks of 20 ms to ``heard`` on a thread of its own until it is stopped, or has played all.

    samples : (N, 2) what it hears; pace : times real time, 0 = as fast as it goes.
    """

    def __init__(self, samples: Samples | None = None, pace: float = 1.0) -> None:
        self._samples = spoken(_SAYS) if samples is None else samples
        self._pace = pace
        self._stop = threading.Event()
        self._thread: threading.Thread | None = None

    def start(self, heard: Callable[[Samples], None]) -> None:
        self._thread = threading.Thread(target=self._play, args=(heard,), name="microphone", daemon=True)
        self._thread.start()

    def _play(self, heard: Callable[[Samples], None]) -> None:
        for first in range(0, len(self._samples), _BLOCK):
            # Waiting for the stop is what keeps the time.
            if self._stop.wait(_BLOCK / RATE / self._pace) if self._pace else self._stop.is_set():
                return
            heard(self._samples[first : first + _BLOCK])

    def stop(self) -> None:
        """Stop hearing; nothing is given afterwards."""
        self._stop.set()
        if self._thread is not None and self._thread is not threading.current_thread():
            self._thread.join()
