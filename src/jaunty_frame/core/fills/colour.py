"""A fill of one colour."""

import numpy as np

from jaunty_frame.core.colouring.planes import MARGIN, coarse_grid, planes_of_grid
from jaunty_frame.core.colouring.treatment import darkened
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat

_CELLS = 64


def plain_fill(colour: tuple[int, int, int], frame: FrameFormat, darker: float = 0.0) -> tuple[Pixels, ...]:
    """Return the planes of one colour (B, G, R). darker : strength of a vignette."""
    if darker:
        x, y, cell = coarse_grid(frame, _CELLS)
        grid = np.full((y.shape[0], x.shape[1], 3), colour, np.float32)
        return planes_of_grid(darkened(grid, x, y, frame, darker), cell, (MARGIN, MARGIN), frame)
    matrix = frame.coding.matrix
    values = np.rint(matrix[:, :3] @ np.array(colour, float) + matrix[:, 3]).astype(frame.coding.dtype)
    planes, used = [], 0
    for sampling in frame.coding.samplings:
        channels = len(sampling.black)
        plane = np.empty((frame.height // sampling.step, frame.width // sampling.step, channels), frame.coding.dtype)
        plane[:] = values[used : used + channels]
        used += channels
        planes.append(plane if channels > 1 else plane[..., 0])
    return tuple(planes)
