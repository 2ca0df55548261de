"""Cuts on beats: which beat each cut moves to, so that all together move least; and half or twice as many beats.

Dynamic programming over (cut, beat): the least sum of deviations with which the first k cuts can be made and the k-th
falls on beat j. A cut needs the one before it at least the minimum earlier, and beats are in order, so the best place
of the one before is a running minimum: the work is cuts times beats.
"""

from collections.abc import Sequence
from fractions import Fraction
from itertools import pairwise
from typing import NamedTuple

Time = Fraction | int


def cuts_on_beats(durations: Sequence[Time], beats: Sequence[Time], minimum: Time | Sequence[Time]) -> list[int]:
    """Return the beats, by index, on which the cuts between slides of ``durations`` fall; one fewer than slides.

    beats : in order, from the first slide's start; minimum : how long every slide but the last is seen at least, one
    for all or one for each. Among such choices the sum of the cuts' deviations from where the durations put them is
    least, and of several that are as good the earliest beats are taken. ValueError where there are too few beats.
    """
    least_of = [*minimum] if isinstance(minimum, Sequence) else [minimum] * len(durations)
    wanted, now = [], Fraction(0)
    for duration in durations[:-1]:
        now += duration
        wanted.append(now)
    best: list[list[Fraction | None]] = []
    came_from: list[list[int]] = []
    for k, at in enumerate(wanted):
        costs: list[Fraction | None] = []
        sources: list[int] = []
        least: Fraction | None = Fraction(0) if k == 0 else None
        source, passed = -1, 0
        for beat in beats:
            while k and passed < len(beats) and beats[passed] + least_of[k] <= beat:
                before = best[k - 1][passed]
                if before is not None and (least is None or before < least):
                    least, source = before, passed
                passed += 1
            reachable = least is not None and (k > 0 or beat >= least_of[k])
            costs.append(least + abs(beat - at) if reachable and least is not None else None)
            sources.append(source)
        best.append(costs)
        came_from.append(sources)
    return _traced(best, came_from)


def _traced(best: Sequence[Sequence[Fraction | None]], came_from: Sequence[Sequence[int]]) -> list[int]:
    if not best:
        return []
    ends = [(cost, j) for j, cost in enumerate(best[-1]) if cost is not None]
    if not ends:
        raise ValueError("there are too few beats for so many cuts")
    _, j = min(ends)
    chosen = [j]
    for sources in came_from[:0:-1]:
        j = sources[j]
        chosen.append(j)
    return chosen[::-1]


class Pulse(NamedTuple):
    """beats : seconds; bars : of these, the indices that open one."""

    beats: tuple[float, ...]
    bars: tuple[int, ...]


def halved(pulse: Pulse) -> Pulse:
    """Return every other beat, with those that open bars among them where bars have an even number."""
    beats, bars = pulse
    first = bars[0] % 2 if bars else 0
    kept = {k: number for number, k in enumerate(range(first, len(beats), 2))}
    return Pulse(tuple(beats[k] for k in kept), tuple(kept[k] for k in bars if k in kept) if _even(bars) else ())


def doubled(pulse: Pulse) -> Pulse:
    """Return the beats and those half way between them."""
    beats, bars = pulse
    both = [at for one, after in pairwise(beats) for at in (one, round((one + after) / 2, 4))]
    return Pulse((*both, *beats[-1:]), tuple(2 * k for k in bars))


def _even(bars: Sequence[int]) -> bool:
    return all((after - one) % 2 == 0 for one, after in pairwise(bars))
