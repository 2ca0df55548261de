"""Which samples of a plane a photo, or another convex shape, covers, and by how much at its rim.

A sample's share is told by its distance, square to it, from each of the shape's edges as they are seen on the plane: an
edge that moves by a tenth of a pixel is seen to move so. In each row the samples that are covered whole lie between two
ends, and so do those covered at all, whatever the photo's turn or perspective: it is seen as a convex polygon.
"""

from dataclasses import dataclass
from math import ceil, floor

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.mapping import is_upright

_HALF = 0.5
# Distances are rounded to this before they are compared, so that an edge that lies on a sample's limit up to what
# arithmetic lost is on the same side whichever way it was computed.
_DIGITS = 9
_TRIMS = (0.0, 0.03, 0.08, 0.15)


@dataclass(frozen=True, eq=False)
class Coverage:
    """Of a plane with R rows. edges : (n, 3), of photos left, right, top, bottom: the distance of sample (i, j) from an
    edge, inwards, is edge @ (i, j, 1). whole, any : (R, 2) half-open ranges of columns covered whole and covered at
    all; is_everything : whether every sample is covered whole; soft : samples inwards over which a soft edge rises."""

    edges: FloatArray
    whole: NDArray[np.intp]
    any: NDArray[np.intp]
    is_everything: bool
    soft: float = 0.0

    @property
    def is_upright_rectangle(self) -> bool:
        """Whether the same columns are covered in all rows, sharply."""
        return not self.soft and len(self.edges) == 4 and not self.edges[:2, 1].any() and not self.edges[2:, 0].any()

    def box(self) -> tuple[int, int, int, int]:
        """Return the rows and columns (top, bottom, left, right; half-open) of all that is covered."""
        rows = np.flatnonzero(self.any[:, 1] > self.any[:, 0])
        if not rows.size:
            return 0, 0, 0, 0
        covered = self.any[rows]
        return int(rows[0]), int(rows[-1]) + 1, int(covered[:, 0].min()), int(covered[:, 1].max())

    def rim(self) -> tuple[NDArray[np.intp], NDArray[np.intp], FloatArray]:
        """Return rows, columns and shares of the samples that are covered in part."""
        places = []
        empty = self.whole[:, 1] <= self.whole[:, 0]
        first = np.where(empty, self.any[:, 1], self.whole[:, 0])
        last = np.where(empty, self.any[:, 1], self.whole[:, 1])
        for start, end in ((self.any[:, 0], first), (last, self.any[:, 1])):
            counts = np.clip(end - start, 0, None)
            rows = np.repeat(np.arange(len(counts)), counts)
            before = np.cumsum(counts) - counts
            places.append((rows, np.arange(len(rows)) - np.repeat(before, counts) + np.repeat(start, counts)))
        rows, columns = (np.concatenate(part) for part in zip(*places, strict=True))
        return rows, columns, self.shares(rows, columns)

    def whole_box(self) -> tuple[int, int, int, int]:
        """Return the rows and columns about all that is covered whole."""
        rows = np.flatnonzero(self.whole[:, 1] > self.whole[:, 0])
        if not rows.size:
            return 0, 0, 0, 0
        return int(rows[0]), int(rows[-1]) + 1, int(self.whole[rows, 0].min()), int(self.whole[rows, 1].max())

    def inner_box(self) -> tuple[int, int, int, int]:
        """Return rows and columns (top, bottom, left, right; half-open) of a large rectangle that is covered whole."""
        rows = np.flatnonzero(self.whole[:, 1] > self.whole[:, 0])
        if not rows.size:
            return 0, 0, 0, 0
        best, most = (0, 0, 0, 0), 0
        for share in _TRIMS:
            trim = int(len(rows) * share)
            kept = rows[trim : len(rows) - trim]
            if not kept.size:
                continue
            left, right = int(self.whole[kept, 0].max()), int(self.whole[kept, 1].min())
            if (right - left) * len(kept) > most:
                best, most = (int(kept[0]), int(kept[-1]) + 1, left, right), (right - left) * len(kept)
        return best

    def mask(self, columns: int) -> NDArray[np.float32]:
        """Return the share (R, columns) of every sample."""
        mask = np.zeros((len(self.any), columns), np.float32)
        for row, (start, end) in enumerate(self.whole.tolist()):
            mask[row, start:end] = 1.0
        rows, places, shares = self.rim()
        mask[rows, places] = shares
        return mask

    def shares(self, rows: NDArray[np.intp], columns: NDArray[np.intp]) -> FloatArray:
        """Return how much of each sample is covered, 0..1."""
        away = np.round(self.edges @ np.stack([columns, rows, np.ones(len(rows))]), _DIGITS)
        if self.soft:
            share = np.clip((away.min(axis=0) + _HALF) / (self.soft + 1), 0, 1)
            return share**2 * (3 - 2 * share)
        if len(away) != 4:
            return np.clip(away.min(axis=0) + _HALF, 0, 1)
        across, down = np.minimum(away[0], away[1]), np.minimum(away[2], away[3])
        return np.clip(across + _HALF, 0, 1) * np.clip(down + _HALF, 0, 1)


def coverage(mapping: FloatArray, rows: int, columns: int) -> Coverage:
    """Return what the photo covers of a plane of ``rows`` x ``columns``. mapping : from sample indices to the photo."""
    if is_upright(mapping):
        edges = _upright_edges(mapping)
        whole, some = (_upright_ranges(edges, rows, columns, least) for least in (_HALF, -_HALF))
    else:
        edges = _edges(mapping)
        whole, some = (_ranges(edges, rows, columns, least) for least in (_HALF, -_HALF))
    everything = bool((whole[:, 0] == 0).all() and (whole[:, 1] == columns).all())
    return Coverage(edges, whole, some, everything)


def outline_coverage(edges: FloatArray, rows: int, columns: int, soft: float = 0.0) -> Coverage:
    """Return what a convex shape covers of a plane. edges : (n, 3) as ``Coverage`` has them, opposite ones in pairs
    where there are four; soft : samples over which its edge rises."""
    upright = len(edges) == 4 and not edges[:2, 1].any() and not edges[2:, 0].any()
    ranges = _upright_ranges if upright else _ranges
    whole, some = ranges(edges, rows, columns, _HALF + soft), ranges(edges, rows, columns, -_HALF)
    everything = bool((whole[:, 0] == 0).all() and (whole[:, 1] == columns).all())
    return Coverage(edges, whole, some, everything, soft)


def full_coverage(rows: int, columns: int) -> Coverage:
    """Return the coverage of a plane that is covered whole."""
    everything = np.broadcast_to(np.array([0, columns], np.intp), (rows, 2))
    return Coverage(np.zeros((4, 3)), everything, everything, True)


def _edges(mapping: FloatArray) -> FloatArray:
    corners = np.linalg.inv(mapping) @ np.array([[0.0, 1.0, 1.0, 0.0], [0.0, 0.0, 1.0, 1.0], [1.0, 1.0, 1.0, 1.0]])
    points = (corners[:2] / corners[2]).T
    middle = points.mean(axis=0)
    edges = np.empty((4, 3))
    for k, (a, b) in enumerate(((0, 3), (1, 2), (0, 1), (3, 2))):
        along = points[b] - points[a]
        normal = np.array([-along[1], along[0]]) / np.hypot(*along)
        if normal @ (middle - points[a]) < 0:
            normal = -normal
        edges[k] = *normal, -normal @ points[a]
    return edges


def _upright_edges(mapping: FloatArray) -> FloatArray:
    left, top = -mapping[0, 2] / mapping[0, 0], -mapping[1, 2] / mapping[1, 1]
    right, bottom = left + 1 / mapping[0, 0], top + 1 / mapping[1, 1]
    return np.array([[1.0, 0.0, -left], [-1.0, 0.0, right], [0.0, 1.0, -top], [0.0, -1.0, bottom]])


def _upright_ranges(edges: FloatArray, rows: int, columns: int, least: float) -> NDArray[np.intp]:
    """Return what ``_ranges`` would; the same columns in all rows between two."""
    limits = edges[:, 2] * (-1, 1, -1, 1) + (least, -least) * 2
    low, high, top, bottom = (round(limit, _DIGITS) for limit in limits.tolist())
    ranges = np.zeros((rows, 2), np.intp)
    start, end = min(max(ceil(low), 0), columns), max(min(floor(high) + 1, columns), 0)
    if end > start:
        ranges[max(ceil(top), 0) : max(floor(bottom) + 1, 0)] = start, end
    return ranges


def _ranges(edges: FloatArray, rows: int, columns: int, least: float) -> NDArray[np.intp]:
    """Return the columns (R, 2) of each row that lie at least so far inside every edge."""
    across, down, shift = (edges[:, k : k + 1] for k in range(3))
    room = np.round(down * np.arange(rows) + (shift - least), _DIGITS)  # (n, R); across * i + room >= 0
    level = np.abs(across[:, 0]) < 1e-12
    steep = np.where(level, 1.0, across[:, 0])[:, None]
    limit = np.round(-room / steep, _DIGITS)
    start = np.ceil(limit[~level & (across[:, 0] > 0)]).max(axis=0, initial=0.0)
    end = np.floor(limit[~level & (across[:, 0] < 0)]).min(axis=0, initial=columns - 1.0) + 1
    end = np.where((room[level] >= 0).all(axis=0), end, 0.0)
    start = np.clip(start, 0, columns)
    return np.stack([start, np.maximum(np.clip(end, 0, columns), start)], axis=1).astype(np.intp)
