"""Where in the frame a print lies: away from what covers the frame, else in the middle."""

from collections.abc import Sequence

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window, visible_share

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
    shifted = np.tile(boxes, (len(dx), 1, 1))
    shifted[..., :2] += np.stack([dx, dy], axis=1)[:, None]
    covered = sum((visible_share(np.array(over), shifted) @ weights for over in overlays), np.zeros(len(dx)))
    best = np.lexsort((np.round(np.hypot(dx, dy), 9), np.round(covered, 6)))[0]
    return 0.5 + float(dx[best]), 0.5 + float(dy[best])
