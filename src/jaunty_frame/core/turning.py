"""Turning pixels by quarters."""

import cv2

from jaunty_frame.core.colour import Pixels


def turned_pixels(pixels: Pixels, quarter_turns: int) -> Pixels:
    """Return pixels turned clockwise by quarter turns."""
    turns = quarter_turns % 4
    if turns == 0:
        return pixels
    codes = {1: cv2.ROTATE_90_CLOCKWISE, 2: cv2.ROTATE_180, 3: cv2.ROTATE_90_COUNTERCLOCKWISE}
    return cv2.rotate(pixels, codes[turns])
