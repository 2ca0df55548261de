"""What paints the frames of a screening, beside the window."""

import threading

from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage

from jaunty_frame.app.pictures.painting import image_of
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.planning.plan import Plan


class Projector(QObject):
    """Paints frames on a thread of its own; only the latest one asked for counts."""

    painted = Signal(int, int, QImage)
    failed = Signal(str)

    def __init__(self, run: int, plan: Plan, source: PhotoSource, width: int, height: int) -> None:
        super().__init__()
        self._run, self._plan, self._source = run, plan, source
        self._size = width, height
        self._wanted: int | None = None
        self._stopped = False
        self._wake = threading.Condition()
        self._thread = threading.Thread(target=self._project, name="projector", daemon=True)
        self._thread.start()

    def ask(self, n: int) -> None:
        with self._wake:
            self._wanted = n
            self._wake.notify()

    def stop(self) -> None:
        with self._wake:
            self._stopped = True
            self._wake.notify()

    def _project(self) -> None:
        surface = new_surface(*self._size, Coding.SCREEN)
        with FramePainter(self._plan, self._source, output_format(self._plan, *self._size, Coding.SCREEN)) as painter:
            while True:
                with self._wake:
                    self._wake.wait_for(lambda: self._stopped or self._wanted is not None)
                    if self._stopped:
                        return
                    n, self._wanted = self._wanted or 0, None
                try:
                    painter.paint_at(surface, n)
                except JauntyError as error:
                    self.failed.emit(str(error))
                    return
                if not self._stopped:
                    self.painted.emit(self._run, n, image_of(surface))
