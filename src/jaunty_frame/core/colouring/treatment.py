"""What is done to a picture before it is used as a fill: brightness, saturation, a wash of colour, darker edges."""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import LUMA
from jaunty_frame.core.painting.surface import FrameFormat


class Treatment(NamedTuple):
    """enlarged : how much larger than the frame the picture is; blur : standard deviation, as a share of the frame's
    short side; brightness, saturation : factors; wash : B, G, R, of which ``washed`` in 0..1 is mixed in."""

    enlarged: float = 1.15
    blur: float = 0.04
    brightness: float = 1.0
    saturation: float = 1.0
    wash: tuple[int, int, int] = (0, 0, 0)
    washed: float = 0.0


PLAIN_TREATMENT = Treatment()


def treated(pixels: np.ndarray, treatment: Treatment) -> np.ndarray:
    """Return colours (..., 3) float32, B G R in 0..255, after brightness, saturation and wash, in this order."""
    if treatment.brightness != 1.0:
        pixels = pixels * np.float32(treatment.brightness)
    if treatment.saturation != 1.0:
        grey = (pixels @ LUMA.astype(pixels.dtype))[..., None]
        pixels = grey + (pixels - grey) * np.float32(treatment.saturation)
    if treatment.washed:
        pixels = pixels + (np.array(treatment.wash, np.float32) - pixels) * np.float32(treatment.washed)
    return np.clip(pixels, 0, 255)


def vignette_share(places: FloatArray, corners: FloatArray, strength: float) -> FloatArray:
    """Return the share (...,) of its light that a vignette leaves at places (..., 2).

    corners : (left, top), (right, bottom) of what is seen. With d the distance from its middle in half extents, by
    which corners lie at sqrt 2 and are counted 1: 1 - strength * d^2 (3 - 2 d).
    """
    middle, half = corners.mean(axis=0), (corners[1] - corners[0]) / 2
    d = np.minimum(np.hypot(*np.moveaxis((places - middle) / half, -1, 0)) / np.sqrt(2), 1.0)
    return 1 - strength * d**2 * (3 - 2 * d)


def darkened(pixels: np.ndarray, x: np.ndarray, y: np.ndarray, frame: FrameFormat, strength: float) -> np.ndarray:
    """Return colours (h, w, 3), or light (h, w), float32, after a vignette of the frame; the same at a strength of 0. x
    (1, w), y (h, 1) : where they lie, in its pixels."""
    if not strength:
        return pixels
    places = np.stack(np.broadcast_arrays(x, y), axis=-1)
    corners = np.array([[0.0, 0.0], [frame.width, frame.height]])
    share = vignette_share(places, corners, strength).astype(np.float32)
    return pixels * (share if pixels.ndim == 2 else share[..., None])
