"""A line travels over the frame, in any direction; behind it is the new picture.

W3C SMIL 3.0 Transition Effects calls it a barWipe, SMPTE 258M wipe 1 (left to right) and 2 (top to bottom).
"""

from functools import lru_cache
from math import cos, radians, sin

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.masks import Distances, distances, pass_edge
from jaunty_frame.core.painting.surface import Coding, FrameFormat, Part, Surface
from jaunty_frame.core.painting.travel import SIDES, band


def wipe(surface: Surface, above: Surface, progress: float, direction: str, angle: float, softness: float) -> None:
    """angle : degrees clockwise from ``direction``; softness : in shares of the line's way."""
    across, down = _normal(direction, angle)
    way = abs(across) * surface.width + abs(down) * surface.height
    passed = _distances(surface.width, surface.height, surface.coding, across, down)
    pass_edge(surface, above, passed, progress, max(softness, 1 / way))


def _normal(direction: str, angle: float) -> tuple[float, float]:
    across, down = SIDES[direction]
    c, s = cos(radians(angle)), sin(radians(angle))
    return round(across * c - down * s, 12), round(across * s + down * c, 12)


@lru_cache(maxsize=4)
def _distances(width: int, height: int, coding: Coding, across: float, down: float) -> Distances:
    way = abs(across) * width + abs(down) * height
    first = min(across, 0) * width + min(down, 0) * height

    def measure(x: FloatArray, y: FloatArray) -> FloatArray:
        if not across or not down:
            return (down * y - first) / way if not across else (across * x - first) / way
        return (across * x + down * y - first) / way

    return distances(width, height, coding, measure)


def seen(
    frame: FrameFormat, progress: float, direction: str, angle: float, softness: float
) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed; a slanted line needs all."""
    whole = Part(0, 0, frame.width, frame.height)
    if angle:
        return whole, whole
    old_from, new_to = progress * (1 + softness) - softness, progress * (1 + softness)
    return band(frame, direction, old_from, 1.0), band(frame, direction, 0.0, new_to)
