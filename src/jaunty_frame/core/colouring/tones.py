"""How dark, how light and how busy a photo is in each of 12 x 12 cells: what plans know of it beside its colours."""

from functools import lru_cache

import numpy as np

from jaunty_frame.core.colouring.sketch import SIDE
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import LUMA, Pixels, coded_light, linear_light

DIGITS = SIDE * SIDE * 3 * 2
LOW, HIGH, DETAIL = range(3)
"""What a cell tells: the luminances that 5 % of it are under and over, sRGB-coded, 0..1; and its mean change from a
pixel to the next, in those units, four times."""
_CELL_PX = 24
TONES_PX = SIDE * _CELL_PX
"""The sides of the picture of which tones are taken."""
_MOST_DETAIL = 4.0
_SHARE = 5


def photo_tones(photo: Pixels) -> FloatArray:
    """Return the tones (12, 12, 3) of an upright photo, given at (TONES_PX, TONES_PX, 3) uint8."""
    light = coded_light(linear_light(photo / 255.0) @ LUMA).astype(np.float32)
    change = (
        np.abs(np.diff(light, axis=0, prepend=light[:1])) + np.abs(np.diff(light, axis=1, prepend=light[:, :1]))
    ) / 2
    cells, busy = (
        plane.reshape(SIDE, _CELL_PX, SIDE, _CELL_PX).swapaxes(1, 2).reshape(SIDE, SIDE, -1)
        for plane in (light, change)
    )
    low, high = np.percentile(cells, [_SHARE, 100 - _SHARE], axis=-1)
    return np.stack([low, high, np.minimum(busy.mean(axis=-1) * _MOST_DETAIL, 1.0)], axis=-1)


def tones_text(tones: FloatArray) -> str:
    """Return tones as a text of hexadecimal digits."""
    return np.rint(np.clip(tones, 0, 1) * 255).astype(np.uint8).tobytes().hex()


@lru_cache(maxsize=4096)
def tones_of(text: str) -> FloatArray:
    """Return the tones (12, 12, 3) of such a text, not to be changed."""
    return np.frombuffer(bytes.fromhex(text), np.uint8).reshape(SIDE, SIDE, 3) / 255.0


def turned_tones(text: str, quarter_turns: int) -> str:
    """Return it for the photo turned clockwise."""
    return tones_text(np.rot90(tones_of(text), -quarter_turns)) if text and quarter_turns % 4 else text
