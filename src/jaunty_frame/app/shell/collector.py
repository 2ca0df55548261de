"""Python's garbage collector, run in the GUI thread only.

It would run in whichever thread happens to allocate, and destroy Qt objects that it finds in a worker; Qt objects must
die in the thread that they live in.
"""

import gc

from PySide6.QtCore import QObject, QTimer

_EVERY_MS = 500


class Collector(QObject):
    """Looks every half second whether a generation has grown past its threshold, and collects it.

    It also lets Python see signals, which it does only between its own instructions.
    """

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        gc.disable()
        self._timer = QTimer(self)
        self._timer.timeout.connect(self._collect)
        self._timer.start(_EVERY_MS)

    def _collect(self) -> None:
        counts, thresholds = gc.get_count(), gc.get_threshold()
        for generation in (2, 1, 0):
            if counts[generation] > thresholds[generation]:
                gc.collect(generation)
                return
