"""The fill: what is seen where the photo does not cover the frame."""

from dataclasses import dataclass
from math import ceil, floor, log2, sqrt

import cv2
import numpy as np

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.levels import code_pixels
from jaunty_frame.core.painting.surface import Coding, Sampling

ENLARGED = 1.15
"""How much larger than the frame the blurred photo is, so that less of its detail distracts."""
BLUR = 0.04
"""Standard deviation of the blur as a share of the frame's short side."""


@dataclass(frozen=True, eq=False)
class Fill:
    """A fill in the coding of a surface: one array for each plane, of the plane's size."""

    planes: tuple[Pixels, ...]


def plain_fill(colour: tuple[int, int, int], width: int, height: int, coding: Coding) -> Fill:
    """Return a fill of one colour (B, G, R)."""
    coded = coding.matrix[:, :3] @ np.array(colour, float) + coding.matrix[:, 3]
    values = np.rint(coded).astype(np.uint8)
    planes, used = [], 0
    for sampling in coding.samplings:
        channels = len(sampling.black)
        plane = np.empty((height // sampling.step, width // sampling.step, channels), np.uint8)
        plane[:] = values[used : used + channels]
        used += channels
        planes.append(plane if channels > 1 else plane[..., 0])
    return Fill(tuple(planes))


def blurred_fill(photo: Pixels, width: int, height: int, pixel_aspect: float, coding: Coding) -> Fill:
    """Return the photo, covering the frame x 1.15, blurred with sigma 4 % of the short side.

    photo : (H, W, 3) or premultiplied (H, W, 4) uint8, upright, at any reduced size. Edges are extended.

    The blur is done on a grid reduced by r, the largest power of two <= sigma / 2: averaging over r pixels and
    a Gaussian of sqrt((sigma / r)^2 - 1/12) there have together the wanted variance. It stays in float until the
    enlargement, so that no steps are seen in smooth skies.
    """
    photo = _opaque(photo)
    display_width = width * pixel_aspect
    sigma_y = BLUR * min(display_width, height)
    sigma_x = sigma_y / pixel_aspect
    r = 2 ** max(0, floor(log2(max(1.0, min(sigma_x, sigma_y) / 2))))
    sigma_x, sigma_y = (sqrt(max((s / r) ** 2 - 1 / 12, 0.01)) for s in (sigma_x, sigma_y))
    margin_x, margin_y = ceil(4 * sigma_x), ceil(4 * sigma_y)
    columns, rows = ceil(width / r), ceil(height / r)

    photo_rows, photo_columns = photo.shape[:2]
    # Frame pixels per photo pixel, across and down.
    scale_y = ENLARGED * max(display_width / photo_columns, height / photo_rows)
    scale_x = scale_y / pixel_aspect
    shrunk_size = max(1, round(photo_columns * scale_x / r)), max(1, round(photo_rows * scale_y / r))
    shrunk = cv2.resize(photo, shrunk_size, interpolation=cv2.INTER_AREA).astype(np.float32)
    # Grid cell (i, j) is centred on frame pixel (i + 1/2) r; the photo's centre lies on the frame's.
    per_cell_x = r / (photo_columns * scale_x) * shrunk_size[0]
    per_cell_y = r / (photo_rows * scale_y) * shrunk_size[1]
    from_grid = np.array(
        [
            [per_cell_x, 0, (0.5 - margin_x - width / 2 / r) * per_cell_x + shrunk_size[0] / 2 - 0.5],
            [0, per_cell_y, (0.5 - margin_y - height / 2 / r) * per_cell_y + shrunk_size[1] / 2 - 0.5],
        ]
    )
    grid = cv2.warpAffine(
        shrunk,
        from_grid,
        (columns + 2 * margin_x, rows + 2 * margin_y),
        flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP,
        borderMode=cv2.BORDER_REPLICATE,
    )
    grid = cv2.GaussianBlur(grid, (0, 0), sigma_x, sigmaY=sigma_y, borderType=cv2.BORDER_REPLICATE)
    coded = code_pixels(grid, coding)
    return Fill(
        tuple(
            _enlarged(channel, s, r, margin_x, margin_y, width, height)
            for channel, s in zip(coded, coding.samplings, strict=True)
        )
    )


def _enlarged(
    grid: np.ndarray, sampling: Sampling, r: int, margin_x: int, margin_y: int, width: int, height: int
) -> Pixels:
    step = sampling.step / r
    to_grid = np.array(
        [
            [step, 0, sampling.offset_x / r - 0.5 + margin_x],
            [0, step, sampling.offset_y / r - 0.5 + margin_y],
        ]
    )
    size = (width // sampling.step, height // sampling.step)
    flags = cv2.INTER_CUBIC | cv2.WARP_INVERSE_MAP
    enlarged = cv2.warpAffine(grid, to_grid, size, flags=flags, borderMode=cv2.BORDER_REPLICATE)
    return cv2.convertScaleAbs(np.maximum(enlarged, 0.0, out=enlarged))


def _opaque(photo: Pixels) -> Pixels:
    """Return the photo without alpha: what is transparent takes the mean colour of what is not."""
    if photo.shape[2] == 3:
        return photo
    alpha = photo[..., 3:].astype(np.float32) / 255
    mean = photo[..., :3].sum(axis=(0, 1)) / max(float(alpha.sum()), 1.0)
    return np.rint(photo[..., :3] + (1 - alpha) * mean).clip(0, 255).astype(np.uint8)
