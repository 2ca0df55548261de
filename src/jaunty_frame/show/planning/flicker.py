"""Where a show may flash: seconds with so many changes of picture that its frames have to be measured."""

from jaunty_frame.core.painting.flashes import MOST_FLASHES
from jaunty_frame.show.planning.joints import joint
from jaunty_frame.show.planning.plan import Plan

Flashes = dict[int, int]
"""By slide, how many flashes there are in the worst second that begins in it."""


def spans_that_may_flash(plan: Plan) -> list[tuple[int, int]]:
    """Return frames (first, end) in which there are more changes within a second than three flashes have."""
    rate, schedule = plan.output.frame_rate, plan.schedule
    changes: list[tuple[int, int]] = []
    for k in plan.shown:
        transition = joint(plan, k)
        if transition is not None:
            at = schedule.first[k] + schedule.frames[k]
            changes.append((at, transition.light_changes))
    second, spans = int(rate), list[tuple[int, int]]()
    for i, (begin, _) in enumerate(changes):
        within = [(at, count) for at, count in changes[i:] if at <= begin + second]
        if sum(count for _, count in within) > 2 * MOST_FLASHES:
            first, end = max(begin - 2 * second, 0), min(within[-1][0] + second, schedule.total)
            if spans and first <= spans[-1][1]:
                spans[-1] = spans[-1][0], end
            else:
                spans.append((first, end))
    return spans


def slide_at(plan: Plan, n: int) -> int:
    """Return the slide that frame ``n`` shows, the newer one in a joint."""
    return max(k for k in plan.shown if plan.schedule.first[k] <= n)


def second_of(plan: Plan) -> int:
    """Return the frames of a second, rounded up: the strict side."""
    return -(-plan.output.frame_rate.numerator // plan.output.frame_rate.denominator)
