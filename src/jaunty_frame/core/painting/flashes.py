"""Flashes: how often large parts of the picture go light and dark again within a second.

WCAG 2.2, success criterion 2.3.1, general flash threshold (as in ITU-R BT.1702): a pair of opposing changes of the
relative luminance by a tenth or more, the darker state below 0.8; more than three in any second, over a quarter of the
picture, may cause seizures. (The standard takes a quarter of ten degrees of the visual field, which is less than the
frame; whole frames change here, so that a quarter of the frame stands for it.)
"""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import LUMA, Pixels, linear_light

MOST_FLASHES = 3
_CHANGE, _DARKER = 0.1, 0.8
_AREA = 0.25


def relative_luminance(picture: Pixels) -> FloatArray:
    """Return the relative luminance (H, W), 0..1, of a picture (H, W, 3 or 4), sRGB, B G R."""
    return linear_light(picture[..., :3] / 255) @ LUMA


def most_flashes(luminance: FloatArray, frames_a_second: int) -> tuple[int, int]:
    """Return the most flashes in any second, over a quarter of the picture, and the frame at which that second begins.

    luminance : (T, H, W) of frames in a row.
    """
    changes = _changes(luminance.reshape(len(luminance), -1))
    passed = np.concatenate([np.zeros((1, changes.shape[1]), int), np.cumsum(changes, axis=0)])
    begins = np.arange(max(len(changes) - frames_a_second + 1, 1))
    ends = np.minimum(begins + frames_a_second, len(changes))
    counts = passed[ends] - passed[begins]
    # The count that a quarter of the picture reaches or exceeds.
    rank = max(round(counts.shape[1] * (1 - _AREA)) - 1, 0)
    flashes = np.sort(counts, axis=1)[:, rank] // 2
    worst = int(flashes.argmax())
    return int(flashes[worst]), worst


def _changes(luminance: FloatArray) -> np.ndarray:
    """Return where (T, P) each point has changed by enough, in the direction opposed to its last change."""
    found = np.zeros(luminance.shape, int)
    # The highest and the lowest since the last change, and its direction: 1 up, -1 down, 0 none yet.
    high, low, last = luminance[0], luminance[0], np.zeros(luminance.shape[1], int)
    for n, now in enumerate(luminance):
        high, low = np.maximum(high, now), np.minimum(low, now)
        up = (last != 1) & (now - low >= _CHANGE) & (low < _DARKER)
        down = (last != -1) & (high - now >= _CHANGE) & (now < _DARKER) & ~up
        changed = up | down
        found[n], last = changed, np.where(up, 1, np.where(down, -1, last))
        high, low = np.where(changed, now, high), np.where(changed, now, low)
    return found
