"""Moves: where the camera opens and closes about a solved base window.

In ``cover`` the base is the widest window of a push in or pull out; in ``subject`` and ``whole`` it is the
tightest, and the other end is wider. Required keep areas that the base shows stay visible to 98 % at every frame:
the visible share of a box is a product of two concave functions along a path, hence smallest at one of the path's
ends, so looking at the ends is enough. Windows of growing gain lie inside one another, so the largest
permissible gain is found by bisection; the same holds for the travel of a pan or tilt. (An entering photo is the
exception: it is outside at first by definition.)

All windows are in the photo frame of ``core.geometry.straightening``; what they show is told in its level frame.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Bases, KeepAreas, Placement
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, FloatArray, fully_visible, overlap, visible_share
from jaunty_frame.core.motion.courses import COURSES, HOLD, MOST_LEAN, Course, Move

LEAST_GAIN = 1.03
SOFT_GAIN = 1.10
"""The most that a photo already softer than wanted may still be zoomed into."""
PAN_SECONDS = 7.0
"""An object should need about this long to cross the frame (common practice against judder)."""
_LEAST_TRAVEL = 0.03
_LEAST_LEAN = 0.5
# Degrees of lean for each unit of zoom rate: gentle 0.4, plain 0.8, strong 1.2 degrees per second.
_LEAN_PER_RATE = 20.0
# How far beyond the frame's edge an entering photo waits.
_OUTSIDE = 0.01
_ONLY_WHEN_ASKED = (Move.DIAGONAL, Move.LEAN, Move.ENTER)
_EQUAL = 1e-9
_HALVINGS = 20
_LEAN_STEPS = 10


@dataclass(frozen=True)
class Moves:
    """Every course of N slides. opening, closing : (N, C, 4); lean : (N, C) degrees by which the photo
    leans clockwise at the opening, at the closing it is level;
    possible, natural : (N, C) bool.

    A pan or tilt is natural where the base leaves room for it, and else only possible after tightening. Diagonals,
    leans and entering photos are possible only where they were asked for.
    """

    opening: FloatArray
    closing: FloatArray
    lean: FloatArray
    possible: NDArray[np.bool_]
    natural: NDArray[np.bool_]

    @property
    def way(self) -> FloatArray:
        """(N, C): how far each course goes, in photos."""
        return np.abs(self.closing - self.opening).max(axis=2)


@dataclass(frozen=True, eq=False)
class Cells:
    """What the moves of N cells depend on beside their bases.

    areas : in the photo frame; moves : asked for; seconds, rate, softness : (N,) duration, zoom per second, source
    pixels per output pixel of the base; least_softness : the limit that a move must keep.
    """

    turned: Turned
    areas: KeepAreas
    moves: Sequence[Move]
    seconds: FloatArray
    rate: FloatArray
    softness: FloatArray
    least_softness: float

    @property
    def level_boxes(self) -> FloatArray:
        return self.turned.level_boxes(self.areas.boxes)

    def shares(self, windows: FloatArray) -> FloatArray:
        """Return the visible share (N, K) of each area in windows (N, 4)."""
        return visible_share(self.turned.level_windows(windows), self.level_boxes)

    def rows(self, chosen: NDArray[np.intp]) -> "Cells":
        return Cells(
            self.turned.rows(chosen),
            self.areas.rows(chosen),
            [self.moves[k] for k in chosen.tolist()],
            self.seconds[chosen],
            self.rate[chosen],
            self.softness[chosen],
            self.least_softness,
        )

    @property
    def sharp_gain(self) -> FloatArray:
        """(N,): how far the base may be zoomed into; softness at the tight end is the base's divided by the gain."""
        soft = self.softness < self.least_softness
        return np.where(soft, SOFT_GAIN, self.softness / self.least_softness)


# The window's extent in photos at which a strip of 2.5 % of the frame is left on both sides.
_SET_APART = 1 / (1 - 2 * 0.025)


def solve_moves(bases: Bases, cells: Cells) -> Moves:
    """Return the windows of every course in COURSES for every slide."""
    base = bases.window
    covers = bases.placement == PLACEMENTS.index(Placement.COVER)
    full = np.exp(cells.rate * cells.seconds)
    shown = cells.areas.required & fully_visible(cells.shares(base))

    centre = weighted_centre(cells.areas)
    highest = np.maximum(np.minimum(full, cells.sharp_gain), 1.0)
    gain = largest_gain(base, highest, centre, cells, shown)
    reach = cells.turned.reach
    tight = tightened(base, gain, centre, reach)
    apart, out = set_apart(base, full, cells.turned)
    wide = widened(apart, out, reach)
    # What pans and tilts keep beside their way: nothing, or a strip that does not look like a mistake.
    steady = np.where(covers[:, None], base, set_apart(base, np.ones(len(base)), cells.turned)[0])
    zooms = np.where(covers, gain, out) >= LEAST_GAIN - _EQUAL

    rows = base.shape[0]
    opening = np.repeat(base[:, None, :], len(COURSES), axis=1)
    closing = opening.copy()
    lean = np.zeros((rows, len(COURSES)))
    possible = np.zeros((rows, len(COURSES)), bool)
    natural = possible.copy()
    possible[:, HOLD] = natural[:, HOLD] = True
    wider = np.where(covers[:, None], base, wide)
    tighter = np.where(covers[:, None], tight, apart)
    for c, course in enumerate(COURSES):
        if course.move is Move.PUSH_IN:
            opening[:, c], closing[:, c] = wider, tighter
            possible[:, c] = natural[:, c] = zooms
        elif course.move is Move.PULL_OUT:
            opening[:, c], closing[:, c] = tighter, wider
            possible[:, c] = natural[:, c] = zooms
        elif course.move in (Move.PAN, Move.TILT):
            axis = 0 if course.across else 1
            roomy = _room(steady, axis, course, reach) >= _LEAST_TRAVEL * steady[:, 2 + axis]
            end = np.where((roomy | ~covers)[:, None], steady, tight)
            limit = end[:, 2 + axis] * cells.seconds / PAN_SECONDS
            travel = np.clip(_travel_limit(end, axis, course, cells, shown), 0.0, limit)
            opening[:, c], closing[:, c] = _moved_back(end, course, travel, travel), end
            far_enough = travel >= _LEAST_TRAVEL * end[:, 2 + axis]
            possible[:, c] = far_enough & (roomy | (covers & zooms))
            natural[:, c] = far_enough & roomy
        elif course.move in _ONLY_WHEN_ASKED:
            asked = np.flatnonzero([move is course.move for move in cells.moves])
            if asked.size:
                solve = {Move.DIAGONAL: _diagonal, Move.LEAN: _lean, Move.ENTER: _enter}[course.move]
                resting = base if course.move is Move.ENTER else steady
                around = _Around(resting[asked], tight[asked], covers[asked], shown[asked])
                some = solve(course, cells.rows(asked), around)
                opening[asked, c], closing[asked, c], lean[asked, c], possible[asked, c] = some
    return Moves(opening, closing, lean, possible, natural)


class _Around(NamedTuple):
    """base, tight : (N, 4) the solved window and that tightened; covers : (N,); shown : (N, K) areas in the base."""

    base: FloatArray
    tight: FloatArray
    covers: NDArray[np.bool_]
    shown: NDArray[np.bool_]


_Ends = tuple[FloatArray, FloatArray, FloatArray, NDArray[np.bool_]]


def _diagonal(
    course: Course,
    cells: Cells,
    around: _Around,
) -> _Ends:
    """Return a move across and down at once that ends on the tight window."""
    end = np.where(around.covers[:, None], around.tight, around.base)
    opening = travel_back(end, course, cells, around.shown)
    near = np.abs(opening[:, :2] - end[:, :2]) < _LEAST_TRAVEL * end[:, 2:]
    return opening, end, np.zeros(len(end)), ~np.any(near, axis=1)


def travel_back(end: FloatArray, course: Course, cells: Cells, shown: NDArray[np.bool_]) -> FloatArray:
    """Return where a pan, tilt or diagonal comes from that ends on ``end`` (N, 4): as far back as speed, photo and the
    ``shown`` areas allow."""
    reach = cells.turned.reach
    ways = [
        np.clip(_room(end, axis, course, reach), 0.0, end[:, 2 + axis] * cells.seconds / PAN_SECONDS) for axis in (0, 1)
    ]

    def opening_at(share: FloatArray) -> FloatArray:
        return _moved_back(end, course, ways[0] * share, ways[1] * share)

    share = _largest(lambda part: _keeps(cells, opening_at(part), shown), np.ones(len(end)), np.zeros(len(end)))
    return opening_at(share)


def _lean(
    course: Course,
    cells: Cells,
    around: _Around,
) -> _Ends:
    """Return a window that leans at first and ends level; the lean is lessened until it is sharp and shows all."""
    base, _, covers, shown = around
    # A photo that is to turn clockwise leans the other way first.
    wanted = -np.minimum(cells.rate * _LEAN_PER_RATE * cells.seconds, MOST_LEAN) * course.across
    centre = weighted_centre(cells.areas)
    window, lean = base.copy(), np.zeros(len(base))
    for step in range(_LEAN_STEPS, 0, -1):
        part = wanted * step / _LEAN_STEPS
        leaning = Turned(cells.turned.degrees + part, cells.turned.photo_aspect, cells.turned.aspect)
        # The larger of both ends' bounding boxes: every window between them lies inside it.
        reach = np.maximum(cells.turned.reach, leaning.reach)
        gain = np.maximum((base[:, 2:] * reach).max(axis=1), 1.0)
        candidate = np.where(covers[:, None], tightened(base, gain, centre, reach), base)
        good = (lean == 0) & (~covers | (gain <= np.maximum(cells.sharp_gain, 1.0)))
        boxes = leaning.level_boxes(cells.areas.boxes)
        turned_share = visible_share(leaning.level_windows(candidate), boxes)
        good &= np.all(~shown | fully_visible(turned_share), axis=1)
        good &= _keeps(cells, candidate, shown)
        window[good], lean[good] = candidate[good], part[good]
    return window, window, lean, np.abs(lean) >= _LEAST_LEAN


def _enter(
    course: Course,
    cells: Cells,
    around: _Around,
) -> _Ends:
    """Return a move of the photo from outside the frame onto the base."""
    base = around.base
    opening = base.copy()
    extent = base[:, 2:] * cells.turned.reach
    for axis, sign in ((0, course.across), (1, course.down)):
        if sign:
            beyond = extent[:, axis] / 2 + _OUTSIDE
            middle = 1.0 + beyond if sign > 0 else -beyond
            opening[:, axis] = middle - base[:, 2 + axis] / 2
    return opening, base, np.zeros(len(base)), np.ones(len(base), bool)


def weighted_centre(areas: KeepAreas) -> FloatArray:
    """Return the areas' weighted centre (N, 2), NaN where there are none."""
    total = areas.weights.sum(axis=1)[:, None]
    middle = np.sum(areas.weights[..., None] * (areas.boxes[..., :2] + areas.boxes[..., 2:] / 2), axis=1)
    return np.divide(middle, total, out=np.full_like(middle, np.nan), where=total > 0)


def tightened(base: FloatArray, gain: FloatArray, centre: FloatArray, reach: FloatArray) -> FloatArray:
    """Return the base made smaller by ``gain``, centred on ``centre`` as far as the photo allows.

    It keeps the photo centred along an axis on which bars remain.
    """
    size = base[:, 2:] / gain[:, None]
    wanted = np.where(np.isnan(centre), base[:, :2] + base[:, 2:] / 2, centre)
    return _placed(wanted, size, reach)


def widened(base: FloatArray, gain: FloatArray, reach: FloatArray) -> FloatArray:
    """Return the base made larger by ``gain`` about its centre, moved inside the photo where it fits."""
    return _placed(base[:, :2] + base[:, 2:] / 2, base[:, 2:] * gain[:, None], reach)


def set_apart(base: FloatArray, gain: FloatArray, turned: Turned) -> tuple[FloatArray, FloatArray]:
    """Return bases (N, 4) that do not cover, and gains (N,) by which they may widen, so that no strip
    looks like a mistake.

    On each side either the photo reaches the frame's edge all the way, or the strip beside it is at least 2.5 % of the
    frame from the first to the last: a strip that only begins in the course of the move, or a narrower one, would be
    seen as a fault (common practice). Where there is room in the photo the gain is lessened, else the window is larger,
    so that a whole photo that moves is a little smaller. Turned photos leave corners, no strips, and stay as they are.
    """
    size, wide = base[:, 2:], gain.copy()
    # Widening within the photo, along axes on which it still lies inside.
    within = np.where(size < 1.0 - _EQUAL, 1.0 / size, np.inf).min(axis=1)
    wide = np.where((within >= LEAST_GAIN) & (within < wide), within, wide)
    larger = np.ones(len(base))
    for _ in range(2):  # making the window larger along one axis may bring the other one to its edge
        grown = size * larger[:, None]
        narrow = (grown * wide[:, None] > 1.0 + _EQUAL) & (grown < _SET_APART)
        larger = larger * np.where(narrow, _SET_APART / grown, 1.0).max(axis=1)
    upright = turned.degrees == 0
    apart = widened(base, np.where(upright, larger, 1.0), turned.reach)
    return np.where(upright[:, None], apart, base), np.where(upright, wide, gain)


def _placed(centre: FloatArray, size: FloatArray, reach: FloatArray) -> FloatArray:
    """Return windows of ``size`` about ``centre`` as far as their bounding boxes stay inside the photo."""
    half = size * reach / 2
    inside = np.clip(centre, half, np.maximum(1.0 - half, half))
    centre = np.where(half > 0.5, 0.5, inside)
    return np.concatenate([centre - size / 2, size], axis=1)


def _sign(axis: int, course: Course) -> int:
    return course.across if axis == 0 else course.down


def _room(window: FloatArray, axis: int, course: Course, reach: FloatArray) -> FloatArray:
    """Return how far the window could have come from, against the course's direction, inside the photo."""
    size = window[:, 2 + axis] * reach[:, axis]
    position = window[:, axis] + window[:, 2 + axis] / 2 - size / 2
    ahead = position if _sign(axis, course) > 0 else 1.0 - size - position
    return np.where(size < 1.0, ahead, 0.0)


def _moved_back(window: FloatArray, course: Course, across: FloatArray, down: FloatArray) -> FloatArray:
    moved = window.copy()
    moved[:, 0] -= course.across * across
    moved[:, 1] -= course.down * down
    return moved


def _travel_limit(end: FloatArray, axis: int, course: Course, cells: Cells, shown: NDArray[np.bool_]) -> FloatArray:
    """Return how far (N,) the course may reach back from ``end`` inside the photo with all ``shown`` visible.

    The window leaves an area at the side from which it moves away; the other side is cut first only while the area
    is larger than the window, which then does not count as shown. Seen from a straightened photo, areas do not lie
    along the way, and the limit is searched.
    """
    room = np.maximum(_room(end, axis, course, cells.turned.reach), 0.0)
    sign, areas = _sign(axis, course), cells.areas
    position, size = end[:, None, axis], end[:, None, 2 + axis]
    low, length = areas.boxes[..., axis], areas.boxes[..., 2 + axis]
    cross, cross_size = end[:, None, 1 - axis], end[:, None, 3 - axis]
    cross_low, cross_length = areas.boxes[..., 1 - axis], areas.boxes[..., 3 - axis]
    seen_across = overlap(cross_low, cross_low + cross_length, cross, cross + cross_size)
    whole = np.where(seen_across > 0, seen_across, 1.0)
    least = FULLY_VISIBLE * cross_length / whole * length
    ahead = position + size - low if sign > 0 else low + length - position
    way = np.where(shown, ahead - least, np.inf)
    limit = np.minimum(np.min(way, axis=1, initial=np.inf), room)
    # Each row by itself: what is solved together must not matter.
    rows = np.flatnonzero(cells.turned.degrees)
    if rows.size:
        some, at, wanted = cells.rows(rows), end[rows], shown[rows]
        limit[rows] = _largest(
            lambda way: _keeps(some, _moved_back(at, course, way, way), wanted), room[rows], np.zeros(rows.size)
        )
    return limit


def _keeps(cells: Cells, windows: FloatArray, shown: NDArray[np.bool_]) -> NDArray[np.bool_]:
    return np.all(~shown | fully_visible(cells.shares(windows)), axis=1)


def _largest(fits: Callable[[FloatArray], NDArray[np.bool_]], highest: FloatArray, lowest: FloatArray) -> FloatArray:
    """Return the largest value (N,) up to ``highest`` that fits, where all smaller ones fit too."""
    low, high = lowest.copy(), highest.copy()
    at_once = fits(highest)
    if at_once.all():
        return high
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        good = fits(middle)
        low, high = np.where(good, middle, low), np.where(good, high, middle)
    return np.where(at_once, highest, low)


def largest_gain(
    base: FloatArray, highest: FloatArray, centre: FloatArray, cells: Cells, shown: NDArray[np.bool_]
) -> FloatArray:
    """Return the largest gain (N,) in 1..highest at which the tightened window shows all ``shown`` areas."""
    gain = highest.copy()
    rows = np.flatnonzero(~_keeps(cells, tightened(base, highest, centre, cells.turned.reach), shown))
    if rows.size:
        some, wanted, around, at = cells.rows(rows), shown[rows], centre[rows], base[rows]
        gain[rows] = _largest(
            lambda part: _keeps(some, tightened(at, part, around, some.turned.reach), wanted),
            highest[rows],
            np.ones(rows.size),
        )
    return gain
