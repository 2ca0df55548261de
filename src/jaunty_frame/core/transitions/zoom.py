"""Through the middle of one picture into the next.

Zoom is perceived in ratios: the old picture is S**p times as large at progress p, the new one S**(p - 1) times, and it
comes in as p does. Sizes are whole even pixels, as for pictures that travel.
"""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.masks import blend
from jaunty_frame.core.painting.surface import Surface, copy_planes
from jaunty_frame.core.painting.travel import even

MOST = 3.0
_RIM = 0.3
"""Softness of the new picture's rim at the start, in shares of its size."""
_GRID = 128
_ACROSS = (np.arange(_GRID) + 0.5) / _GRID


def zoom(surface: Surface, above: Surface, progress: float, way: str) -> None:
    """way : ``in`` into the new picture, or ``out`` of the old one: the same backwards."""
    if way == "in":
        _zoom_in(surface, above, progress)
    else:
        _zoom_in(above, surface, 1 - progress)
        copy_planes(surface, above.planes)


def _zoom_in(surface: Surface, above: Surface, progress: float) -> None:
    weights = _weights(progress)
    near, far = MOST**-progress, MOST ** (progress - 1)
    for plane, incoming, sampling in zip(surface.planes, above.planes, surface.coding.samplings, strict=True):
        rows, columns = plane.shape[:2]
        plane[:] = cv2.resize(_middle(plane, sampling.step, near), (columns, rows), interpolation=cv2.INTER_LINEAR)
        place = _middle(plane, sampling.step, far)
        small = cv2.resize(incoming, place.shape[1::-1], interpolation=cv2.INTER_LINEAR)
        blend(place, small, cv2.resize(weights, place.shape[1::-1], interpolation=cv2.INTER_LINEAR))


def _weights(progress: float) -> Pixels:
    """Return the weight of the new picture, of 255, over itself: its rim is soft as long as it is seen."""
    soft = _RIM * (1 - progress)
    inwards = np.minimum(_ACROSS, 1 - _ACROSS)
    ramp = np.clip((inwards + 1 / _GRID) / max(soft, 1 / _GRID), 0, 1)
    return np.rint(255 * progress * np.minimum(ramp[:, None], ramp)).astype(np.uint8)


def _middle(plane: Pixels, step: int, share: float) -> Pixels:
    """Return the view of the middle of a plane: ``share`` of its width and height, in even pixels of the frame."""
    rows, columns = plane.shape[:2]
    top, left = (even(size * step * (1 - share) / 2) // step for size in (rows, columns))
    return plane[top : rows - top, left : columns - left]
