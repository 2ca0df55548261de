"""What an object network makes of a photo: the features by which it would tell people, animals and things apart.

The network was trained by its authors on photos in which objects of 80 sorts are boxed. Its features also answer to
things of other sorts, which is why they are used rather than its boxes.
"""

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels

INPUT_PX = 320
OUTPUTS = "tower_0/CenternetHead/Relu_1", "tower_0/CenternetHead/Relu"
"""Features at an eighth and a sixteenth of the input: 192 and 256 channels."""
_GREY = 114


class ObjectFeatures:
    """The network, read once. Calls must not overlap."""

    def __init__(self, model: bytes) -> None:
        self._network = cv2.dnn.readNetFromONNX(np.frombuffer(model, np.uint8))

    def features(self, photo: Pixels, size: tuple[int, int]) -> np.ndarray:
        """Return the features (448, height, width) float32 over the photo; size : (width, height).

        photo : (H, W, 3) uint8 B G R, upright. It is fitted into the middle of a square, since the network keeps its
        first input's shape.
        """
        scale = INPUT_PX / max(photo.shape[:2])
        width, height = max(round(photo.shape[1] * scale), 1), max(round(photo.shape[0] * scale), 1)
        left, top = (INPUT_PX - width) // 2, (INPUT_PX - height) // 2
        square = np.full((INPUT_PX, INPUT_PX, 3), _GREY, np.uint8)
        interpolation = cv2.INTER_AREA if scale < 1 else cv2.INTER_LINEAR
        square[top : top + height, left : left + width] = cv2.resize(
            photo, (width, height), interpolation=interpolation
        )
        self._network.setInput(cv2.dnn.blobFromImage(square, swapRB=True))
        maps = []
        for output in self._network.forward(list(OUTPUTS)):
            step = INPUT_PX / output.shape[2]
            rows = slice(int(top / step), round((top + height) / step) or 1)
            columns = slice(int(left / step), round((left + width) / step) or 1)
            # OpenCV resizes up to four channels at once, so each is read by itself.
            maps += [cv2.resize(channel[rows, columns], size, interpolation=cv2.INTER_LINEAR) for channel in output[0]]
        return np.stack(maps)
