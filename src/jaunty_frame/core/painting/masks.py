"""Transitions in which an edge passes over the frame: every point has a distance, and the edge passes it at its turn.

Distances d run from 0, where the edge begins, to 1, where it ends. With an edge that is soft over s of the way, the new
picture's weight is clip((p (1 + s) - d) / s) at progress p: nothing of it at 0, all of it at 1, whatever s. A hard edge
is one pixel soft: antialiased.
"""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import Coding, Surface

Distances = tuple[NDArray[np.float32], ...]

# Up to this share of a plane the points of the edge are blended one by one.
_FEW = 0.02


def distances(
    width: int,
    height: int,
    coding: Coding,
    measure: Callable[[FloatArray, FloatArray], FloatArray],
) -> Distances:
    """Return the distances (h, w) of the samples of each plane. measure : of places X (1, w) and Y (h, 1) in pixels."""
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
    for plane, incoming, distance in zip(surface.planes, above.planes, of, strict=True):
        # In one pass, saturating at both ends.
        mask = cv2.addWeighted(distance, -scale, distance, 0.0, reached, dtype=cv2.CV_8U)
        blend(plane, incoming, mask)


def blend(plane: Pixels, incoming: Pixels, mask: Pixels) -> None:
    """Blend ``incoming`` into ``plane``. mask : (h, w), its weight of 255."""
    partial = cv2.inRange(mask, np.array([1.0]), np.array([254.0]))
    count = cv2.countNonZero(partial)
    if count > _FEW * mask.size:
        weight = mask.astype(np.float32) / 255
        plane[:] = cv2.blendLinear(plane, incoming, 1 - weight, weight)
        return
    whole = cv2.threshold(mask, 254, 255, cv2.THRESH_BINARY)[1]
    if count:
        columns, rows = cv2.findNonZero(partial).reshape(-1, 2).T
        share = mask[rows, columns].astype(np.float32) / 255
        share = share[:, None] if plane.ndim == 3 else share
        before = plane[rows, columns].astype(np.float32)
        plane[rows, columns] = np.rint(before + (incoming[rows, columns] - before) * share).astype(np.uint8)
    plane[:] = cv2.copyTo(incoming, whole, plane)
