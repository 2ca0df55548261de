"""The outline of what is seen of a photo in its mount."""

import numpy as np

from jaunty_frame.core.geometry.straightening import corner_points
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.motion.way import Station
from jaunty_frame.core.mounts.outline import clipped, rectangle_outline
from jaunty_frame.core.mounts.pieces import WHOLE_FRAME
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.planning.places.mounting import Mounting

Corners = tuple[tuple[float, float], ...]


def corners_of(outline: FloatArray) -> Corners:
    return tuple(map(tuple, outline.tolist()))


def outline_of(photo: Photo, move: Move, mounting: Mounting, at: Station, frame_aspect: float) -> Corners:
    """Return the outline of what is seen of a photo at a place of its way, in short sides of the frame."""
    piece = mounting.piece
    # A photo that enters comes from beyond the frame, not from behind an edge in its midst.
    bounds = WHOLE_FRAME if move is Move.ENTER else piece
    limits = rectangle_outline(bounds, frame_aspect)
    x, y, w, h = at.window
    if not at.degrees:
        left, top, right, bottom = max(x, 0.0), max(y, 0.0), min(x + w, 1.0), min(y + h, 1.0)
        if bounds is piece and (left, top, right, bottom) == (x, y, x + w, y + h):
            return corners_of(limits)
        whole = Window(piece.x - x / w * piece.w, piece.y - y / h * piece.h, piece.w / w, piece.h / h)
        low_x, low_y = max(whole.x, bounds.x), max(whole.y, bounds.y)
        high_x = min(whole.x + whole.w, bounds.x + bounds.w)
        high_y = min(whole.y + whole.h, bounds.y + bounds.h)
        if high_x <= low_x or high_y <= low_y:
            return ()
        limits = rectangle_outline(Window(low_x, low_y, high_x - low_x, high_y - low_y), frame_aspect)
        return corners_of(limits)
    width, height = photo.upright_size
    top_left, top_right, _, bottom_left = corner_points(at.window, -at.degrees, width / height)
    sides = np.stack([top_right - top_left, bottom_left - top_left], axis=1)
    corners = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
    in_piece = np.linalg.solve(sides, (corners - top_left)[..., None])[..., 0]
    unit = rectangle_outline(WHOLE_FRAME, frame_aspect)[2]
    outline = (np.array(piece[:2]) + in_piece * piece[2:]) * unit
    return corners_of(clipped(limits, outline))
