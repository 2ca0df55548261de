"""What is done to a picture before it is used as a fill: brightness, saturation, a wash of colour, darker edges."""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.colouring.vignette import vignette_share
from jaunty_frame.core.painting.surface import FrameFormat

# ITU-R BT.709: the grey of B, G, R.
_GREY = np.array([0.0722, 0.7152, 0.2126], np.float32)


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
        grey = (pixels @ _GREY)[..., None]
        pixels = grey + (pixels - grey) * np.float32(treatment.saturation)
    if treatment.washed:
        pixels = pixels + (np.array(treatment.wash, np.float32) - pixels) * np.float32(treatment.washed)
    return np.clip(pixels, 0, 255)


def vignette(x: np.ndarray, y: np.ndarray, frame: FrameFormat, strength: float) -> np.ndarray:
    """Return the share of its light (h, w) float32 that a vignette of the frame leaves at X (1, w) and Y (h, 1), in its
    pixels (``core.colouring.vignette``)."""
    places = np.stack(np.broadcast_arrays(x, y), axis=-1)
    corners = np.array([[0.0, 0.0], [frame.width, frame.height]])
    return vignette_share(places, corners, strength).astype(np.float32)
