"""A shape about the frame's middle grows with the new picture in it, or shrinks with the old one in it.

W3C SMIL 3.0 Transition Effects: ellipseWipe circle, irisWipe rectangle; SMPTE 258M wipes 119 and 101.
"""

from functools import lru_cache

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.masks import Distances, distances, pass_edge
from jaunty_frame.core.painting.surface import FrameFormat, Surface


def iris(
    surface: Surface, above: Surface, progress: float, frame: FrameFormat, shape: str, way: str, softness: float
) -> None:
    """shape : ``round`` (as seen, whatever the pixels' aspect) or ``rectangle``; softness : in shares of the way."""
    passed = _distances(frame, shape, way)
    pass_edge(surface, above, passed, progress, max(softness, 2 / max(frame.width, frame.height)))


@lru_cache(maxsize=4)
def _distances(frame: FrameFormat, shape: str, way: str) -> Distances:
    def measure(x: FloatArray, y: FloatArray) -> FloatArray:
        right, down = (x - frame.width / 2) * frame.pixel_aspect, y - frame.height / 2
        far_right, far_down = frame.width * frame.pixel_aspect / 2, frame.height / 2
        if shape == "round":
            out = np.hypot(right, down) / np.hypot(far_right, far_down)
        else:
            out = np.maximum(abs(right) / far_right, abs(down) / far_down)
        return out if way == "opens" else 1 - out

    return distances(frame.width, frame.height, frame.coding, measure)
