"""Pictures that go into a plain colour, or come out of it."""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.rounding import rounded
from jaunty_frame.core.painting.surface import Surface


def fade_to(surface: Surface, share: float, colour: tuple[int, int, int]) -> None:
    """Leave ``share`` in 0..1 of the picture, the rest in ``colour`` (B, G, R), in coded values."""
    coded, channel = surface.coding.matrix @ (*colour, 1), 0
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        channels = len(sampling.black)
        to = coded[channel : channel + channels]
        channel += channels
        values = np.arange(256 * surface.coding.unit)[:, None]
        table = rounded(to + (values - to) * share, plane.dtype)
        if surface.coding.bits == 8:
            cv2.LUT(plane, table[None] if plane.ndim == 3 else table.T, dst=plane)
        else:
            plane[:] = np.take(table[:, 0], plane, mode="clip")  # what lies in memory lent may be anything
