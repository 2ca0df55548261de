"""A screen on which a show runs in one output. Frames that come too late are dropped, never slowed."""

from math import floor

from PySide6.QtCore import Signal
from PySide6.QtGui import QImage, QResizeEvent

from jaunty_frame.app.project.transport import Transport
from jaunty_frame.app.screening.projector import Projector, Reel
from jaunty_frame.app.screening.screen_picture import ScreenPicture
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.planning.plan import Plan


class Screen(ScreenPicture):
    """Shows the moment of a transport, which may have any number of screens. ``frame`` : that is wanted, of the plan
    that is ``put_in``; ``dropped`` : how many were not painted in time; ``came`` : a picture is there; ``failed`` : in
    its place a sentence is."""

    came = Signal()
    failed = Signal()

    def __init__(self, transport: Transport) -> None:
        super().__init__()
        self.plan: Plan | None = None
        self.frame = self.dropped = 0
        self._transport = transport
        self._source: PhotoSource | None = None
        self._run = 0
        self.is_waiting = False
        self._projector = Projector(self)
        self._projector.painted.connect(self._show_painted)
        self._projector.failed.connect(self._show_failure)
        transport.moved.connect(self._follow)

    def put_in(self, plan: Plan | None, source: PhotoSource | None = None) -> None:
        """Show another plan from now on; None : nothing, and what is still being painted is not shown."""
        self.plan, self._source = plan, source
        if plan is not None:
            self.aspect = float(plan.output.aspect)
            if self.zones_of is not None:
                self.show_zones(plan.output)
            self.frame = self._frame_now(plan)
        self._start()

    def stop(self) -> None:
        """End for good."""
        self.put_in(None)
        self._projector.stop()

    def _start(self) -> None:
        self._run += 1
        self.is_waiting = False
        if self.plan is None or self._source is None or not self.plan.schedule.total:
            self._projector.put_in(None)
            return
        self._projector.put_in(Reel(self._run, self.plan, self._source, *self.pixels()))
        self.message = ""
        self.ask()

    def _frame_now(self, plan: Plan) -> int:
        """Return the frame that belongs to the moment that is now."""
        n = floor(self._transport.seconds * plan.output.frame_rate)
        return min(n, max(plan.schedule.total - 1, 0))

    def _follow(self) -> None:
        """Show the moment that is now; what was not painted in time is dropped."""
        if self.plan is None or (n := self._frame_now(self.plan)) == self.frame:
            return
        if self._transport.is_playing:
            self.dropped += max(n - self.frame - 1, 0)
        self.frame = n
        self.ask()

    def ask(self) -> None:
        """Have the frame painted, after the one that is being painted."""
        if not self.is_waiting:
            self.is_waiting = True
            self._projector.ask(self.frame)

    def _show_painted(self, run: int, n: int, image: QImage) -> None:
        if run != self._run:
            return
        self.is_waiting = False
        self.show_image(image)
        if n != self.frame:
            self.ask()
        self.came.emit()

    def _show_failure(self, run: int, sentence: str) -> None:
        if run != self._run:
            return
        self.is_waiting = False
        self.show_message(sentence)
        self.failed.emit()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._start()
