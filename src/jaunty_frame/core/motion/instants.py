"""Values between instants: eased from each that has one to the next that has one."""

from collections.abc import Sequence
from itertools import pairwise
from typing import NamedTuple

from jaunty_frame.core.motion.paths import Easing, eased


class Key(NamedTuple):
    """A value at a share of the time, and how it goes on from there."""

    at: float
    value: float
    easing: Easing


def value_at(keys: Sequence[Key], at: float, without: float) -> float:
    """Return a value at a share of the time. keys : in order; without : the value where there are none.

    Before the first and after the last it is theirs.
    """
    if not keys:
        return without
    if at <= keys[0].at:
        return keys[0].value
    for before, after in pairwise(keys):
        if at < after.at:
            share = eased((at - before.at) / (after.at - before.at), before.easing)
            return before.value + share * (after.value - before.value)
    return keys[-1].value
