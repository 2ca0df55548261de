"""Pictures darker towards their corners."""

from math import ceil

import numpy as np

from jaunty_frame.core.colouring.treatment import vignette_share
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Surface

_CELLS = 48


def vignette_planes(
    surface: Surface, corners: FloatArray, to_flat: FloatArray, strength: float
) -> tuple[FloatArray, ...]:
    """Return the shares (h, w) float32 for each plane. to_flat : (3, 3) from the surface's pixels to where ``corners``
    are counted. Worked out on a grid, between whose places it is straight to a thousandth."""
    cell_px = max(float(min(corners[1] - corners[0])) / _CELLS, 1.0)
    columns, rows = ceil(surface.width / cell_px) + 1, ceil(surface.height / cell_px) + 1
    x, y = np.meshgrid(np.arange(columns) * cell_px, np.arange(rows) * cell_px)
    points = np.stack([x, y, np.ones_like(x)], axis=-1) @ to_flat.T
    coarse = vignette_share(points[..., :2] / points[..., 2:], corners, strength).astype(np.float32)
    known: dict[tuple, FloatArray] = {}
    planes = []
    for sampling in surface.coding.samplings:
        key = sampling[:3]
        if key not in known:
            step = sampling.step / cell_px
            to_grid = np.array([[step, 0, sampling.offset_x / cell_px], [0, step, sampling.offset_y / cell_px]])
            size = surface.width // sampling.step, surface.height // sampling.step
            known[key] = cv2.warpAffine(coarse, to_grid, size, flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP)
        planes.append(known[key])
    return tuple(planes)
