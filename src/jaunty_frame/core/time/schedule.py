"""Which frames of the show belong to which slide.

A slide's duration is the whole time it is seen, both transitions included, so slide k starts at the sum of
(duration - transition) before it. Everything is exact: times are whole multiples of one common unit, and
both ends of a slide are rounded to the nearest frame, so neither gaps nor drift can arise.
"""

from collections.abc import Sequence
from fractions import Fraction
from math import lcm
from typing import NamedTuple

MIN_SECONDS = Fraction(1, 10)


class Timing(NamedTuple):
    """Exact times of a show, the same for every output; all in units of 1/``unit`` seconds."""

    unit: int
    starts: tuple[int, ...]
    ends: tuple[int, ...]
    fade_in: int
    fade_out: int
    shortened: tuple[int, ...]
    """Joints (by their index; -1 the first fade, n - 1 the last) that had to be shortened."""

    @property
    def end(self) -> int:
        return max(self.ends, default=0)

    @property
    def seconds(self) -> Fraction:
        return Fraction(self.end, self.unit)

    def joint_seconds(self, joint: int) -> Fraction:
        """Return how long slide ``joint`` and the next are both seen."""
        return Fraction(max(self.ends[joint] - self.starts[joint + 1], 0), self.unit)


class Schedule(NamedTuple):
    """Whole frames of a show at one frame rate. Slide k is seen at first[k] .. first[k] + frames[k] - 1."""

    first: tuple[int, ...]
    frames: tuple[int, ...]
    fade_in: int
    fade_out: int
    total: int

    def transition_frames(self, joint: int) -> int:
        """Return the number of frames at which both slide ``joint`` and the next are seen."""
        return max(self.first[joint] + self.frames[joint] - self.first[joint + 1], 0)


def show_timing(
    durations: Sequence[Fraction],
    transitions: Sequence[Fraction],
    fade_in: Fraction = Fraction(0),
    fade_out: Fraction = Fraction(0),
) -> Timing:
    """Return the exact times of slides of ``durations`` joined by ``transitions`` (one fewer).

    Over-long transitions: with r = duration / (time in transitions, fades counted), each joint is
    multiplied by min(1, r on its left, r on its right).
    """
    if not durations:
        return Timing(1, (), (), 0, 0, ())
    joints = [fade_in, *transitions, fade_out]
    if len(joints) != len(durations) + 1:
        raise ValueError("one transition fewer than slides is needed")
    exact_seen, exact_joined = (_ratios(times) for times in (durations, joints))
    unit = lcm(*{parts for _, parts in exact_seen + exact_joined})
    seen, joined = _in_units(exact_seen, unit), _in_units(exact_joined, unit)
    if min(seen) * MIN_SECONDS.denominator < unit * MIN_SECONDS.numerator or min(joined) < 0:
        raise ValueError("durations are at least 0.1 s and transitions not negative")
    factors = _factors(seen, joined)
    if factors:
        fitted = [t * factors[k] if k in factors else t for k, t in enumerate(joints)]
        unit = lcm(unit, *{fitted[k].denominator for k in factors})
        seen, joined = _in_units(exact_seen, unit), _in_units(_ratios(fitted), unit)
    shortened = tuple(k - 1 for k in sorted(factors))
    starts, ends, now = [], [], 0
    for k, duration in enumerate(seen):
        starts.append(now)
        ends.append(now + duration)
        now = ends[-1] - joined[k + 1]
    return Timing(unit, tuple(starts), tuple(ends), joined[0], joined[-1], shortened)


def with_left_out(timing: Timing, shown: Sequence[int], count: int) -> Timing:
    """Return the timing of ``count`` slides of which only ``shown`` (their positions) are seen, by ``timing``.

    The others begin where the next one does and take no time. ``shortened`` names joints by the slide before them.
    """
    if len(shown) == count:
        return timing
    starts, ends = [timing.ends[-1] if timing.ends else 0] * count, [0] * count
    for k, start, end in zip(shown, timing.starts, timing.ends, strict=True):
        starts[k], ends[k] = start, end
    seen = set(shown)
    for k in reversed(range(count)):
        if k not in seen:
            starts[k] = ends[k] = starts[k + 1] if k + 1 < count else starts[k]
    shortened = tuple(shown[joint] if joint >= 0 else joint for joint in timing.shortened)
    return timing._replace(starts=tuple(starts), ends=tuple(ends), shortened=shortened)


def _ratios(times: Sequence[Fraction]) -> list[tuple[int, int]]:
    """Return numerators and denominators, each asked for once: that takes as long as all the rest."""
    return [time.as_integer_ratio() for time in times]


def _in_units(times: Sequence[tuple[int, int]], unit: int) -> list[int]:
    return [count * (unit // parts) for count, parts in times]


def _factors(seen: Sequence[int], joined: Sequence[int]) -> dict[int, Fraction]:
    """Return by how much over-long joints must be multiplied: the smaller r of the slides at their ends."""
    factors: dict[int, Fraction] = {}
    for k, duration in enumerate(seen):
        in_transitions = joined[k] + joined[k + 1]
        if in_transitions > duration:
            for joint in (k, k + 1):
                if joined[joint]:
                    room = Fraction(duration, in_transitions)
                    factors[joint] = min(room, factors.get(joint, room))
    return factors


def show_schedule(timing: Timing, rate: Fraction) -> Schedule:
    """Return the frames of a show of ``timing`` at ``rate`` frames per second."""
    twice, half = 2 * rate.numerator, timing.unit * rate.denominator

    def frame(units: int) -> int:
        return (units * twice + half) // (2 * half)

    first = tuple(map(frame, timing.starts))
    ends = tuple(map(frame, timing.ends))
    total = max(ends, default=0)
    fade_out = total - frame(timing.end - timing.fade_out)
    counts = tuple(end - start for start, end in zip(first, ends, strict=True))
    return Schedule(first, counts, frame(timing.fade_in), fade_out, total)
