"""How slides become the next ones in one output: which is next, and what ``auto`` stands for there."""

from bisect import bisect_right

from jaunty_frame.core.motion.courses import Course
from jaunty_frame.core.motion.travel_sides import travel_side
from jaunty_frame.document.transition import Transition
from jaunty_frame.show.planning.stages.times import Times
from jaunty_frame.show.planning.stages.ways import Ways


def joint(plan: Ways, k: int) -> Transition | None:
    """Return the transition from slide ``k`` to the next one that the output shows, None where it shows none.

    An ``auto`` direction is solved: it follows the moves of the two slides.
    """
    after = next_shown(plan, k)
    if after is None:
        return None
    return plan.once(plan.joints, k, lambda _: with_side(plan, k, after, plan.table.settings[k].transition))


def with_side(plan: Ways, k: int, after: int, transition: Transition) -> Transition:
    """Return a transition between two slides with its ``auto`` direction solved."""
    if getattr(transition, "direction", "") != "auto":
        return transition
    side = travel_side(_course(plan, k), _course(plan, after), plan.slides[k].id, plan.output.aspect < 1)
    return transition.changed(direction=side)


def _course(plan: Ways, k: int) -> Course | None:
    return next((plan.framing(row).course for row in plan.rows_of(k)), None)


def next_shown(plan: Times, k: int) -> int | None:
    """Return the slide that the output shows after ``k``; None after the last, and where ``k`` is left out."""
    at = bisect_right(plan.shown, k)
    return plan.shown[at] if at and plan.shown[at - 1] == k and at < len(plan.shown) else None


def previous_shown(plan: Times, k: int) -> int | None:
    """Return the slide that the output shows before ``k``; None before the first."""
    at = bisect_right(plan.shown, k - 1)
    return plan.shown[at - 1] if at else None
