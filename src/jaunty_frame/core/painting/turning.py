"""Turning pixels by quarters."""

import numpy as np

from jaunty_frame.core.painting.colour import Pixels


def turned_pixels(pixels: Pixels, quarter_turns: int) -> Pixels:
    """Return pixels turned clockwise by quarter turns."""
    turns = quarter_turns % 4
    if turns == 0:
        return pixels
    return np.ascontiguousarray(np.rot90(pixels, -turns))
