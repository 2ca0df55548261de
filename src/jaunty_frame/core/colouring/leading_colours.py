"""The leading colours of a photo: the centres of groups of colours that look alike.

k-means in CIELAB (S. P. Lloyd, "Least squares quantization in PCM", IEEE Trans. Inf. Theory 28(2), 1982), begun from
several sets of colours far apart; chance is seeded, so that equal photos give equal colours.
"""

import numpy as np

from jaunty_frame.core.colouring.cielab import bgr_of, lab_of
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels

SAMPLE_PX = 64
"""Pixels across that suffice."""
_GROUPS = 5
_ROUNDS = 40
_STARTS = 4


def colour_groups(colours: FloatArray, groups: int = _GROUPS) -> tuple[FloatArray, FloatArray]:
    """Return the centres (k, 3) and shares (k,) of groups of L*, a*, b* (N, 3), the largest first; k <= groups."""
    starts = (_spread(colours, groups, seed) for seed in range(_STARTS))
    centres, nearest = min(
        (_settled(colours, start) for start in starts), key=lambda found: _spread_of(colours, *found)
    )
    counts = np.bincount(nearest, minlength=len(centres))
    order = np.argsort(-counts, kind="stable")
    order = order[counts[order] > 0]
    return centres[order], counts[order] / len(colours)


def _settled(colours: FloatArray, centres: FloatArray) -> tuple[FloatArray, np.ndarray]:
    """Return the centres that groups settle at, and the group of each colour."""
    for _ in range(_ROUNDS):
        nearest = _nearest(colours, centres)
        counts = np.bincount(nearest, minlength=len(centres))
        sums = np.stack([np.bincount(nearest, colours[:, c], len(centres)) for c in range(3)], axis=1)
        moved = np.where(counts[:, None] > 0, sums / np.maximum(counts, 1)[:, None], centres)
        if np.allclose(moved, centres):
            break
        centres = moved
    return centres, _nearest(colours, centres)


def _spread_of(colours: FloatArray, centres: FloatArray, nearest: np.ndarray) -> float:
    return float(((colours - centres[nearest]) ** 2).sum())


def two_leading_colours(photo: Pixels) -> tuple[tuple[int, int, int], tuple[int, int, int]]:
    """Return two colours (B, G, R) of a photo (H, W, 3 or 4): the one of most of it, and the one that differs most from
    it for its share. A photo of one colour gives it twice."""
    size = SAMPLE_PX, max(1, round(SAMPLE_PX * photo.shape[0] / photo.shape[1]))
    small = cv2.resize(photo[..., :3], size, interpolation=cv2.INTER_AREA)
    centres, shares = colour_groups(lab_of(small).reshape(-1, 3))
    apart = np.linalg.norm(centres - centres[0], axis=1) * np.sqrt(shares)
    second = int(apart.argmax())
    first, other = (tuple(round(v) for v in bgr_of(centres[k]).tolist()) for k in (0, second))
    return first, other


def _nearest(colours: FloatArray, centres: FloatArray) -> np.ndarray:
    return ((colours[:, None] - centres) ** 2).sum(axis=-1).argmin(axis=1)


def _spread(colours: FloatArray, count: int, seed: int) -> FloatArray:
    """Return colours chosen by seeded chance, likelier the farther from those chosen before (D. Arthur and S.
    Vassilvitskii, "k-means++", SODA 2007)."""
    rng = np.random.default_rng(seed)
    chosen = [int(rng.integers(len(colours)))]
    nearest = ((colours - colours[chosen[0]]) ** 2).sum(axis=1)
    while len(chosen) < count and nearest.max() > 0:
        chosen.append(int(rng.choice(len(colours), p=nearest / nearest.sum())))
        nearest = np.minimum(nearest, ((colours - colours[chosen[-1]]) ** 2).sum(axis=1))
    return colours[chosen].copy()
