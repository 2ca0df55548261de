"""Spreading things of several kinds: evenly, stably, no two alike side by side where that can be avoided."""

from collections import Counter
from collections.abc import Hashable, Sequence


def spread_order(kinds: Sequence[Hashable]) -> list[int]:
    """Return the positions of ``kinds`` in a new order, in which each kind is spread evenly; within a kind the order
    stays.

    Thing i of the n of its kind would best stand (i + 1/2) / n of the way. In that order each place is given to the
    first whose kind differs from the one before, and to a kind that must come now because it will be more than half of
    what is left. So as few neighbours are alike as can be.
    """
    counts, seen = Counter(kinds), Counter[Hashable]()
    wanted = []
    for position, kind in enumerate(kinds):
        wanted.append(((seen[kind] + 0.5) / counts[kind], position))
        seen[kind] += 1
    waiting = [position for _, position in sorted(wanted)]
    order: list[int] = []
    last: Hashable = object()
    while waiting:
        choice = _next(waiting, kinds, last, counts)
        waiting.remove(choice)
        order.append(choice)
        last = kinds[choice]
        counts[last] -= 1
    return order


def _next(waiting: list[int], kinds: Sequence[Hashable], last: Hashable, counts: Counter[Hashable]) -> int:
    if counts[last] > len(waiting) - counts[last]:
        return waiting[0]  # this kind has to stand beside itself anyway
    # With another one placed now, a kind that is more than half of what is left could no longer be kept apart.
    pressing = next((kind for kind, left in counts.items() if left > len(waiting) // 2), None)
    if pressing is not None and pressing != last:
        return next(position for position in waiting if kinds[position] == pressing)
    return next((position for position in waiting if kinds[position] != last), waiting[0])
