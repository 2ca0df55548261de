"""Where the subject of a photo lies, and what of it matters: a small network on top of the cues.

It reads the maps of ``salience`` and the features of ``object_features`` on a grid of 32 places along the
photo's longer side, looks around each place as far as a quarter of the photo, and at the photo as a whole. It was
fitted to labelled photos by ``tools/fit_subject_map.py``; several fits, begun differently, vote.
"""

import io
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.opencv import cv2

GRID = 32
"""Places along the photo's longer side."""
_MOST = 5.0


class SubjectMaps(NamedTuple):
    """likely : (H, W) float32 in 0..1, how likely each place is to be subject; attention : (h, w), of sum 1.

    What a window holds of the attention is what it is expected to keep of the labelled areas, each by its weight: a
    small head counts as much as a large wall.
    """

    likely: np.ndarray
    attention: np.ndarray


class SubjectNet:
    """The fitted weights.

    weights : an uncompressed .npz. Arrays "cue mean", "cue scale" (M,), "feature mean" (F,) and "projection" (P, F)
    prepare the input; for each vote v, "v/NAME weights" (out, in, k, k) and "v/NAME bias" (out,) are its layers.
    """

    def __init__(self, weights: bytes) -> None:
        with np.load(io.BytesIO(weights), allow_pickle=False) as arrays:
            self._arrays = {name: arrays[name] for name in arrays.files}
        self._votes = sorted({name.split("/")[0] for name in self._arrays if "/" in name})

    def maps(self, cues: np.ndarray, features: np.ndarray) -> SubjectMaps:
        """Return the maps for cues (M, H, W) and features (F, h, w) with (w, h) = ``grid_size(cues)``."""
        inputs = self.prepared(cues, features)
        logits, eye = np.mean([self._vote(vote, *inputs) for vote in self._votes], axis=0)
        chance = (1 / (1 + np.exp(-logits))).astype(np.float32)
        likely = np.clip(cv2.resize(chance, cues.shape[:0:-1], interpolation=cv2.INTER_CUBIC), 0, 1)
        attention = np.exp(eye - eye.max())
        return SubjectMaps(likely, attention / attention.sum())

    def prepared(self, cues: np.ndarray, features: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """Return the cues (M, h, w) and the main components of the features (P, h, w), of like size, on the grid."""
        size = grid_size(cues)
        small = np.stack([cv2.resize(cue, size, interpolation=cv2.INTER_AREA) for cue in cues])
        small = (small - self._of("cue mean")) / self._of("cue scale")
        components = np.tensordot(self._arrays["projection"], features - self._of("feature mean"), 1)
        return np.clip(small, -_MOST, _MOST), np.clip(components, -_MOST, _MOST)

    def _of(self, name: str) -> np.ndarray:
        return self._arrays[name][:, None, None]

    def _vote(self, vote: str, cues: np.ndarray, components: np.ndarray) -> np.ndarray:
        """Return the logits (2, h, w) of being subject and of drawing attention."""

        def layer(name: str, values: np.ndarray, reach: int = 1) -> np.ndarray:
            return convolved(values, self._arrays[f"{vote}/{name} weights"], self._arrays[f"{vote}/{name} bias"], reach)

        read = np.concatenate([_positive(layer("features", components)), _positive(layer("cues", cues))])
        near = _positive(layer("near", read))
        whole = np.broadcast_to(near.mean(axis=(1, 2), keepdims=True), near.shape)
        both = np.concatenate([near, whole])
        around = _positive(layer("around", both, 2))
        around = around + _positive(layer("far", around, 4))
        eye = around + _positive(layer("eye_around", both, 2))
        chance = layer("chance", around) + layer("directly", cues)
        return np.concatenate([chance, layer("eye", eye) + layer("eye_directly", cues)])


def grid_size(cues: np.ndarray) -> tuple[int, int]:
    """Return the (width, height) of the grid for cues (M, H, W)."""
    height, width = cues.shape[1:]
    scale = GRID / max(height, width)
    return max(round(width * scale), 4), max(round(height * scale), 4)


def convolved(values: np.ndarray, weights: np.ndarray, bias: np.ndarray, reach: int = 1) -> np.ndarray:
    """Return the convolution (out, h, w) of values (in, h, w) with weights (out, in, k, k), zero beyond the edges.

    reach : the distance between the places that one kernel reads.
    """
    kernel = weights.shape[2]
    margin = reach * (kernel // 2)
    height, width = values.shape[1:]
    padded = np.pad(values, ((0, 0), (margin, margin), (margin, margin)))
    total = np.zeros((len(weights), height * width), np.float32) + bias[:, None]
    for row in range(kernel):
        for column in range(kernel):
            part = padded[:, row * reach : row * reach + height, column * reach : column * reach + width]
            total += weights[:, :, row, column] @ part.reshape(len(values), -1)
    return total.reshape(-1, height, width)


def _positive(values: np.ndarray) -> np.ndarray:
    return np.maximum(values, 0)
