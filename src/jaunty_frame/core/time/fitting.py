"""Fitting a show to a length: durations are scaled together, none below what it needs, exact to the frame.

Water-filling: with d the durations and m their minima, the new ones are max(m, s d), with the one scale s at which they
sum to the total. Those that reach their minimum leave less for the others, which may bring further ones to theirs, so s
is found again until none follows; each round fixes one at least.
"""

from collections.abc import Sequence
from fractions import Fraction
from math import floor


def fitted_durations(
    durations: Sequence[Fraction],
    least: Sequence[Fraction],
    locked: Sequence[bool],
    total: Fraction,
    unit: Fraction,
) -> list[Fraction]:
    """Return durations that sum to ``total`` exactly; locked ones stay.

    All are whole multiples of ``unit`` (a frame), as locked ones and minima allow, but for the last free one, which
    takes what is left of a unit. ValueError where the minima do not fit, or nothing is free to change.
    """
    free = [k for k, is_locked in enumerate(locked) if not is_locked]
    room = total - sum(durations[k] for k in range(len(durations)) if locked[k])
    if not free:
        if room:
            raise ValueError("nothing is free to change")
        return list(durations)
    if room < sum(least[k] for k in free):
        raise ValueError("the minima do not fit")
    exact = _filled([durations[k] for k in free], [least[k] for k in free], room)
    # Rounding each end, not each duration, keeps every error below a unit.
    fitted, end, before = list(durations), Fraction(0), Fraction(0)
    for k, duration in zip(free, exact, strict=True):
        end += duration
        rounded = room if k == free[-1] else floor(end / unit + Fraction(1, 2)) * unit
        fitted[k] = max(rounded - before, least[k])
        before += fitted[k]
    return _settled(fitted, least, free, room, unit)


def _filled(durations: Sequence[Fraction], least: Sequence[Fraction], room: Fraction) -> list[Fraction]:
    free, given = set(range(len(durations))), list(least)
    while free:
        left = room - sum(given[k] for k in range(len(durations)) if k not in free)
        scale = left / sum(durations[k] for k in free)
        short = {k for k in free if scale * durations[k] < least[k]}
        if not short:
            for k in free:
                given[k] = scale * durations[k]
            break
        free -= short
    return given


def _settled(
    fitted: list[Fraction], least: Sequence[Fraction], free: Sequence[int], room: Fraction, unit: Fraction
) -> list[Fraction]:
    """Take back, a unit at a time from the longest, what rounding up to a minimum has added."""
    over = sum(fitted[k] for k in free) - room
    while over > 0:
        longest = max(free, key=lambda k: fitted[k] - least[k])
        step = min(unit, over, fitted[longest] - least[longest])
        fitted[longest] -= step
        over -= step
    return fitted
