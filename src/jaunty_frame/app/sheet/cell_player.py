"""A cell plays its move: while the pointer rests on it, or until the key is pressed again."""

from collections.abc import Callable

from PySide6.QtCore import QElapsedTimer, QObject, QTimer, Signal
from PySide6.QtGui import QImage

_PLAY_INTERVAL_MS = 33
_REST_MS = 350
_RESTS_ON_CLOSING = 1.25

Cell = tuple[int, int]


class CellPlayer(QObject):
    """``seconds_of`` a row and column: how long the slide is seen, None where there is no such cell.

    ``image_at`` makes the picture of a cell at a progress in 0..1, None while it is not ready. ``played`` tells which
    cell has a new picture, ``stopped`` that none plays any more.
    """

    played = Signal(int, int, QImage)
    stopped = Signal()

    def __init__(
        self,
        seconds_of: Callable[[int, int], float | None],
        image_at: Callable[[int, int, float], QImage | None],
        parent: QObject | None = None,
    ) -> None:
        super().__init__(parent)
        self._seconds_of, self._image_at = seconds_of, image_at
        self._cell: Cell | None = None
        self._rests_on: Cell | None = None
        self._clock = QElapsedTimer()
        self._timer = QTimer(self)
        self._timer.setInterval(_PLAY_INTERVAL_MS)
        self._timer.timeout.connect(self._play_on)
        self._rest = QTimer(self)
        self._rest.setSingleShot(True)
        self._rest.setInterval(_REST_MS)
        self._rest.timeout.connect(lambda: self._start(self._rests_on))

    def rest_on(self, cell: Cell | None) -> None:
        """Let the pointer rest on a cell, or on none."""
        if cell != self._rests_on:
            self.stop()
            self._rests_on = cell
            if cell is not None:
                self._rest.start()

    def start_or_stop(self, cell: Cell) -> None:
        if self._cell == cell:
            self.stop()
        else:
            self._start(cell)

    def stop(self) -> None:
        self._rest.stop()
        self._timer.stop()
        if self._cell is not None:
            self._cell = None
            self.stopped.emit()

    def _start(self, cell: Cell | None) -> None:
        if cell is not None and self._seconds_of(*cell) is not None:
            self._cell = cell
            self._clock.start()
            self._timer.start()

    def _play_on(self) -> None:
        seconds = self._seconds_of(*self._cell) if self._cell else None
        if self._cell is None or seconds is None:
            self.stop()
            return
        progress = self._clock.elapsed() / 1000 / seconds
        image = self._image_at(*self._cell, min(progress, 1.0))
        if image is not None:
            self.played.emit(*self._cell, image)
        if progress > _RESTS_ON_CLOSING:
            self._clock.restart()
