"""A fill that goes from one colour to another."""

from math import cos, pi, radians, sin

import numpy as np

from jaunty_frame.core.colouring.planes import MARGIN, coarse_grid, planes_of_grid
from jaunty_frame.core.colouring.treatment import darkened
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat

TURN_SECONDS = 40.0
"""How long a gradient that drifts takes to swing to one side and back."""
_SWING = 25.0
_CELLS = 64


def gradient_fill(
    colours: tuple[tuple[int, int, int], tuple[int, int, int]], degrees: float, frame: FrameFormat, darker: float = 0.0
) -> tuple[Pixels, ...]:
    """Return the planes of a gradient. colours : B, G, R where it begins and where it ends.

    degrees : of its direction clockwise, 0 = upwards, as in CSS Images 3 (section 3.1.1), by which its length is chosen
    too: the corners have the colours themselves. darker : strength of a vignette.
    """
    x, y, cell = coarse_grid(frame, _CELLS)
    s, c = sin(radians(degrees)), cos(radians(degrees))
    wide, high = frame.width * frame.pixel_aspect, float(frame.height)
    length = abs(wide * s) + abs(high * c)
    along = ((x * frame.pixel_aspect - wide / 2) * s - (y - high / 2) * c) / length + 0.5
    share = np.clip(along, 0, 1)[..., None].astype(np.float32)
    first, last = (np.array(colour, np.float32) for colour in colours)
    grid = darkened(first + (last - first) * share, x, y, frame, darker)
    return planes_of_grid(grid, cell, (MARGIN, MARGIN), frame, cubic=False)


def drifting_degrees(degrees: float, seconds: float) -> float:
    """Return the direction of a gradient that swings, at ``seconds`` of the show."""
    return degrees + _SWING * sin(2 * pi * seconds / TURN_SECONDS)
