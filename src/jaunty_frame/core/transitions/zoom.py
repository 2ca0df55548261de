"""Through the middle of one picture into the next.

Zoom is perceived in ratios: the old picture is S**p times as large at progress p, the new one S**(p - 1) times, and it
comes in as p does. Sizes are whole even pixels, as for pictures that travel.
"""

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Surface, copy_planes
from jaunty_frame.core.painting.travel import even

MOST = 3.0


def zoom(surface: Surface, above: Surface, progress: float, way: str) -> None:
    """way : ``in`` into the new picture, or ``out`` of the old one: the same backwards."""
    if way == "in":
        _zoom_in(surface, above, progress)
    else:
        _zoom_in(above, surface, 1 - progress)
        copy_planes(surface, above.planes)


def _zoom_in(surface: Surface, above: Surface, progress: float) -> None:
    near, far = MOST**-progress, MOST ** (progress - 1)
    for plane, incoming, sampling in zip(surface.planes, above.planes, surface.coding.samplings, strict=True):
        rows, columns = plane.shape[:2]
        plane[:] = cv2.resize(_middle(plane, sampling.step, near), (columns, rows), interpolation=cv2.INTER_LINEAR)
        place = _middle(plane, sampling.step, far)
        small = cv2.resize(incoming, place.shape[1::-1], interpolation=cv2.INTER_AREA)
        place[:] = cv2.addWeighted(place, 1 - progress, small, progress, 0.0)


def _middle(plane, step: int, share: float):  # type: ignore[no-untyped-def]
    """Return the view of the middle of a plane: ``share`` of its width and height, in even pixels of the frame."""
    rows, columns = plane.shape[:2]
    top, left = (even(size * step * (1 - share) / 2) // step for size in (rows, columns))
    return plane[top : rows - top, left : columns - left]
