"""A watchdog over the event loop: how long does it go without turning, and what does it do meanwhile?"""

import faulthandler
import tempfile
import threading
import time

from PySide6.QtCore import QTimer

_BEAT_MS = 5


class Watchdog:
    """Measures how long the event loop goes without turning, and sees what it does meanwhile."""

    def __init__(self) -> None:
        self.longest_ms = 0.0
        self.stack = ""
        self._beaten = time.monotonic()
        self._main = threading.get_ident()
        self._timer = QTimer()
        self._timer.timeout.connect(self._beat)
        self._timer.start(_BEAT_MS)
        self._over = threading.Event()
        self._seen: tuple[float, str] = (0.0, "")
        self._thread = threading.Thread(target=self._watch, daemon=True)
        self._thread.start()

    def restart(self) -> None:
        """Forget the longest stall so far."""
        self.longest_ms, self.stack, self._beaten = 0.0, "", time.monotonic()

    def stop(self) -> None:
        self._over.set()
        self._timer.stop()
        self._thread.join()

    def _beat(self) -> None:
        now = time.monotonic()
        gap = (now - self._beaten) * 1000
        if gap > self.longest_ms:
            self.longest_ms = gap
            self.stack = self._seen[1] if self._seen[0] == self._beaten else ""
        self._beaten = now

    def _watch(self) -> None:
        while not self._over.wait(0.02):
            beaten = self._beaten
            if (time.monotonic() - beaten) * 1000 > max(50.0, self.longest_ms * 0.6) and self._seen[0] != beaten:
                self._seen = beaten, self._stack_of_main()

    def _stack_of_main(self) -> str:
        """Return where the main thread is, without holding its frames: a painter in one of them would die in here."""
        with tempfile.TemporaryFile("w+") as file:
            faulthandler.dump_traceback(file)
            file.seek(0)
            threads = file.read().split("\n\n")
        return next((text for text in threads if f"0x{self._main:016x}" in text), "")
