"""A picture enlarged over a frame and blurred, on a grid as coarse as the blur allows."""

from math import ceil, floor, log2, sqrt

import numpy as np

from jaunty_frame.core.colouring.treatment import PLAIN_TREATMENT, Treatment
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat

_CELL_PX = 2


def blurred_grid(photo: Pixels, frame: FrameFormat, treatment: Treatment) -> tuple[np.ndarray, tuple[int, int], int]:
    """Return the blurred photo on a reduced grid (rows, columns, 3) float32, its margins, and the reduction r.

    photo : (H, W, 3) or premultiplied (H, W, 4) uint8, upright, at any reduced size. Edges are extended.

    r is the largest power of two <= sigma / 2: averaging over r pixels and a Gaussian of sqrt((sigma / r)^2 - 1/12) on
    the grid have together the wanted variance.
    """
    photo = _opaque(photo)
    width, height, pixel_aspect, _ = frame
    display_width = width * pixel_aspect
    sigma_x, sigma_y = _sigma_px(frame, treatment.blur)
    r = _reduction(frame, treatment.blur)
    sigma_x, sigma_y = (sqrt(max((s / r) ** 2 - 1 / 12, 0.01)) for s in (sigma_x, sigma_y))
    margin_x, margin_y = ceil(4 * sigma_x), ceil(4 * sigma_y)
    columns, rows = ceil(width / r), ceil(height / r)

    photo_rows, photo_columns = photo.shape[:2]
    # Frame pixels per photo pixel, across and down.
    scale_y = treatment.enlarged * max(display_width / photo_columns, height / photo_rows)
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
    return grid, (margin_x, margin_y), r


def photo_width_wanted(photo_aspect: float, frame: FrameFormat, treatment: Treatment = PLAIN_TREATMENT) -> int:
    """Return how many pixels across a photo suffice for its blur: several for each cell of the reduced grid."""
    across = max(frame.width, frame.height * photo_aspect / frame.pixel_aspect)
    return ceil(_CELL_PX * treatment.enlarged * across / _reduction(frame, treatment.blur))


def _sigma_px(frame: FrameFormat, blur: float) -> tuple[float, float]:
    sigma = blur * min(frame.width * frame.pixel_aspect, frame.height)
    return sigma / frame.pixel_aspect, sigma


def _reduction(frame: FrameFormat, blur: float) -> int:
    return int(2 ** max(0, floor(log2(max(1.0, min(_sigma_px(frame, blur)) / 2)))))


def _opaque(photo: Pixels) -> Pixels:
    """Return the photo without alpha: what is transparent takes the mean colour of what is not."""
    if photo.shape[2] == 3:
        return photo
    alpha = photo[..., 3:].astype(np.float32) / 255
    mean = photo[..., :3].sum(axis=(0, 1)) / max(float(alpha.sum()), 1.0)
    return np.rint(photo[..., :3] + (1 - alpha) * mean).clip(0, 255).astype(np.uint8)
