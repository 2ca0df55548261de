"""Colour correction: exposure, warmth, contrast, saturation, in this order; all zero changes nothing.

Pixels are sRGB-coded, B G R. The first three act on each channel by itself and become one table; saturation mixes each
pixel with its own grey.
"""

from functools import lru_cache

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import LUMA, Amounts, Pixels, coded_light, linear_light

_WARMEST = 0.25
"""Gain of red, and loss of blue, in linear light at a warmth of 1."""
_STEEPEST = 1.0
"""By how much contrast 1 adds to the slope at middle grey."""


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
        matrix = np.eye(3) * keep + (1.0 - keep) * np.tile(LUMA, (3, 1))
        tabled = cv2.transform(tabled, matrix)
    if pixels.shape[2] == 3:
        return tabled
    return np.dstack([np.minimum(tabled, pixels[..., 3:]), pixels[..., 3]])


@lru_cache(maxsize=64)
def _table(amounts: Amounts) -> np.ndarray:
    """Return the table (1, 256, 3) of B, G, R."""
    coded = np.arange(256) / 255
    linear = linear_light(coded)
    warmth = np.array([1 - _WARMEST * amounts.warmth, 1.0, 1 + _WARMEST * amounts.warmth])
    # Warmth changes the colour, not the lightness of greys.
    gains = 2.0**amounts.exposure * warmth / (warmth @ LUMA)
    light = np.clip(linear[:, None] * gains, 0.0, 1.0)
    values = coded_light(light)
    # A curve through black, middle grey and white that is steepest, or flattest, in the middle.
    values = values + _STEEPEST * amounts.contrast * (values - 0.5) * 4 * values * (1 - values)
    return np.rint(np.clip(values, 0, 1) * 255).astype(np.uint8)[None]
