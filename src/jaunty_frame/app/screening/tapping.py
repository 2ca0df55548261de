"""Changing pictures by ear: from the moments at which the user taps while the show runs to an edit of its seconds."""

from fractions import Fraction

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.seconds import change_at
from jaunty_frame.show.planning.joints import next_shown
from jaunty_frame.show.planning.plan import Plan


class Tapping:
    """The show is played as it was planned, and at each tap jumps to the middle of the joint that comes next.

    So the time that has passed for the user differs from the plan's by what the jumps have skipped.
    """

    def __init__(self, plan: Plan) -> None:
        self._plan = plan
        self._skipped = 0
        self._taps: dict[str, Fraction] = {}

    def tap(self, n: int) -> int:
        """Let the picture change at frame ``n`` and return the frame to go on from; after the last joint, ``n``."""
        plan = self._plan
        for k in plan.shown:
            if next_shown(plan, k) is None or plan.slides[k].id in self._taps or self._middle(k) < n:
                continue
            middle = self._middle(k)
            self._taps[plan.slides[k].id] = Fraction(n - self._skipped) / plan.output.frame_rate
            self._skipped += middle - n
            return middle
        return n

    def _middle(self, k: int) -> int:
        """Return the frame in the middle of the joint after slide ``k``."""
        after = next_shown(self._plan, k)
        assert after is not None
        schedule = self._plan.schedule
        return (schedule.first[after] + schedule.first[k] + schedule.frames[k]) // 2

    def edit(self) -> Edit | None:
        """Return what was tapped as one edit, None where nothing was."""
        return change_at(self._taps, self._plan.output.id) if self._taps else None
