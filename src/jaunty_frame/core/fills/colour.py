"""A fill of one colour."""

import numpy as np

from jaunty_frame.core.colouring.planes import MARGIN, coarse_grid, planes_of_grid
from jaunty_frame.core.colouring.treatment import vignette
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat

_CELLS = 64


def plain_fill(colour: tuple[int, int, int], frame: FrameFormat, darker: float = 0.0) -> tuple[Pixels, ...]:
    """Return the planes of one colour (B, G, R). darker : strength of a vignette."""
    if darker:
        cells = coarse_grid(frame, _CELLS)
        grid = vignette(cells.x, cells.y, frame, darker)[..., None] * np.array(colour, np.float32)
        return planes_of_grid(grid, cells.cell_px, (MARGIN, MARGIN), frame)
    matrix = frame.coding.matrix
    values = np.rint(matrix[:, :3] @ np.array(colour, float) + matrix[:, 3]).astype(np.uint8)
    planes, used = [], 0
    for sampling in frame.coding.samplings:
        channels = len(sampling.black)
        plane = np.empty((frame.height // sampling.step, frame.width // sampling.step, channels), np.uint8)
        plane[:] = values[used : used + channels]
        used += channels
        planes.append(plane if channels > 1 else plane[..., 0])
    return tuple(planes)
