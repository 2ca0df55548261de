"""What paints the frames of a screening, beside the window."""

import contextlib
import threading
from typing import NamedTuple

from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage
from shiboken6 import isValid

from jaunty_frame.app.pictures.painting import image_of
from jaunty_frame.app.project.task import WAITS_S, fault_sentence, told_to_net
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.planning.plan import Plan


class Reel(NamedTuple):
    """What is projected. run : its number, which comes back with every picture of it; width, height : in pixels."""

    run: int
    plan: Plan
    source: PhotoSource
    width: int
    height: int


class Projector(QObject):
    """Paints frames on a thread of its own, which outlives every fault; only the latest reel and frame count."""

    painted = Signal(int, int, QImage)
    failed = Signal(int, str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._reel: Reel | None = None
        self._wanted: int | None = None
        self._stopped = False
        self._wake = threading.Condition()
        self._thread: threading.Thread | None = None

    def put_in(self, reel: Reel | None) -> None:
        """Project something else from now on; None : nothing."""
        with self._wake:
            self._reel, self._wanted = reel, None
            self._wake.notify()
        if reel is not None and self._thread is None:
            self._thread = threading.Thread(target=self._project, name="projector", daemon=True)
            self._thread.start()

    def ask(self, n: int) -> None:
        """Paint a frame of the reel."""
        with self._wake:
            self._wanted = n
            self._wake.notify()

    def stop(self) -> None:
        """End for good."""
        with self._wake:
            self._stopped = True
            self._wake.notify()
        if self._thread is not None:
            self._thread.join(WAITS_S)

    def _project(self) -> None:
        with contextlib.suppress(RuntimeError):  # the window may be gone by the time at which a picture is ready
            while (reel := self._next_reel()) is not None:
                try:
                    self._show(reel)
                except JauntyError as error:
                    self.failed.emit(reel.run, str(error))
                except Exception as error:  # a fault of ours: the screening says so, and can go on
                    if not isValid(self):
                        return
                    told_to_net(error)
                    self.failed.emit(reel.run, fault_sentence(error))

    def _next_reel(self) -> Reel | None:
        """Wait until a frame is asked for; return its reel, None where all is over."""
        with self._wake:
            self._wake.wait_for(lambda: self._stopped or (self._wanted is not None and self._reel is not None))
            return None if self._stopped else self._reel

    def _next_frame(self, reel: Reel) -> int | None:
        """Wait for the next frame of a reel; return None where it is no longer that one's turn."""
        with self._wake:
            self._wake.wait_for(lambda: self._stopped or self._reel is not reel or self._wanted is not None)
            if self._stopped or self._reel is not reel:
                return None
            n, self._wanted = self._wanted, None
            return n

    def _show(self, reel: Reel) -> None:
        """Paint the frames of a reel that are asked for, until another one is put in."""
        size = reel.width, reel.height
        surface = new_surface(*size, Coding.SCREEN)
        with FramePainter(reel.plan, reel.source, output_format(reel.plan, *size, Coding.SCREEN)) as painter:
            while (n := self._next_frame(reel)) is not None:
                painter.paint_at(surface, n)
                self.painted.emit(reel.run, n, image_of(surface))
