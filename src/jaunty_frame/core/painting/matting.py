"""Taking a picture off its ground: painted once on black and once on white, what differs is how much shines through.

A. R. Smith and J. F. Blinn, "Blue Screen Matting", SIGGRAPH 1996, theorem 4. Colour differences of black and white are
the same, so theirs is taken from the luma.
"""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.rounding import rounded
from jaunty_frame.core.painting.surface import Coding, Surface


def lay_over_matted(surface: Surface, on_black: Surface, on_white: Surface) -> None:
    """Lay a picture over ``surface``, given the same picture over black and over white."""
    through = _shining_through(on_black, on_white)
    for plane, dark, sampling in zip(surface.planes, on_black.planes, surface.coding.samplings, strict=True):
        rows, columns = plane.shape[:2]
        share = through if sampling.step == 1 else cv2.resize(through, (columns, rows), interpolation=cv2.INTER_AREA)
        ground = np.array(sampling.black, np.float32)
        if plane.ndim == 3:
            share = share[..., None]
        plane[:] = rounded(dark + (plane - (ground if plane.ndim == 3 else ground[0])) * share, plane.dtype)
        if surface.coding is Coding.SCREEN:
            plane[..., 3] = 255


def _shining_through(on_black: Surface, on_white: Surface) -> Pixels:
    """Return the share (h, w) float32 of the ground that is seen."""
    if on_black.coding.is_video:
        differing, most = cv2.subtract(on_white.planes[0], on_black.planes[0]), 219.0 * on_black.coding.unit
    else:
        differing, most = cv2.subtract(on_white.planes[0], on_black.planes[0])[..., 1], 255.0
    return np.minimum(differing.astype(np.float32) / most, 1.0)
