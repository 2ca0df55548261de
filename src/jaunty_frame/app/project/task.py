"""Long work on a thread of its own: with progress, cancelling, and an end that is told in the GUI thread."""

import threading
import time
from collections.abc import Callable
from typing import Any

from PySide6.QtCore import QObject, Signal

from jaunty_frame.errors import Cancelled, JauntyError

# What the work is given: a function to report (done, total) and one that tells whether to stop.
Work = Callable[[Callable[[int, int], None], Callable[[], bool]], Any]
_TELL_EVERY_S = 0.05


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
        self._told = 0.0
        self._thread = threading.Thread(target=self._run, name=name, daemon=True)

    def start(self) -> None:
        if self._stop.is_set():
            self.cancelled.emit()
        else:
            self._thread.start()

    def cancel(self) -> None:
        self._stop.set()

    def wait(self) -> None:
        """Wait until the work has ended; to be called only when nothing else is to be done."""
        if self._thread.ident is not None:
            self._thread.join()

    def _report(self, done: int, total: int) -> None:
        """Tell progress now and then, and its end: work may be faster than a window can show."""
        now = time.monotonic()
        if now - self._told >= _TELL_EVERY_S or done >= total:
            self._told = now
            self.progress.emit(done, total)

    def _run(self) -> None:
        try:
            result = self._work(self._report, self._stop.is_set)
        except Cancelled:
            self.cancelled.emit()
        except JauntyError as error:
            self.failed.emit(str(error))
        except Exception as error:  # a fault of ours must not leave the window waiting
            self.failed.emit(f"Something went wrong inside the program ({type(error).__name__}: {error}).")
        else:
            self.finished.emit(result)
