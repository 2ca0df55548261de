"""A fill of one colour."""

import numpy as np

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat


def plain_fill(colour: tuple[int, int, int], frame: FrameFormat) -> tuple[Pixels, ...]:
    """Return the planes of one colour (B, G, R)."""
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
