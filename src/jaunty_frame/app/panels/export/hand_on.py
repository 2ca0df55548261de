"""Handing finished files on: to a disc, a service, a phone, whatever deliveries there are."""

from collections.abc import Callable, Sequence
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.jobs import DELIVER
from jaunty_frame.app.widgets.choices.choice import Choice
from jaunty_frame.media.deliveries.delivery_list import DELIVERIES


class HandOn(QWidget):
    """Hidden where there is nothing to hand on, or nobody to take it. ``said`` brings sentences, ``progressed`` how far
    it is."""

    said = Signal(str)
    progressed = Signal(int, int)

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = desk.session
        self._files: list[Path] = []
        self.to = Choice("Hand on to", [(name, entry.label) for name, entry in DELIVERIES.items()])
        self.to.chosen.connect(self.to.show_value)
        if DELIVERIES:
            self.to.show_value(next(iter(DELIVERIES)))
        self.button = QPushButton("Hand on")
        self.button.clicked.connect(self._start_or_stop)
        layout = QHBoxLayout(self)
        layout.setContentsMargins(0, 0, 0, 0)
        layout.addWidget(self.to, 1)
        layout.addWidget(self.button)
        self.offer([])

    def offer(self, files: Sequence[Path]) -> None:
        """Offer to hand on files that were just written."""
        self._files = list(files)
        self.setVisible(bool(self._files and DELIVERIES))

    def _start_or_stop(self) -> None:
        if self._session.jobs.running(DELIVER) is not None:
            self._session.jobs.cancel(DELIVER)
            return
        files, title, name = list(self._files), self._session.project.title, self.to.value

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> str:
            from jaunty_frame.media.deliveries.delivery import Parcel
            from jaunty_frame.media.deliveries.delivery_list import delivery_of

            return delivery_of(name).deliver([Parcel(path, title) for path in files], report, stopped)

        self.button.setText("Stop")
        self._session.jobs.start(
            DELIVER,
            work,
            self.said.emit,
            failed=self.said.emit,
            cancelled=lambda: self.said.emit("Stopped."),
            ended=lambda: self.button.setText("Hand on"),
            progress=self.progressed.emit,
            under_way=lambda: "Files are being handed on.",
        )
