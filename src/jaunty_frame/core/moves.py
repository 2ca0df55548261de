"""Moves: where the camera opens and closes about a solved base window.

In ``cover`` the base is the widest window of a push in or pull out; in ``subject`` and ``whole`` it is the
tightest, and the other end is wider. Required keep areas that the base shows stay visible to 98 % at every frame:
the visible share of a box is a product of two concave functions along a path, hence smallest at one of the path's
ends, so looking at the ends is enough. Windows of growing gain lie inside one another, so the largest
permissible gain is found by bisection; the same holds for the travel of a pan or tilt.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from hashlib import blake2b
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing import PLACEMENTS, Bases, KeepAreas, Placement
from jaunty_frame.core.geometry import FULLY_VISIBLE, FloatArray, overlap, visible_share

LEAST_GAIN = 1.03
SOFT_GAIN = 1.10
"""The most that a photo already softer than wanted may still be zoomed into."""
PAN_SECONDS = 7.0
"""An object should need about this long to cross the frame (common practice against judder)."""
_LEAST_TRAVEL = 0.03
_EQUAL = 1e-9
_HALVINGS = 30


class Move(StrEnum):
    AUTO = "auto"
    HOLD = "hold"
    PUSH_IN = "push-in"
    PULL_OUT = "pull-out"
    PAN = "pan"
    TILT = "tilt"


class Strength(StrEnum):
    GENTLE = "gentle"
    PLAIN = "plain"
    STRONG = "strong"


ZOOM_RATE = {Strength.GENTLE: 0.02, Strength.PLAIN: 0.04, Strength.STRONG: 0.06}
"""Zoom per second, as the logarithm of the ratio."""


class Course(NamedTuple):
    """A move with its direction along an axis (0 = x, 1 = y): -1 towards the left or top."""

    move: Move
    axis: int = 0
    direction: int = 0


HOLD = 0
COURSES = (
    Course(Move.HOLD),
    Course(Move.PUSH_IN),
    Course(Move.PULL_OUT),
    Course(Move.PAN, 0, 1),
    Course(Move.PAN, 0, -1),
    Course(Move.TILT, 1, 1),
    Course(Move.TILT, 1, -1),
)


@dataclass(frozen=True)
class Moves:
    """Every course of N slides. opening, closing : (N, C, 4); possible, natural : (N, C) bool.

    A pan or tilt is natural where the base leaves room for it, and else only possible after tightening.
    """

    opening: FloatArray
    closing: FloatArray
    possible: NDArray[np.bool_]
    natural: NDArray[np.bool_]


def solve_moves(
    bases: Bases,
    areas: KeepAreas,
    seconds: FloatArray,
    rate: FloatArray,
    base_softness: FloatArray,
    least_softness: float,
) -> Moves:
    """Return the windows of every course in COURSES for every slide.

    seconds, rate, base_softness : (N,) duration, zoom per second, source pixels per output pixel of the base.
    """
    base = bases.window
    covers = bases.placement == PLACEMENTS.index(Placement.COVER)
    full = np.exp(rate * seconds)
    shown = areas.required & (visible_share(base, areas.boxes) >= FULLY_VISIBLE - _EQUAL)

    # Softness at the tight end is the base's divided by the gain.
    sharp_gain = np.where(base_softness < least_softness, SOFT_GAIN, base_softness / least_softness)
    centre = _weighted_centre(areas)
    highest = np.maximum(np.minimum(full, sharp_gain), 1.0)
    gain = _largest_gain(base, highest, centre, areas, shown)
    tight = _tightened(base, gain, centre)
    wide = _widened(base, full)
    zooms = np.where(covers, gain, full) >= LEAST_GAIN - _EQUAL

    rows = base.shape[0]
    opening = np.repeat(base[:, None, :], len(COURSES), axis=1)
    closing = opening.copy()
    possible = np.zeros((rows, len(COURSES)), bool)
    natural = possible.copy()
    possible[:, HOLD] = natural[:, HOLD] = True
    wider = np.where(covers[:, None], base, wide)
    tighter = np.where(covers[:, None], tight, base)
    for c, course in enumerate(COURSES):
        if course.move is Move.PUSH_IN:
            opening[:, c], closing[:, c] = wider, tighter
        elif course.move is Move.PULL_OUT:
            opening[:, c], closing[:, c] = tighter, wider
        elif course.axis or course.direction:
            roomy = _room(base, course) >= _LEAST_TRAVEL * base[:, 2 + course.axis]
            end = np.where((roomy | ~covers)[:, None], base, tight)
            travel = np.clip(
                _travel_limit(end, course, areas, shown), 0.0, end[:, 2 + course.axis] * seconds / PAN_SECONDS
            )
            opening[:, c], closing[:, c] = _moved(end, course, -travel), end
            far_enough = travel >= _LEAST_TRAVEL * end[:, 2 + course.axis]
            possible[:, c] = far_enough & (roomy | (covers & zooms))
            natural[:, c] = far_enough & roomy
            continue
        else:
            continue
        possible[:, c] = natural[:, c] = zooms
    return Moves(opening, closing, possible, natural)


def _weighted_centre(areas: KeepAreas) -> FloatArray:
    """Return the areas' weighted centre (N, 2), NaN where there are none."""
    total = areas.weights.sum(axis=1)[:, None]
    middle = np.sum(areas.weights[..., None] * (areas.boxes[..., :2] + areas.boxes[..., 2:] / 2), axis=1)
    return np.divide(middle, total, out=np.full_like(middle, np.nan), where=total > 0)


def _tightened(base: FloatArray, gain: FloatArray, centre: FloatArray) -> FloatArray:
    """Return the base made smaller by ``gain``, centred on ``centre`` as far as the photo allows."""
    size = base[:, 2:] / gain[:, None]
    centre = np.where(np.isnan(centre), base[:, :2] + base[:, 2:] / 2, centre)
    position = np.clip(centre - size / 2, 0.0, np.maximum(1.0 - size, 0.0))
    # A tightened subject keeps the photo centred along an axis on which bars remain.
    position = np.where(size > 1.0, (1.0 - size) / 2, position)
    return np.concatenate([position, size], axis=1)


def _widened(base: FloatArray, gain: FloatArray) -> FloatArray:
    """Return the base made larger by ``gain`` about its centre, moved inside the photo where it fits."""
    size = base[:, 2:] * gain[:, None]
    position = base[:, :2] + base[:, 2:] / 2 - size / 2
    inside = np.clip(position, 0.0, np.maximum(1.0 - size, 0.0))
    return np.concatenate([np.where(size > 1.0, (1.0 - size) / 2, inside), size], axis=1)


def _room(window: FloatArray, course: Course) -> FloatArray:
    """Return how far the window could have come from, against the course's direction, inside the photo."""
    position, size = window[:, course.axis], window[:, 2 + course.axis]
    return np.where(size < 1.0, position if course.direction > 0 else 1.0 - size - position, 0.0)


def _travel_limit(end: FloatArray, course: Course, areas: KeepAreas, shown: NDArray[np.bool_]) -> FloatArray:
    """Return how far (N,) the course may reach back from ``end`` inside the photo with all ``shown`` visible.

    The window leaves an area at the side from which it moves away; the other side is cut first only while the area
    is larger than the window, which then does not count as shown.
    """
    axis, sign = course.axis, course.direction
    position, size = end[:, None, axis], end[:, None, 2 + axis]
    low, length = areas.boxes[..., axis], areas.boxes[..., 2 + axis]
    cross, cross_size = end[:, None, 1 - axis], end[:, None, 3 - axis]
    cross_low, cross_length = areas.boxes[..., 1 - axis], areas.boxes[..., 3 - axis]
    seen_across = overlap(cross_low, cross_low + cross_length, cross, cross + cross_size)
    whole = np.where(seen_across > 0, seen_across, 1.0)
    least = FULLY_VISIBLE * cross_length / whole * length
    ahead = position + size - low if sign > 0 else low + length - position
    way = np.where(shown, ahead - least, np.inf)
    return np.minimum(np.min(way, axis=1, initial=np.inf), _room(end, course))


def _moved(window: FloatArray, course: Course, way: FloatArray) -> FloatArray:
    moved = window.copy()
    moved[:, course.axis] += course.direction * way
    return moved


def _largest_gain(
    base: FloatArray, highest: FloatArray, centre: FloatArray, areas: KeepAreas, shown: NDArray[np.bool_]
) -> FloatArray:
    """Return the largest gain (N,) in 1..highest at which the tightened window shows all ``shown`` areas."""

    def fits(rows: NDArray[np.intp], gain: FloatArray) -> NDArray[np.bool_]:
        share = visible_share(_tightened(base[rows], gain, centre[rows]), areas.boxes[rows])
        return np.all(~shown[rows] | (share >= FULLY_VISIBLE - _EQUAL), axis=1)

    gain = highest.copy()
    rows = np.flatnonzero(~fits(np.arange(len(gain)), highest))
    if rows.size:
        low, high = np.ones(rows.size), highest[rows]
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            good = fits(rows, middle)
            low, high = np.where(good, middle, low), np.where(good, high, middle)
        gain[rows] = low
    return gain


@lru_cache(maxsize=65536)
def ranking(seed: str) -> tuple[int, ...]:
    """Return all courses but hold in the order in which a slide of id ``seed`` prefers them."""
    return tuple(sorted(range(1, len(COURSES)), key=lambda c: blake2b(f"{seed}/{c}".encode(), digest_size=8).digest()))


def course_options(wanted: Sequence[Move], seeds: Sequence[str], moves: Moves) -> NDArray[np.intp]:
    """Return the courses (N, C), indices into COURSES, that each slide may take, the preferred one first.

    A set move has one, in all columns: its possible course with the longest way, hold if there is none. ``auto`` has
    its ranking, what its shape allows first, then hold.
    """
    way = np.abs(moves.closing - moves.opening).max(axis=2)
    rows = [
        _ranked(seed, possible, natural) if move is Move.AUTO else [_set_course(move, possible, far)] * len(COURSES)
        for move, seed, possible, natural, far in zip(
            wanted, seeds, moves.possible.tolist(), moves.natural.tolist(), way.tolist(), strict=True
        )
    ]
    return np.array(rows, np.intp).reshape(len(rows), len(COURSES))


def choose_courses(options: NDArray[np.intp]) -> NDArray[np.intp]:
    """Return the course that each slide takes, in running order.

    It is its first option, unless its predecessor took the same: then the first other one, if possible not its
    successor's first either. So an inserted slide changes its neighbours and, but in rare runs of equal firsts,
    nothing beyond them.
    """
    firsts = options[:, 0]
    # A successor that has no choice cannot step aside; its predecessor must.
    no_choice = options[:, 0] == options[:, 1]
    fixed_next = np.append(np.where(no_choice, firsts, HOLD)[1:], HOLD)
    clashes = firsts == fixed_next[: len(firsts)]
    clashes[1:] |= firsts[1:] == firsts[:-1]
    chosen, fixed = firsts.tolist(), fixed_next.tolist()
    for k in np.flatnonzero(clashes & ~no_choice).tolist():
        # Stepping aside may run into the successor, which then steps aside in its turn, and so on.
        while _meets(chosen, k, fixed):
            others = [c for c in options[k].tolist() if c != (chosen[k - 1] if k else HOLD)]
            after = chosen[k + 1] if k + 1 < len(chosen) else HOLD
            chosen[k] = next((c for c in others if c not in (after, HOLD)), others[0] if others else HOLD)
            if k + 1 == len(chosen) or no_choice[k + 1]:
                break
            k += 1
    return np.array(chosen, np.intp)


def _meets(chosen: list[int], k: int, fixed_next: list[int]) -> bool:
    before = chosen[k - 1] if k else HOLD
    return chosen[k] != HOLD and (chosen[k] == before or chosen[k] == fixed_next[k])


def _ranked(seed: str, possible: list[bool], natural: list[bool]) -> list[int]:
    order = [c for c in ranking(seed) if possible[c]]
    ranked = [*(c for c in order if natural[c]), *(c for c in order if not natural[c])]
    return ranked + [HOLD] * (len(COURSES) - len(ranked))


def _set_course(move: Move, possible: list[bool], way: list[float]) -> int:
    fitting = [c for c, course in enumerate(COURSES) if course.move is move and possible[c]]
    return max(fitting, key=lambda c: (way[c], -c)) if fitting else HOLD
