"""A photo in 12 x 12 colours: what plans know of it without its pixels."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray

SIDE = 12
DIGITS = SIDE * SIDE * 6


def sketch_text(colours: FloatArray) -> str:
    """Return colours (12, 12, 3), B G R in 0..255, as a text of hexadecimal rrggbb."""
    return np.rint(np.clip(colours, 0, 255)).astype(np.uint8)[..., ::-1].tobytes().hex()


def sketch_colours(text: str) -> FloatArray:
    """Return the colours (12, 12, 3), B G R, of such a text."""
    values = np.frombuffer(bytes.fromhex(text), np.uint8)
    return values.reshape(SIDE, SIDE, 3)[..., ::-1].astype(float)


def turned_sketch(text: str, quarter_turns: int) -> str:
    """Return it for the photo turned clockwise."""
    return sketch_text(np.rot90(sketch_colours(text), -quarter_turns)) if text and quarter_turns % 4 else text


def sampled(colours: FloatArray, places: FloatArray) -> FloatArray:
    """Return colours (N, 3) at places (N, 2), fractions of width and height, between the middles of its cells; edges
    are extended."""
    at = np.clip(places * SIDE - 0.5, 0, SIDE - 1)
    low = np.minimum(at.astype(int), SIDE - 2)
    x, y = (at - low).T[..., None]
    (i, j) = low.T
    above = colours[j, i] * (1 - x) + colours[j, i + 1] * x
    below = colours[j + 1, i] * (1 - x) + colours[j + 1, i + 1] * x
    return above * (1 - y) + below * y
