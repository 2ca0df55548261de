"""Colour correction: exposure, warmth, contrast, saturation, in this order; all zero changes nothing.

Pixels are sRGB-coded, B G R. The first three act on each channel by itself and become one table; saturation mixes each
pixel with its own grey.
"""

from functools import lru_cache

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Amounts, Pixels

_WARMEST = 0.25
"""Gain of red, and loss of blue, in linear light at a warmth of 1."""
_STEEPEST = 1.0
"""By how much contrast 1 adds to the slope at middle grey."""
# ITU-R BT.709: the grey of B, G, R.
_GREY = np.array([0.0722, 0.7152, 0.2126])


def corrected(pixels: Pixels, amounts: Amounts) -> Pixels:
    """Return corrected pixels (H, W, 3), or premultiplied (H, W, 4) of which the alpha stays as it is."""
    if not any(amounts):
        return pixels
    colour = pixels[..., :3]
    # A table would not know premultiplied values from dark ones; transparent photos are rare and small errors at
    # their soft edges are not seen.
    tabled = cv2.LUT(np.ascontiguousarray(colour), _table(amounts))
    if amounts.saturation:
        keep = 1.0 + amounts.saturation
        matrix = np.eye(3) * keep + (1.0 - keep) * np.tile(_GREY, (3, 1))
        tabled = cv2.transform(tabled, matrix)
    if pixels.shape[2] == 3:
        return tabled
    return np.dstack([np.minimum(tabled, pixels[..., 3:]), pixels[..., 3]])


@lru_cache(maxsize=64)
def _table(amounts: Amounts) -> np.ndarray:
    """Return the table (1, 256, 3) of B, G, R."""
    coded = np.arange(256) / 255
    linear = np.where(coded <= 0.04045, coded / 12.92, ((coded + 0.055) / 1.055) ** 2.4)
    warmth = np.array([1 - _WARMEST * amounts.warmth, 1.0, 1 + _WARMEST * amounts.warmth])
    # Warmth changes the colour, not the lightness of greys.
    gains = 2.0**amounts.exposure * warmth / (warmth @ _GREY)
    light = np.clip(linear[:, None] * gains, 0.0, 1.0)
    values = np.where(light <= 0.0031308, 12.92 * light, 1.055 * light ** (1 / 2.4) - 0.055)
    # A curve through black, middle grey and white that is steepest, or flattest, in the middle.
    values = values + _STEEPEST * amounts.contrast * (values - 0.5) * 4 * values * (1 - values)
    return np.rint(np.clip(values, 0, 1) * 255).astype(np.uint8)[None]
