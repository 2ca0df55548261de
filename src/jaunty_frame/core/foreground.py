"""The foreground of a photo as a small segmentation network sees it.

The network was made for people before a camera, yet on animals, flowers, pots and houses too it tells what stands in
front, where it speaks at all.
"""

import cv2
import numpy as np

from jaunty_frame.core.colour import Pixels

_INPUT_PX = 256


class ForegroundFinder:
    """The network, read once. Calls must not overlap."""

    def __init__(self, model: bytes) -> None:
        self._network = cv2.dnn.readNetFromTFLite(np.frombuffer(model, np.uint8))

    def foreground(self, photo: Pixels) -> np.ndarray:
        """Return how much each place belongs to the foreground: (h, w) float32 in 0..1, longer side 256.

        photo : (H, W, 3) uint8 B G R, upright. The photo is fitted into a square, since the network keeps its first
        input's shape.
        """
        scale = _INPUT_PX / max(photo.shape[:2])
        width, height = max(round(photo.shape[1] * scale), 1), max(round(photo.shape[0] * scale), 1)
        square = np.zeros((_INPUT_PX, _INPUT_PX, 3), np.uint8)
        interpolation = cv2.INTER_AREA if scale < 1 else cv2.INTER_LINEAR
        square[:height, :width] = cv2.resize(photo, (width, height), interpolation=interpolation)
        self._network.setInput(cv2.dnn.blobFromImage(square, 1 / 255, swapRB=True))
        activation = self._network.forward()[0, 0]
        return np.ascontiguousarray(activation[:height, :width])
