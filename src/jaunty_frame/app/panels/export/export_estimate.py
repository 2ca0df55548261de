"""How large the videos will be and how long they take, said as soon as that is worked out."""

from collections.abc import Callable, Sequence
from typing import TYPE_CHECKING

from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import QLabel, QWidget

from jaunty_frame.app.desk import Desk
from jaunty_frame.app.project.jobs import ESTIMATE
from jaunty_frame.media.formats.format import FormatOptions, Quality
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.words import bytes_words, duration_words

if TYPE_CHECKING:
    from jaunty_frame.media.export.estimate import Estimate


class ExportEstimate(QLabel):
    """Works out what it does not know of the shows that it is about, one after the other, while it is in view."""

    def __init__(self, desk: Desk, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session = desk.session
        self.setProperty("role", "quiet")
        self.setWordWrap(True)
        self._known: dict[tuple[str, object], Estimate] = {}
        self._plans: object = None
        self._about: tuple[list[Plan], Quality, str, FormatOptions | None] = [], Quality.STANDARD, "", None

    def show_of(self, shows: Sequence[Plan], quality: Quality, form: str, options: FormatOptions | None) -> None:
        """Be about shows, written in a format."""
        plans = self._session.plans()
        if plans is not self._plans:
            self.stop()
            self._known, self._plans = {}, plans
        self._about = [plan for plan in shows if plan.shown], quality, form, options
        self._say()

    def stop(self) -> None:
        self._session.jobs.cancel(ESTIMATE)

    def hideEvent(self, event: QHideEvent) -> None:
        super().hideEvent(event)
        self.stop()

    def _say(self) -> None:
        shows, *how = self._about
        key = tuple(how)
        missing = [plan for plan in shows if (plan.output.id, key) not in self._known]
        if not shows:
            self.setText("")
        elif missing:
            self.setText("Working out how large and how long…")
            if self._session.jobs.running(ESTIMATE) is None and self.isVisible():
                self._work_out(missing[0])
        else:
            known = [self._known[plan.output.id, key] for plan in shows]
            size, seconds = sum(one.size for one in known), sum(one.seconds for one in known)
            self.setText(f"About {bytes_words(size)}, some {duration_words(seconds)} to write.")

    def _work_out(self, plan: Plan) -> None:
        source, plans, (_, quality, form, options) = self._session.source, self._plans, self._about
        has_sound = bool(self._session.project.sound.sounds)

        def work(report: Callable[[int, int], None], stopped: Callable[[], bool]) -> "Estimate":
            # The encoder's libraries take 0.07 s to load.
            from jaunty_frame.media.export.estimate import estimated

            return estimated(plan, source, quality, has_sound, stopped, form, options)

        def keep(found: "Estimate") -> None:
            if plans is self._plans:
                self._known[plan.output.id, (quality, form, options)] = found
            self._say()

        self._session.jobs.start(ESTIMATE, work, keep, failed=lambda _: self.setText(""), cancelled=self._say)
