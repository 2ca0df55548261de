"""Transitions in which an edge passes over the frame: every point has a distance, and the edge passes it at its turn.

Distances d run from 0, where the edge begins, to 1, where it ends. With an edge that is soft over s of the way, the new
picture's weight is clip((p (1 + s) - d) / s) at progress p: nothing of it at 0, all of it at 1, whatever s. A hard edge
is one pixel soft: antialiased.
"""

from collections.abc import Callable
from itertools import pairwise
from typing import Any

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import Coding, Surface

Distances = tuple[NDArray[np.float32], ...]

# Rows that are blended at a time: they stay in the cache, and in so few an edge lies in few columns.
_BAND = 64
_MOST_RUNS = 16


def distances(
    width: int,
    height: int,
    coding: Coding,
    measure: Callable[[FloatArray, FloatArray], FloatArray],
) -> Distances:
    """Return the distances (h, w) of the samples of each plane. measure : of places X (1, w) and Y (h, 1) in pixels; it
    may return what depends on one of them as such."""
    known: dict = {}
    planes = []
    for sampling in coding.samplings:
        if sampling[:3] not in known:
            x = np.arange(width // sampling.step, dtype=float)[None] * sampling.step + sampling.offset_x
            y = np.arange(height // sampling.step, dtype=float)[:, None] * sampling.step + sampling.offset_y
            known[sampling[:3]] = np.ascontiguousarray(measure(x, y), dtype=np.float32)
        planes.append(known[sampling[:3]])
    return tuple(planes)


def pass_edge(surface: Surface, above: Surface, of: Distances, progress: float, softness: float) -> None:
    """Blend ``above`` into ``surface`` where the edge has passed. softness : above 0, in shares of the edge's way."""
    scale = 255 / softness
    reached = progress * (1 + softness) * scale
    masks: dict[int, Pixels] = {}
    for plane, incoming, distance in zip(surface.planes, above.planes, of, strict=True):
        if id(distance) not in masks:
            # In one pass, saturating at both ends.
            masks[id(distance)] = cv2.addWeighted(distance, -scale, distance, 0.0, reached, dtype=cv2.CV_8U)
        blend(plane, incoming, masks[id(distance)])


def blend(plane: Pixels, incoming: Pixels, mask: Pixels) -> None:
    """Blend ``incoming`` into ``plane``.

    mask : (h, w), its weight of 255; (1, w) or (h, 1) where that is the same in all rows or all columns.
    """
    if mask.shape[1] == 1 < plane.shape[1]:
        plane, incoming, mask = np.swapaxes(plane, 0, 1), np.swapaxes(incoming, 0, 1), mask.T
    if mask.shape[0] == 1 < plane.shape[0]:
        _blend_rows(plane, incoming, mask)
        return
    for start in range(0, len(plane), _BAND):
        rows = slice(start, start + _BAND)
        _blend_rows(plane[rows], incoming[rows], mask[rows])


def _blend_rows(plane: Pixels, incoming: Pixels, mask: Pixels) -> None:
    """Blend some rows: runs of columns with parts of both are mixed, the others copied or left."""
    if not mask.any():
        return
    if mask.min() == 255:
        plane[:] = incoming
        return
    partial = cv2.inRange(mask, 1, 254).max(axis=0) > 0
    edges = (np.flatnonzero(partial[1:] != partial[:-1]) + 1).tolist()
    if len(edges) > _MOST_RUNS:
        edges, partial = [], np.ones(1, bool)
    for start, end in pairwise([0, *edges, mask.shape[1]]):
        columns = slice(start, end)
        if partial[start]:
            _mix(plane[:, columns], incoming[:, columns], mask[:, columns])
        elif mask[:, columns].any():
            np.copyto(plane[:, columns], incoming[:, columns], where=_like(mask[:, columns] > 0, plane))


def _like(mask: Any, plane: Pixels) -> Any:
    """Return a mask with one more axis where the plane has channels."""
    return mask[..., None] if plane.ndim == 3 else mask


def _mix(plane: Pixels, incoming: Pixels, mask: Pixels) -> None:
    # Sixteen bits are enough for weights of 128 and samples of 8 bits, and quicker than floats: a weight is off by
    # 1/256 at most.
    wide: type[np.signedinteger] = np.int16 if plane.dtype == np.uint8 else np.int32
    weight = (mask.astype(wide) + 1) >> 1
    plane += (((incoming.astype(wide) - plane) * _like(weight, plane) + 64) >> 7).astype(plane.dtype)
