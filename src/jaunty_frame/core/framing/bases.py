"""The solved base window: which part of each photo one output shows, before anything moves.

All slides are solved at once; arrays have one row per slide. The aspect ratios of photo and frame fix the
window along one axis (it spans the photo, or reaches beyond it evenly); along the other, the *free axis*,
its position p is chosen by these aims, each only among the optima of those before:

1. required areas: how many are visible to at least 98 %, then the sum of their visible shares, so that one too wide for
   the window counts by what is seen of it, and no wish pushes it out;
2. wished-for areas: the sum of weights of those visible to at least 98 %, then of weight x visible share;
3. the same shares with breathing room, 6 % of the window's short side, clipped to the photo;
4. least weight x share under the output's overlays;
5. the areas' weighted centre nearest to the middle of the window if their union is wider than a third of it,
   else to the nearer third;
6. least distance to the photo's centre.

Every aim is piecewise linear or constant in p, and where one joins the next is known in closed form. The set of
optima of each aim is therefore a union of intervals that end at such joints, so the lexicographic optimum is
itself a joint: it is enough to evaluate all aims at all joints and to take the best. Nothing is searched.
"""

from dataclasses import dataclass
from enum import StrEnum

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, FloatArray, cover_size, fully_visible, overlap

BREATHING_ROOM = 0.06
HAIRLINE = 0.025
REQUIRED_WEIGHT = 1.0
WISHED_WEIGHT = 0.5
"""What an area weighs that the user makes a mere wish."""
ATTENTION_STRIPS = 32
"""Equal strips of a photo, across and down, in which attention is told."""
# The zoom-out over which a subject's breathing room grows from nothing to all of it.
BREATHING_RAMP = 0.10
_EQUAL = 1e-9
# need(w) is a contraction with factor <= 0.12, so twelve rounds leave less than 1e-11.
_ROUNDS = 12


class Placement(StrEnum):
    AUTO = "auto"
    COVER = "cover"
    SUBJECT = "subject"
    WHOLE = "whole"


PLACEMENTS = tuple(Placement)


class Covering(StrEnum):
    """How much attention ``auto`` may lose before it zooms out instead of filling the frame."""

    READILY = "readily"
    BALANCED = "balanced"
    RELUCTANTLY = "reluctantly"


LEAST_ATTENTION = {Covering.READILY: 0.0, Covering.BALANCED: 0.40, Covering.RELUCTANTLY: 0.65}
"""The share of the attention that a cover must keep; what the labelled photos say of it is in docs/framing.md."""


@dataclass(frozen=True)
class KeepAreas:
    """The keep areas of N slides. boxes : (N, K, 4); weights : (N, K), 0 where a slide has fewer than K.

    attention : (N, 2, ATTENTION_STRIPS) how much each strip of the photo draws, across and down, 0 where not known.
    It tells where to crop what does not fit (``core.framing.attention``).
    """

    boxes: FloatArray
    weights: FloatArray
    attention: FloatArray | None = None

    @property
    def required(self) -> NDArray[np.bool_]:
        return self.weights >= REQUIRED_WEIGHT

    def rows(self, chosen: NDArray[np.intp]) -> "KeepAreas":
        attention = None if self.attention is None else self.attention[chosen]
        return KeepAreas(self.boxes[chosen], self.weights[chosen], attention)


@dataclass(frozen=True)
class Bases:
    """Solved base windows of N slides.

    window : (N, 4); placement : (N,) index into PLACEMENTS, as it came out; free_axis : (N,) 0 = x, 1 = y;
    hairline : (N,) the bars are a hairline that had to stay.
    """

    window: FloatArray
    placement: NDArray[np.intp]
    free_axis: NDArray[np.intp]
    hairline: NDArray[np.bool_]


def solve_bases(
    photo_aspect: FloatArray,
    aspect: FloatArray,
    areas: KeepAreas,
    wanted: NDArray[np.intp],
    overlays: FloatArray | None = None,
) -> Bases:
    """Return the base window of every slide.

    photo_aspect : (N,) width over height; aspect : (N,) of the frame as seen; wanted : (N,) index into PLACEMENTS;
    overlays : (N, M, 4) disjoint boxes in fractions of the frame, without extent where a row has fewer than M.
    """
    if overlays is None:
        overlays = np.zeros((len(photo_aspect), 0, 4))
    axes = _Axes(photo_aspect, aspect, areas, overlays)
    cover, required = axes.cover, areas.required
    cover_position = axes.best_position(cover, np.zeros_like(required))
    cover_shows = axes.shows(cover, cover_position, required)

    placed = wanted.copy()
    auto = wanted == PLACEMENTS.index(Placement.AUTO)
    placed[auto & cover_shows] = PLACEMENTS.index(Placement.COVER)
    placed[auto & ~cover_shows] = PLACEMENTS.index(Placement.SUBJECT)
    is_subject = placed == PLACEMENTS.index(Placement.SUBJECT)
    is_whole = placed == PLACEMENTS.index(Placement.WHOLE)

    size, position = np.where(is_whole, 1.0, cover), np.where(is_whole, 0.0, cover_position)
    rows = np.flatnonzero(is_subject)
    if rows.size:
        chosen = areas.rows(rows)
        some = _Axes(photo_aspect[rows], aspect[rows], chosen, overlays[rows])
        size[rows] = some.subject_size(chosen.required)
        position[rows] = some.best_position(size[rows], chosen.required)
    bars = 1.0 - cover / size
    narrow = bars < HAIRLINE
    hairline = narrow & (bars > _EQUAL) & ~cover_shows
    # A subject that needs no zooming out is a cover, placed so that all of it is seen.
    to_cover = narrow & ~hairline & ~(is_subject & (bars <= _EQUAL))
    size = np.where(to_cover, cover, size)
    position = np.where(to_cover, cover_position, position)
    placed[narrow & ~hairline] = PLACEMENTS.index(Placement.COVER)
    return Bases(axes.windows(size, position), placed, axes.free, hairline)


class _Axes:
    """The slides turned so that the free axis is always the first one."""

    def __init__(self, photo_aspect: FloatArray, aspect: FloatArray, areas: KeepAreas, overlays: FloatArray) -> None:
        size = cover_size(photo_aspect, aspect)
        self.free = np.where(photo_aspect >= aspect, 0, 1)
        self.cover = np.take_along_axis(size, self.free[:, None], 1)[:, 0]
        # Breathing room is a share of the short side; the window's extent along the free axis is this much longer.
        self.short = np.where(self.free == 0, np.minimum(1.0, 1.0 / aspect), np.minimum(1.0, aspect))
        low, extent = areas.boxes[..., :2], areas.boxes[..., 2:]
        free = self.free[:, None, None]
        self.a = np.take_along_axis(low, free, 2)[..., 0]
        self.length = np.take_along_axis(extent, free, 2)[..., 0]
        self.b = self.a + self.length
        self.cross_a = np.take_along_axis(low, 1 - free, 2)[..., 0]
        self.cross_length = np.take_along_axis(extent, 1 - free, 2)[..., 0]
        self.weights = areas.weights
        free_first = self.free[:, None] == 0
        self.over_a = np.where(free_first, overlays[..., 0], overlays[..., 1])
        self.over_b = self.over_a + np.where(free_first, overlays[..., 2], overlays[..., 3])
        self.cross_over_a = np.where(free_first, overlays[..., 1], overlays[..., 0])
        self.cross_over_b = self.cross_over_a + np.where(free_first, overlays[..., 3], overlays[..., 2])
        edges = np.concatenate([self.over_a, self.over_b], axis=1)
        # The window's own edges, 0 and 1, are joints anyway.
        self.over_edges = edges[:, np.any((edges > 0) & (edges < 1), axis=0)]

    def shows(self, size: FloatArray, position: FloatArray, wanted: NDArray[np.bool_]) -> NDArray[np.bool_]:
        """Return whether each window shows all ``wanted`` (N, K) areas."""
        seen = overlap(self.a, self.b, position[:, None], (position + size)[:, None])
        return np.all(~wanted | (seen >= (FULLY_VISIBLE - _EQUAL) * self.length), axis=1)

    def subject_size(self, required: NDArray[np.bool_]) -> FloatArray:
        """Return the smallest size between cover and whole that shows the required areas, with breathing room."""
        bare = self._needed(np.zeros_like(self.cover), required)
        ramp = np.clip((bare / self.cover - 1.0) / BREATHING_RAMP, 0.0, 1.0)
        room = ramp * BREATHING_ROOM * self.short
        size = np.clip(bare, self.cover, 1.0)
        for _ in range(_ROUNDS):
            size = np.clip(self._needed(room * size, required), self.cover, 1.0)
        return size

    def _needed(self, margin: FloatArray, required: NDArray[np.bool_]) -> FloatArray:
        """Return the least extent that shows every required area, widened by ``margin``, to 98 %.

        The slack of 2 % may be lost at either end, but by one area only once.
        """
        a = np.maximum(self.a - margin[:, None], 0.0)
        b = np.minimum(self.b + margin[:, None], 1.0)
        slack = (1.0 - FULLY_VISIBLE) * self.length
        span = (b - slack)[:, None, :] - (a + slack)[:, :, None]
        own = np.eye(self.a.shape[1], dtype=bool)
        span = np.where(own, (b - a - slack)[:, :, None], span)
        pairs = required[:, None, :] & required[:, :, None]
        return np.max(np.where(pairs, span, 0.0), axis=(1, 2), initial=0.0)

    def best_position(self, size: FloatArray, must_show: NDArray[np.bool_]) -> FloatArray:
        """Return the position that is best by the aims, among those that show all of ``must_show`` if any do."""
        p = self._joints(size)
        room = BREATHING_ROOM * size * self.short
        all_shown = np.ones_like(p)
        # Of required areas, then of wished-for ones.
        shown, seen, roomy = np.zeros((2, *p.shape)), np.zeros((2, *p.shape)), np.zeros((2, *p.shape))
        for k in range(self.a.shape[1]):  # few areas, many positions: long inner loops for numpy
            a, b, weight = self.a[:, k], self.b[:, k], self.weights[:, k, None]
            share = _interval_share(a, b, p, size)
            visible = fully_visible(share)
            with_room = _interval_share(np.maximum(a - room, 0.0), np.minimum(b + room, 1.0), p, size)
            all_shown *= visible | ~must_show[:, k, None]
            required = weight >= REQUIRED_WEIGHT
            for rank, counts in enumerate((required * 1.0, ~required * weight)):
                shown[rank] += counts * visible
                seen[rank] += counts * share
                roomy[rank] += counts * with_room
        scores = (
            all_shown,
            *(shown[0], seen[0]),
            *(shown[1], seen[1]),
            *roomy,
            -self._overlaid(p, size),
            -self._off_composition(p, size),
            -np.abs(p + (size[:, None] - 1.0) / 2),
            -p,
        )
        alive = np.ones_like(p, dtype=bool)
        for score in scores:
            masked = np.where(alive, score, -np.inf)
            alive &= masked >= masked.max(axis=1, keepdims=True) - _EQUAL
        return np.take_along_axis(p, alive.argmax(axis=1)[:, None], 1)[:, 0]

    def _joints(self, size: FloatArray) -> FloatArray:
        """Return every position (N, M) at which one of the aims may have its optimum."""
        w, a, b = size[:, None], self.a, self.b
        slack = (1.0 - FULLY_VISIBLE) * self.length
        room = BREATHING_ROOM * w * self.short[:, None]
        roomy_a, roomy_b = np.maximum(a - room, 0.0), np.minimum(b + room, 1.0)
        edges = (self.over_edges * w)[:, :, None]
        under = np.concatenate([a[:, None, :] - edges, b[:, None, :] - edges], axis=1)
        under = under.reshape(len(size), under.shape[1] * under.shape[2])
        centre = self._centre()[:, None]
        columns = [
            *(np.zeros_like(w), 1.0 - w, (1.0 - w) / 2),
            *(a, b, a - w, b - w, a + slack, b - slack - w),
            *(roomy_a, roomy_b, roomy_a - w, roomy_b - w),
            under,
            *(centre - w / 2, centre - w / 3, centre - w * 2 / 3),
        ]
        return np.clip(np.concatenate(columns, axis=1), 0.0, np.maximum(1.0 - w, 0.0))

    def _overlaid(self, p: FloatArray, size: FloatArray) -> FloatArray:
        """Return the sum of weight x share under overlays (N, M)."""
        total = np.zeros_like(p)
        cross_size = size / self.cover
        cross_p = (1.0 - cross_size) / 2
        area = self.length * self.cross_length
        for over in range(self.over_a.shape[1]):
            low = p + self.over_a[:, over, None] * size[:, None]
            high = p + self.over_b[:, over, None] * size[:, None]
            across = overlap(
                self.cross_a,
                self.cross_a + self.cross_length,
                (cross_p + self.cross_over_a[:, over] * cross_size)[:, None],
                (cross_p + self.cross_over_b[:, over] * cross_size)[:, None],
            )
            factor = np.divide(across * self.weights, area, out=np.zeros_like(across), where=area > 0)
            for k in range(self.a.shape[1]):
                total += factor[:, k, None] * overlap(self.a[:, k, None], self.b[:, k, None], low, high)
        return total

    def _centre(self) -> FloatArray:
        """Return the weighted centre of the areas along the free axis (N,), 1/2 where there are none."""
        total = self.weights.sum(axis=1)
        middle = np.sum(self.weights * (self.a + self.b) / 2, axis=1)
        return np.divide(middle, total, out=np.full_like(total, 0.5), where=total > 0)

    def _off_composition(self, p: FloatArray, size: FloatArray) -> FloatArray:
        """Return how far the weighted centre lies from where it should (N, M), in fractions of the window."""
        some = self.weights > 0
        if not some.size:
            return np.zeros_like(p)
        low = np.min(np.where(some, self.a, np.inf), axis=1)
        high = np.max(np.where(some, self.b, -np.inf), axis=1)
        wide = high - low > size / 3
        at = (self._centre()[:, None] - p) / size[:, None]
        thirds = np.minimum(np.abs(at - 1 / 3), np.abs(at - 2 / 3))
        off = np.where(np.expand_dims(wide, 1), np.abs(at - 0.5), thirds)
        return np.where(np.any(some, axis=1, keepdims=True), off, 0.0)

    def windows(self, size: FloatArray, position: FloatArray) -> FloatArray:
        cross_size = size / self.cover
        cross_position = (1.0 - cross_size) / 2
        first = self.free == 0
        return np.stack(
            [
                np.where(first, position, cross_position),
                np.where(first, cross_position, position),
                np.where(first, size, cross_size),
                np.where(first, cross_size, size),
            ],
            axis=1,
        )


def _interval_share(a: FloatArray, b: FloatArray, p: FloatArray, size: FloatArray) -> FloatArray:
    """Return the visible share (N, M) of the intervals [a, b] (N,) at positions p (N, M)."""
    length = np.where(b > a, b - a, np.inf)
    return overlap(a[:, None], b[:, None], p, p + size[:, None]) / length[:, None]
