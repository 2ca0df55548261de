"""How likely each place of a photo is to belong to its subject: a small network on top of the cues.

It reads the maps of ``core.salience`` and the features of ``core.object_features`` on a grid of 32 places along the
photo's longer side, looks around each place as far as a quarter of the photo, and at the photo as a whole. It was
fitted to labelled photos by ``tools/fit_subject_map.py``; several fits, begun differently, vote.
"""

import io

import cv2
import numpy as np

GRID = 32
"""Places along the photo's longer side."""
_MOST = 5.0


class SubjectNet:
    """The fitted weights.

    weights : an uncompressed .npz. Arrays "cue mean", "cue scale" (M,), "feature mean" (F,) and "projection" (P, F)
    prepare the input; for each vote v, "v/NAME weights" (out, in, k, k) and "v/NAME bias" (out,) are its layers.
    """

    def __init__(self, weights: bytes) -> None:
        with np.load(io.BytesIO(weights), allow_pickle=False) as arrays:
            self._arrays = {name: arrays[name] for name in arrays.files}
        self._votes = sorted({name.split("/")[0] for name in self._arrays if "/" in name})

    def likely(self, maps: np.ndarray, features: np.ndarray) -> np.ndarray:
        """Return how likely each place is to be subject, (H, W) float32 in 0..1.

        maps : (M, H, W) the cues; features : (F, h, w) with (w, h) = ``grid_size(maps)``.
        """
        inputs = self.prepared(maps, features)
        logits = np.mean([self._vote(vote, *inputs) for vote in self._votes], axis=0)
        chance = (1 / (1 + np.exp(-logits))).astype(np.float32)
        return np.clip(cv2.resize(chance, maps.shape[:0:-1], interpolation=cv2.INTER_CUBIC), 0, 1)

    def prepared(self, maps: np.ndarray, features: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """Return the cues (M, h, w) and the main components of the features (P, h, w), of like size, on the grid."""
        size = grid_size(maps)
        small = np.stack([cv2.resize(cue, size, interpolation=cv2.INTER_AREA) for cue in maps])
        cues = (small - self._of("cue mean")) / self._of("cue scale")
        components = np.tensordot(self._arrays["projection"], features - self._of("feature mean"), 1)
        return np.clip(cues, -_MOST, _MOST), np.clip(components, -_MOST, _MOST)

    def _of(self, name: str) -> np.ndarray:
        return self._arrays[name][:, None, None]

    def _vote(self, vote: str, cues: np.ndarray, components: np.ndarray) -> np.ndarray:
        def layer(name: str, values: np.ndarray, reach: int = 1) -> np.ndarray:
            return convolved(values, self._arrays[f"{vote}/{name} weights"], self._arrays[f"{vote}/{name} bias"], reach)

        read = np.concatenate([_positive(layer("features", components)), _positive(layer("cues", cues))])
        near = _positive(layer("near", read))
        whole = np.broadcast_to(near.mean(axis=(1, 2), keepdims=True), near.shape)
        around = _positive(layer("around", np.concatenate([near, whole]), 2))
        around = around + _positive(layer("far", around, 4))
        return (layer("chance", around) + layer("directly", cues))[0]


def grid_size(maps: np.ndarray) -> tuple[int, int]:
    """Return the (width, height) of the grid for maps (M, H, W)."""
    height, width = maps.shape[1:]
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
