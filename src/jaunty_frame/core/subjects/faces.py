"""Finding faces: three small networks that propose, refine and confirm (MTCNN).

K. Zhang, Z. Zhang, Z. Li and Y. Qiao, "Joint face detection and alignment using multitask cascaded convolutional
networks", IEEE Signal Processing Letters 23 (10), 2016. The first network looks at a pyramid of the photo for places
that might be faces of 12 px, the others at each of these in 24 and 48 px.

The networks count columns before rows. Each gets inputs of one fixed shape only, since cv2.dnn keeps what it worked
out for the first: every pyramid step has a network of its own, and batches are filled up.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels

_LONG_PX, _SHORT_PX = 480, 360
_LEAST_FACE_PX = 20
_PYRAMID_STEP = 0.709
# Thresholds of the three stages; the last is high, since below it faces are seen in gravel and foliage.
_PROPOSE, _REFINE, _CONFIRM = 0.6, 0.7, 0.95
_CELL, _STRIDE = 12, 2
_BATCHES = {24: 16, 48: 4}
_MOST_PROPOSED = 96


class Face(NamedTuple):
    """A face from brow to chin, in fractions of the photo, with the last network's confidence."""

    box: Window
    confidence: float


class _Step(NamedTuple):
    """One step of the pyramid: its size and the network that has only ever seen this size."""

    width: int
    height: int
    network: cv2.dnn.Net


class FaceFinder:
    """The three networks, read once. Calls must not overlap."""

    def __init__(self, propose: bytes, refine: bytes, confirm: bytes) -> None:
        self._refine = cv2.dnn.readNetFromONNX(np.frombuffer(refine, np.uint8))
        self._confirm = cv2.dnn.readNetFromONNX(np.frombuffer(confirm, np.uint8))
        self._propose = np.frombuffer(propose, np.uint8)
        self._pyramids: dict[tuple[int, int], list[_Step]] = {}

    def faces(self, photo: Pixels) -> list[Face]:
        """Return the faces in ``photo`` (H, W, 3) uint8 B G R, upright, the most confident first."""
        height, width = photo.shape[:2]
        scale = _LONG_PX / max(height, width)
        size = max(round(width * scale), 1), max(round(height * scale), 1)
        canvas = np.zeros((*(_SHORT_PX if side <= _SHORT_PX else _LONG_PX for side in size[::-1]), 3), np.uint8)
        interpolation = cv2.INTER_AREA if scale < 1 else cv2.INTER_LINEAR
        canvas[: size[1], : size[0]] = cv2.resize(photo, size, interpolation=interpolation)
        canvas = cv2.cvtColor(canvas, cv2.COLOR_BGR2RGB)
        boxes = self._proposed(canvas)
        boxes = self._judged(canvas, boxes, self._refine, 24, _REFINE)
        boxes = boxes[_kept(boxes, 0.7)]
        boxes = self._judged(canvas, boxes, self._confirm, 48, _CONFIRM)
        boxes = boxes[_kept(boxes, 0.6, by_smaller=True)]
        found = []
        for left, top, right, bottom, confidence in boxes.tolist():
            x, y = max(left / size[0], 0.0), max(top / size[1], 0.0)
            w, h = min(right / size[0], 1.0) - x, min(bottom / size[1], 1.0) - y
            if w > 0 and h > 0:
                found.append(Face(Window(x, y, w, h), confidence))
        return found

    def _proposed(self, canvas: Pixels) -> FloatArray:
        """Return boxes (N, 5): left, top, right, bottom, confidence, in pixels of the canvas."""
        steps = []
        for width, height, network in self._pyramid(canvas.shape[1], canvas.shape[0]):
            step = cv2.resize(canvas, (width, height), interpolation=cv2.INTER_AREA)
            network.setInput(_for_network(step)[None])
            shifts, scores = _shifts_and_scores(network)
            columns, rows = np.nonzero(scores[0, :, :, 1] >= _PROPOSE)
            per_pixel = canvas.shape[1] / width
            corner = np.stack([columns, rows], axis=1) * _STRIDE * per_pixel
            extent = _CELL * per_pixel
            cells = np.concatenate([corner, corner + extent], axis=1)
            boxes = np.column_stack([cells + shifts[0, columns, rows] * extent, scores[0, columns, rows, 1]])
            steps.append(boxes[_kept(boxes, 0.5)])
        boxes = np.concatenate(steps)
        return boxes[_kept(boxes, 0.7)][:_MOST_PROPOSED]

    def _pyramid(self, width: int, height: int) -> list["_Step"]:
        """Return the steps for a canvas of one of the three shapes that there are, made when first wanted."""
        steps = self._pyramids.setdefault((width, height), [])
        scale = _CELL / _LEAST_FACE_PX
        while not steps or min(steps[-1][:2]) * _PYRAMID_STEP >= _CELL:
            size = round(width * scale), round(height * scale)
            steps.append(_Step(*size, cv2.dnn.readNetFromONNX(self._propose)))
            scale *= _PYRAMID_STEP
        return steps

    def _judged(
        self,
        canvas: Pixels,
        boxes: FloatArray,
        network: cv2.dnn.Net,
        side: int,
        least: float,
    ) -> FloatArray:
        """Return the boxes (M, 5) that the network takes for faces, moved to where it sees them."""
        judged = [np.empty((0, 5))]
        batch = _BATCHES[side]
        for start in range(0, len(boxes), batch):
            squares = _squares(boxes[start : start + batch])
            cuts = np.zeros((batch, side, side, 3), np.float32)
            for cut, (left, top, extent) in zip(cuts, squares.tolist(), strict=False):
                cut[:] = _for_network(_cut_out(canvas, left, top, extent, side))
            network.setInput(cuts)
            shifts, scores = (output[: len(squares)] for output in _shifts_and_scores(network))
            extent = squares[:, 2:]
            corners = np.concatenate([squares[:, :2], squares[:, :2] + extent], axis=1)
            moved = np.column_stack([corners + shifts * extent, scores[:, 1]])
            judged.append(moved[scores[:, 1] >= least])
        return np.concatenate(judged)


def _shifts_and_scores(network: cv2.dnn.Net) -> tuple[np.ndarray, np.ndarray]:
    """Return where boxes are to be moved and how sure the network is; the last one's eyes and mouths are left out."""
    shifts, *_, scores = network.forward(network.getUnconnectedOutLayersNames())
    return shifts, scores


def _for_network(pixels: Pixels) -> np.ndarray:
    return (pixels.transpose(1, 0, 2).astype(np.float32) - 127.5) / 128


def _squares(boxes: FloatArray) -> FloatArray:
    """Return (N, 3) left, top, extent of the squares about the boxes' centres."""
    size = boxes[:, 2:4] - boxes[:, :2]
    extent = size.max(axis=1, keepdims=True)
    return np.concatenate([boxes[:, :2] + (size - extent) / 2, extent], axis=1)


def _cut_out(canvas: Pixels, left: float, top: float, extent: float, side: int) -> Pixels:
    """Return a square of the canvas as ``side`` pixels; what lies beyond is black."""
    size = max(round(extent), 1)
    x, y = round(left), round(top)
    square = np.zeros((size, size, 3), np.uint8)
    first_x, last_x = max(x, 0), min(x + size, canvas.shape[1])
    first_y, last_y = max(y, 0), min(y + size, canvas.shape[0])
    if last_x > first_x and last_y > first_y:
        square[first_y - y : last_y - y, first_x - x : last_x - x] = canvas[first_y:last_y, first_x:last_x]
    interpolation = cv2.INTER_AREA if size > side else cv2.INTER_LINEAR
    return cv2.resize(square, (side, side), interpolation=interpolation)


def _kept(boxes: FloatArray, most_overlap: float, by_smaller: bool = False) -> Sequence[int]:
    """Return the indices of boxes (N, 5) that no more confident one overlaps, the most confident first."""
    area = np.prod(boxes[:, 2:4] - boxes[:, :2], axis=1)
    waiting = np.argsort(-boxes[:, 4], kind="stable")
    kept = []
    while waiting.size:
        best, waiting = waiting[0], waiting[1:]
        kept.append(int(best))
        low = np.maximum(boxes[waiting, :2], boxes[best, :2])
        high = np.minimum(boxes[waiting, 2:4], boxes[best, 2:4])
        common = np.prod(np.clip(high - low, 0, None), axis=1)
        whole = np.minimum(area[waiting], area[best]) if by_smaller else area[waiting] + area[best] - common
        waiting = waiting[common <= most_overlap * whole]
    return kept
