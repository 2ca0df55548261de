"""How much light a picture has: fades from and to black."""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Surface


def fade_to_black(surface: Surface, light: float) -> None:
    """Leave ``light`` in 0..1 of the picture, the rest black."""
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        black = np.array(sampling.black, np.float64)
        values = black + (np.arange(256)[:, None] - black) * light
        table = np.rint(values).astype(np.uint8)[None]
        cv2.LUT(plane, table if plane.ndim == 3 else table[..., 0], dst=plane)


def paint_black(surface: Surface) -> None:
    """Paint the whole surface black."""
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        plane[:] = np.array(sampling.black, np.uint8) if plane.ndim == 3 else sampling.black[0]
