"""Courses: moves with their directions, and which one each slide takes."""

from collections.abc import Sequence
from enum import StrEnum
from functools import lru_cache
from hashlib import blake2b
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray

MOST_LEAN = 5.0
"""Degrees that a window may lean."""


class Move(StrEnum):
    AUTO = "auto"
    HOLD = "hold"
    PUSH_IN = "push-in"
    PULL_OUT = "pull-out"
    PAN = "pan"
    TILT = "tilt"
    DIAGONAL = "diagonal"
    LEAN = "lean"
    ENTER = "enter"


class Direction(StrEnum):
    """Where a pan, tilt or diagonal looks next; where an entering photo goes; how a lean turns (right = clockwise)."""

    AUTO = "auto"
    LEFT = "left"
    RIGHT = "right"
    UP = "up"
    DOWN = "down"
    UP_LEFT = "up-left"
    UP_RIGHT = "up-right"
    DOWN_LEFT = "down-left"
    DOWN_RIGHT = "down-right"


class Strength(StrEnum):
    GENTLE = "gentle"
    PLAIN = "plain"
    STRONG = "strong"


ZOOM_RATE = {Strength.GENTLE: 0.02, Strength.PLAIN: 0.04, Strength.STRONG: 0.06}
"""Zoom per second, as the logarithm of the ratio."""


class Course(NamedTuple):
    """A move with its direction: across and down, each -1, 0 or 1."""

    move: Move
    across: int = 0
    down: int = 0

    @property
    def direction(self) -> Direction:
        up_or_down = {-1: "up", 0: "", 1: "down"}[self.down]
        side = {-1: "left", 0: "", 1: "right"}[self.across]
        return Direction("-".join(part for part in (up_or_down, side) if part) or "auto")


HOLD = 0
COURSES = (
    Course(Move.HOLD),
    Course(Move.PUSH_IN),
    Course(Move.PULL_OUT),
    Course(Move.PAN, 1),
    Course(Move.PAN, -1),
    Course(Move.TILT, 0, 1),
    Course(Move.TILT, 0, -1),
    *(Course(Move.DIAGONAL, across, down) for across in (1, -1) for down in (1, -1)),
    Course(Move.LEAN, 1),
    Course(Move.LEAN, -1),
    *(Course(Move.ENTER, across, down) for across, down in ((1, 0), (-1, 0), (0, 1), (0, -1))),
)
_FOR_AUTO = tuple(
    c for c, course in enumerate(COURSES) if c > 0 and course.move in (Move.PUSH_IN, Move.PULL_OUT, Move.PAN, Move.TILT)
)
ENTERING_COURSES = tuple(c for c, course in enumerate(COURSES) if course.move is Move.ENTER)


@lru_cache(maxsize=65536)
def ranking(seed: str) -> tuple[int, ...]:
    """Return the courses of automatic moves in the order in which a slide of id ``seed`` prefers them."""
    return tuple(sorted(_FOR_AUTO, key=lambda c: blake2b(f"{seed}/{c}".encode(), digest_size=8).digest()))


def course_options(
    wanted: Sequence[Move],
    directions: Sequence[Direction],
    seeds: Sequence[str],
    possible: NDArray[np.bool_],
    natural: NDArray[np.bool_],
    way: FloatArray,
) -> NDArray[np.intp]:
    """Return the courses (N, C), indices into COURSES, that each slide may take, the preferred one first.

    possible, natural : (N, C), as in ``moves.Moves``; way : (N, C) how far each course goes. A set move has one course,
    in all columns: its possible one in the direction asked for, else with the longest way, hold if there is none.
    ``auto`` has its ranking, what its shape allows first, then hold.
    """
    options = np.full((len(wanted), len(COURSES)), HOLD, np.intp)
    chosen = [k for k, move in enumerate(wanted) if move is Move.AUTO]
    if chosen:
        options[chosen, : len(_FOR_AUTO)] = _ranked([seeds[k] for k in chosen], possible[chosen], natural[chosen])
    for k, move in enumerate(wanted):
        if move is not Move.AUTO:
            options[k] = _set_course(move, directions[k], possible[k].tolist(), way[k].tolist())
    return options


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
            before, after = chosen[k - 1] if k else HOLD, chosen[k + 1] if k + 1 < len(chosen) else HOLD
            own = options[k].tolist()
            other = next((c for c in own if c not in (before, after, HOLD)), None)
            chosen[k] = next((c for c in own if c != before), HOLD) if other is None else other
            if k + 1 == len(chosen) or no_choice[k + 1]:
                break
            k += 1
    return np.array(chosen, np.intp)


def _meets(chosen: list[int], k: int, fixed_next: list[int]) -> bool:
    before = chosen[k - 1] if k else HOLD
    return chosen[k] != HOLD and (chosen[k] == before or chosen[k] == fixed_next[k])


def _ranked(seeds: Sequence[str], possible: NDArray[np.bool_], natural: NDArray[np.bool_]) -> NDArray[np.intp]:
    """Return the automatic courses (N, A) of each slide: by its ranking, natural ones first, hold at the end."""
    order = np.array([ranking(seed) for seed in seeds], np.intp)
    can, eases = np.take_along_axis(possible, order, 1), np.take_along_axis(natural, order, 1)
    by_class = np.argsort(np.where(can, ~eases, 2), axis=1, kind="stable")
    return np.take_along_axis(np.where(can, order, HOLD), by_class, 1)


def _set_course(move: Move, direction: Direction, possible: list[bool], way: list[float]) -> int:
    fitting = [c for c, course in enumerate(COURSES) if course.move is move and possible[c]]
    return max(fitting, key=lambda c: (COURSES[c].direction is direction, way[c], -c)) if fitting else HOLD
