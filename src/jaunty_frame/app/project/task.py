"""Long work on a thread of its own: with progress, cancelling, and an end that is told in the GUI thread."""

import contextlib
import threading
from collections.abc import Callable
from typing import Any

from PySide6.QtCore import QObject, QTimer, Signal

from jaunty_frame.errors import Cancelled, JauntyError

# What the work is given: a function to report (done, total) and one that tells whether to stop.
Work = Callable[[Callable[[int, int], None], Callable[[], bool]], Any]
_LOOK_EVERY_MS = 50
WAITS_S = 1.0
"""How long a window that closes waits for work that was told to stop: a decoder or a slow disk may not hear it."""


def told_to_net(error: Exception) -> None:
    """Hand a fault of ours in a thread that goes on to the net (``app.shell.net``), which logs and tells it."""
    thread = threading.current_thread()
    threading.excepthook(threading.ExceptHookArgs((type(error), error, error.__traceback__, thread)))


def fault_sentence(error: Exception) -> str:
    return f"Something went wrong inside the program ({type(error).__name__}: {error})."


class Task(QObject):
    """Runs ``work`` once. Exactly one of finished, failed and cancelled is emitted at its end."""

    progress = Signal(int, int)
    finished = Signal(object)
    failed = Signal(str)
    cancelled = Signal()

    def __init__(self, name: str, work: Work, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._work = work
        self._stop = threading.Event()
        # Progress is looked at, not sent: events that come faster than a busy machine handles them would keep the event
        # loop from everything else.
        self._now = self._told = (0, 0)
        self._look = QTimer(self)
        self._look.setInterval(_LOOK_EVERY_MS)
        self._look.timeout.connect(self._tell)
        for end in (self.finished, self.failed, self.cancelled):
            end.connect(self._tell_last)
        self._thread = threading.Thread(target=self._run, name=name, daemon=True)

    def start(self) -> None:
        if self._stop.is_set():
            self.cancelled.emit()
        else:
            self._look.start()
            self._thread.start()

    def cancel(self) -> None:
        self._stop.set()

    def wait(self, seconds: float | None = None) -> None:
        """Wait until the work has ended, but not longer than so many seconds; to be called only when nothing else is
        to be done."""
        if self._thread.ident is not None:
            self._thread.join(seconds)

    def _report(self, done: int, total: int) -> None:
        self._now = done, total

    def _tell(self) -> None:
        if self._now != self._told:
            self._told = self._now
            self.progress.emit(*self._told)

    def _tell_last(self, *_: object) -> None:
        self._look.stop()
        self._tell()

    def _run(self) -> None:
        with contextlib.suppress(RuntimeError):  # the window may be gone by the time at which the work ends
            self._end()

    def _end(self) -> None:
        try:
            result = self._work(self._report, self._stop.is_set)
        except Cancelled:
            self.cancelled.emit()
        except JauntyError as error:
            self.failed.emit(str(error))
        except Exception as error:  # a fault of ours must not leave the window waiting
            told_to_net(error)
            self.failed.emit(fault_sentence(error))
        else:
            self.finished.emit(result)
