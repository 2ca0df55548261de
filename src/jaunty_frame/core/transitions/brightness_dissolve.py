"""Each point of the old picture goes at its turn: the dark ones first, or the light ones."""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import BT709_LIMITED, Pixels
from jaunty_frame.core.painting.masks import blend
from jaunty_frame.core.painting.surface import Surface

_BLACK, _WHITE = 16, 235
_LEAST_SOFT = 0.02


def brightness_dissolve(surface: Surface, above: Surface, progress: float, first: str, softness: float) -> None:
    """The distance of a point (``core.painting.masks``) is its luma, from black to white or from white to black."""
    soft = max(softness, _LEAST_SOFT)
    luma = _luma(surface)
    levels = (np.arange(256) - _BLACK) / (_WHITE - _BLACK)
    levels = np.clip(levels if first == "dark" else 1 - levels, 0, 1)
    weights = np.rint(255 * np.clip((progress * (1 + soft) - levels) / soft, 0, 1)).astype(np.uint8)
    masks: dict[int, Pixels] = {}
    for plane, incoming, sampling in zip(surface.planes, above.planes, surface.coding.samplings, strict=True):
        if sampling.step not in masks:
            at = luma if sampling.step == 1 else cv2.resize(luma, plane.shape[1::-1], interpolation=cv2.INTER_AREA)
            masks[sampling.step] = cv2.LUT(at, weights)
        blend(plane, incoming, masks[sampling.step])


def _luma(surface: Surface) -> Pixels:
    """Return the limited-range luma (h, w) uint8 of a picture; of a video's, a copy."""
    if surface.coding.is_video:
        return (surface.planes[0] // surface.coding.unit).astype(np.uint8)
    row = BT709_LIMITED[:1]
    return cv2.transform(surface.planes[0], np.insert(row, 3, 0.0, axis=1))
