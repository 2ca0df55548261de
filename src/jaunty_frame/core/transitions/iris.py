"""A shape about the frame's middle grows with the new picture in it, or shrinks with the old one in it.

W3C SMIL 3.0 Transition Effects: ellipseWipe circle, irisWipe rectangle; SMPTE 258M wipes 119 and 101.
"""

from functools import lru_cache

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.masks import Distances, distances, pass_edge
from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface
from jaunty_frame.core.painting.travel import even

_SPARE = 6


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


def seen(frame: FrameFormat, progress: float, shape: str, way: str, softness: float) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed: of what is inside no more than its box."""
    whole = Part(0, 0, frame.width, frame.height)
    inside = progress * (1 + softness) if way == "opens" else 1 - progress * (1 + softness) + softness
    far_right, far_down = frame.width / 2, frame.height / 2
    if shape == "round":
        radius = inside * np.hypot(far_right * frame.pixel_aspect, far_down)
        across, down = radius / frame.pixel_aspect, radius
    else:
        across, down = inside * far_right, inside * far_down
    left, top = (max(even(far - reach) - _SPARE, 0) for far, reach in ((far_right, across), (far_down, down)))
    box = Part(left, top, frame.width - left, frame.height - top)
    return (whole, box) if way == "opens" else (box, whole)
