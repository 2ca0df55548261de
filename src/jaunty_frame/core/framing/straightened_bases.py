"""The solved base window of straightened photos, by the aims of ``core.framing.bases``.

Seen from a turned photo, windows are slanted and what they show of an area is no longer piecewise linear in their
position, so the optimum is searched: at positions spread evenly along the photo's free axis, then finer about the best.
The window grows from the cover window (scale 1) in one piece; beyond scale 1 it is centred across the axis on which
it leaves the photo.
"""

from dataclasses import fields

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.attention import least_scale, most_attention
from jaunty_frame.core.framing.bases import (
    BREATHING_RAMP,
    BREATHING_ROOM,
    HAIRLINE,
    PLACEMENTS,
    REQUIRED_WEIGHT,
    Bases,
    KeepAreas,
    Placement,
    solve_bases,
)
from jaunty_frame.core.geometry.straightening import Turned, cover_size_turned
from jaunty_frame.core.geometry.windows import FloatArray, fully_visible, overlap, visible_share

_POSITIONS = 65
_EQUAL = 1e-9
_HALVINGS = 20
# Rounding leaves a scale of 1 this far from it.
_COVER = 1e-6


def solve_all_bases(
    turned: Turned,
    areas: KeepAreas,
    wanted: NDArray[np.intp],
    overlays: FloatArray | None = None,
    least_attention: FloatArray | None = None,
) -> Bases:
    """Return the base windows of photos, straightened or not; arguments as for ``framing.solve_bases``.

    Where a cover cuts keep areas, it goes to where it holds the most attention, as far as no less is seen there of what
    is required.
    least_attention : (N,) the share of the attention that ``auto`` must keep to cover; where the best cover keeps less,
    it zooms out as far as that needs.
    """
    if overlays is None:
        overlays = np.zeros((len(wanted), 0, 4))
    bases = _solved(turned, areas, wanted, overlays)
    if areas.attention is None:
        return bases
    known = areas.attention.any(axis=(1, 2))
    covers = bases.placement == PLACEMENTS.index(Placement.COVER)
    if least_attention is not None:
        auto = wanted == PLACEMENTS.index(Placement.AUTO)
        _zoom_out(bases, np.flatnonzero(auto & covers & known & (turned.degrees == 0)), turned, areas, least_attention)
    shares = visible_share(turned.level_windows(bases.window), turned.level_boxes(areas.boxes))
    shown = fully_visible(shares)
    zoomed_out = covers & (bases.placement != PLACEMENTS.index(Placement.COVER))
    cuts = (np.any((areas.weights > 0) & ~shown, axis=1) | zoomed_out) & known
    rows = np.flatnonzero(cuts & covers)
    if rows.size:
        must_show = areas.required[rows] & shown[rows]
        bases.window[rows] = most_attention(
            turned.rows(rows), areas.rows(rows), bases.window[rows], bases.free_axis[rows], must_show
        )
    return bases


def _zoom_out(
    bases: Bases, rows: NDArray[np.intp], turned: Turned, areas: KeepAreas, least_attention: FloatArray
) -> None:
    """Widen the covers of upright photos, ``rows``, about their centres until they hold enough attention."""
    if not rows.size:
        return
    window, free, each = bases.window[rows], bases.free_axis[rows], np.arange(rows.size)
    scale = least_scale(turned.rows(rows), areas.rows(rows), window, free, least_attention[rows])
    # Hairlines would look like a mistake; so little more attention is not worth them.
    scale = np.where(1 - 1 / scale < HAIRLINE, 1.0, scale)
    size = window[:, 2:] * scale[:, None]
    centre = window[:, :2] + window[:, 2:] / 2
    half = size / 2
    inside = np.clip(centre, np.minimum(half, 0.5), np.maximum(1 - half, 0.5))
    bases.window[rows] = np.concatenate([inside - half, size], axis=1)
    whole = size[each, free] >= 1 - _COVER
    placed = np.where(whole, PLACEMENTS.index(Placement.WHOLE), PLACEMENTS.index(Placement.SUBJECT))
    bases.placement[rows] = np.where(scale > 1, placed, PLACEMENTS.index(Placement.COVER))


def _solved(turned: Turned, areas: KeepAreas, wanted: NDArray[np.intp], overlays: FloatArray) -> Bases:
    bases = solve_bases(turned.photo_aspect, turned.aspect, areas, wanted, overlays)
    aslant = np.flatnonzero(turned.degrees)
    if aslant.size:
        some = solve_straightened(turned.rows(aslant), areas.rows(aslant), wanted[aslant], overlays[aslant])
        for field in fields(bases):
            getattr(bases, field.name)[aslant] = getattr(some, field.name)
    return bases


def solve_straightened(turned: Turned, areas: KeepAreas, wanted: NDArray[np.intp], overlays: FloatArray) -> Bases:
    """Return the base windows (photo frame) of straightened photos; arguments as for ``framing.solve_bases``."""
    search = _Search(turned, areas, overlays)
    n = len(wanted)
    one = np.ones(n)
    none = np.zeros_like(areas.required)
    cover, cover_shows = search.best(one, none)[0], search.can_show(one, areas.required, np.zeros(n))
    cover_shows &= search.shows(cover, areas.required)
    auto = wanted == PLACEMENTS.index(Placement.AUTO)
    is_subject = (wanted == PLACEMENTS.index(Placement.SUBJECT)) | (auto & ~cover_shows)
    is_whole = wanted == PLACEMENTS.index(Placement.WHOLE)

    scale = np.where(is_whole, search.whole_scale, 1.0)
    scale = np.where(is_subject, search.subject_scale(areas.required), scale)
    narrow = (1 - 1 / scale < HAIRLINE) & ~is_subject
    narrow |= is_subject & (1 - 1 / scale < HAIRLINE) & cover_shows
    hairline = (1 - 1 / scale < HAIRLINE) & (scale > 1 + _COVER) & ~cover_shows
    scale = np.where(narrow & ~hairline, 1.0, scale)
    window, _ = search.best(scale, areas.required & is_subject[:, None])

    placed = np.where(is_whole, PLACEMENTS.index(Placement.WHOLE), PLACEMENTS.index(Placement.SUBJECT))
    placed = np.where(scale >= search.whole_scale - _COVER, PLACEMENTS.index(Placement.WHOLE), placed)
    placed = np.where(scale <= 1 + _COVER, PLACEMENTS.index(Placement.COVER), placed)
    return Bases(window, placed.astype(np.intp), search.free, hairline)


class _Search:
    """Windows of N straightened photos at a scale, in M positions along the free axis."""

    def __init__(self, turned: Turned, areas: KeepAreas, overlays: FloatArray) -> None:
        self._turned, self._weights = turned, areas.weights
        self._boxes = turned.level_boxes(areas.boxes)
        self._overlays = overlays
        self._cover = cover_size_turned(turned)
        self._extent = self._cover * turned.reach
        self.free = self._extent.argmin(axis=1)
        self._short = np.minimum(self._cover[:, 0] * turned.photo_aspect, self._cover[:, 1])
        # The whole photo is inside a window that holds its bounding box in the level frame.
        self.whole_scale = (turned.photo_extent() / self._cover).max(axis=1)

    def windows(self, scale: FloatArray, at: FloatArray) -> FloatArray:
        """Return windows (N, M, 4) at positions ``at`` (N, M) in -1..1 of the room along the free axis."""
        room = np.clip((1 - self._extent * scale[:, None]) / 2, 0, None)
        n, m = at.shape
        centre = np.full((n, m, 2), 0.5)
        rows = np.arange(n)
        centre[rows, :, self.free] += at * room[rows, self.free][:, None]
        size = np.broadcast_to((self._cover * scale[:, None])[:, None], (n, m, 2))
        return np.concatenate([centre - size / 2, size], axis=2)

    def shares(self, windows: FloatArray, boxes: FloatArray) -> FloatArray:
        """Return the visible share (N, M, K) of boxes (N, K, 4) of the level frame."""
        return visible_share(self._turned.level_windows(windows), boxes[:, None])

    def shows(self, windows: FloatArray, required: NDArray[np.bool_]) -> NDArray[np.bool_]:
        share = self.shares(windows[:, None], self._boxes)[:, 0]
        return np.all(~required | fully_visible(share), axis=1)

    def can_show(self, scale: FloatArray, required: NDArray[np.bool_], room: FloatArray) -> NDArray[np.bool_]:
        """Return whether some position shows all required areas, widened by ``room`` (N,) in short sides."""
        boxes = self._with_margin(room * self._short)
        at = np.broadcast_to(np.linspace(-1, 1, 2 * _POSITIONS - 1), (len(scale), 2 * _POSITIONS - 1))
        share = self.shares(self.windows(scale, at), boxes)
        return np.any(np.all(~required[:, None] | fully_visible(share), axis=2), axis=1)

    def subject_scale(self, required: NDArray[np.bool_]) -> FloatArray:
        """Return the least scale that shows the required areas with breathing room that grows from nothing."""
        bare = self._least_scale(required, np.zeros(len(required)))
        room = np.clip((bare - 1) / BREATHING_RAMP, 0, 1) * BREATHING_ROOM * bare
        return np.where(room > 0, self._least_scale(required, room), bare)

    def _least_scale(self, required: NDArray[np.bool_], room: FloatArray) -> FloatArray:
        low, high = np.ones(len(required)), self.whole_scale.copy()
        at_once = self.can_show(low, required, room)
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            good = self.can_show(middle, required, room)
            low, high = np.where(good, low, middle), np.where(good, middle, high)
        return np.where(at_once, 1.0, high)

    def best(self, scale: FloatArray, must_show: NDArray[np.bool_]) -> tuple[FloatArray, FloatArray]:
        """Return the best window (N, 4) by the aims, and its position (N,)."""
        n = len(scale)
        rows = np.arange(n)
        at = np.broadcast_to(np.linspace(-1, 1, 2 * _POSITIONS - 1), (n, 2 * _POSITIONS - 1))
        step = 1 / (_POSITIONS - 1)
        for _ in range(2):
            windows = self.windows(scale, at)
            chosen = self._first_best(windows, at, must_show)
            middle = at[rows, chosen]
            finer = np.clip(middle[:, None] + step * np.linspace(-1, 1, _POSITIONS), -1, 1)
            window = windows[rows, chosen]
            at, step = np.concatenate([middle[:, None], finer], axis=1), step / _POSITIONS
        return window, middle

    def _first_best(self, windows: FloatArray, at: FloatArray, must_show: NDArray[np.bool_]) -> NDArray[np.intp]:
        share = self.shares(windows, self._boxes)
        visible = fully_visible(share)
        required = (self._weights >= REQUIRED_WEIGHT)[:, None]
        wished = np.where(required, 0.0, self._weights[:, None])
        short = np.minimum(windows[:, 0, 2] * self._turned.photo_aspect, windows[:, 0, 3])
        roomy = self.shares(windows, self._with_margin(BREATHING_ROOM * short))
        scores = (
            np.all(visible | ~must_show[:, None], axis=2),
            np.sum(required * visible, axis=2),
            np.sum(required * share, axis=2),
            np.sum(wished * visible, axis=2),
            np.sum(wished * share, axis=2),
            np.sum(required * roomy, axis=2),
            np.sum(wished * roomy, axis=2),
            -self._overlaid(windows),
            -self._off_composition(windows),
            -np.abs(at),
        )
        alive = np.ones(at.shape, bool)
        for score in scores:
            masked = np.where(alive, score, -np.inf)
            alive &= masked >= masked.max(axis=1, keepdims=True) - _EQUAL
        return alive.argmax(axis=1)

    def _with_margin(self, room: FloatArray) -> FloatArray:
        """Return the areas' boxes (N, K, 4) widened by ``room`` (N,) photo heights on every side."""
        margin = room[:, None] / np.stack([self._turned.photo_aspect, np.ones_like(room)], axis=1)
        boxes = self._boxes.copy()
        boxes[..., :2] -= margin[:, None]
        boxes[..., 2:] += 2 * margin[:, None]
        return boxes

    def _overlaid(self, windows: FloatArray) -> FloatArray:
        level = self._turned.level_windows(windows)
        total = np.zeros(level.shape[:2])
        area = self._boxes[..., 2] * self._boxes[..., 3]
        for over in range(self._overlays.shape[1]):
            x, y, w, h = (self._overlays[:, over, i, None] for i in range(4))
            left, top = level[..., 0] + x * level[..., 2], level[..., 1] + y * level[..., 3]
            right, bottom = left + w * level[..., 2], top + h * level[..., 3]
            for k in range(self._boxes.shape[1]):
                bx, by, bw, bh = (self._boxes[:, k, i, None] for i in range(4))
                seen = overlap(bx, bx + bw, left, right) * overlap(by, by + bh, top, bottom)
                factor = np.divide(self._weights[:, k], area[:, k], out=np.zeros(len(area)), where=area[:, k] > 0)
                total += factor[:, None] * seen
        return total

    def _off_composition(self, windows: FloatArray) -> FloatArray:
        some = self._weights > 0
        if not some.size:
            return np.zeros(windows.shape[:2])
        rows, free = np.arange(len(windows)), self.free
        level = self._turned.level_windows(windows)
        start, extent = level[rows, :, free], level[rows, :, 2 + free]
        low, length = self._boxes[rows, :, free], self._boxes[rows, :, 2 + free]
        first = np.min(np.where(some, low, np.inf), axis=1)[:, None]
        last = np.max(np.where(some, low + length, -np.inf), axis=1)[:, None]
        total = np.maximum(self._weights.sum(axis=1), _EQUAL)
        centre = (np.sum(self._weights * (low + length / 2), axis=1) / total)[:, None]
        at = (centre - start) / extent
        thirds = np.minimum(np.abs(at - 1 / 3), np.abs(at - 2 / 3))
        off = np.where(last - first > extent / 3, np.abs(at - 0.5), thirds)
        return np.where(np.any(some, axis=1, keepdims=True), off, 0.0)
