"""Where in the frame a print lies: away from what covers the frame, else in the middle."""

from collections.abc import Sequence

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window

_STEPS = 17


def solved_centre(
    rectangle: Window, boxes: FloatArray, weights: FloatArray, overlays: Sequence[Window]
) -> tuple[float, float]:
    """Return the middle of a print: the place nearest to the frame's middle where least lies under overlays.

    rectangle : of the print in the middle of the frame, in its fractions; boxes (K, 4), weights (K,) : what should be
    seen, where it lies then. The print stays within the frame. Tried on a grid of places, which is exact to 1/16 of
    the room that there is.
    """
    room_x, room_y = max(1 - rectangle.w, 0.0) / 2, max(1 - rectangle.h, 0.0) / 2
    shift_x, shift_y = (np.linspace(-room, room, _STEPS) for room in (room_x, room_y))
    dx, dy = (grid.ravel() for grid in np.meshgrid(shift_x, shift_y))
    covered = np.zeros(len(dx))
    for (x, y, w, h), weight in zip(boxes, weights, strict=True):
        for over in overlays:
            wide = np.minimum(x + dx + w, over.x + over.w) - np.maximum(x + dx, over.x)
            high = np.minimum(y + dy + h, over.y + over.h) - np.maximum(y + dy, over.y)
            covered += weight * np.clip(wide, 0, None) * np.clip(high, 0, None) / max(w * h, 1e-12)
    best = np.lexsort((np.round(np.hypot(dx, dy), 9), np.round(covered, 6)))[0]
    return 0.5 + float(dx[best]), 0.5 + float(dy[best])
