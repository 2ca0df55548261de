"""From a fill's colours, exact and at any grid, to the planes of a frame."""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.colouring.dither import FINE, dithered, dithered_fine
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.levels import code_pixels
from jaunty_frame.core.painting.surface import FrameFormat, Sampling

MARGIN = 2
"""Cells by which a coarse grid reaches beyond the frame."""


class CoarseGrid(NamedTuple):
    """Where the cells of a grid lie: X (1, columns) and Y (rows, 1) of their middles in frame pixels; cell_px : from
    one to the next."""

    x: np.ndarray
    y: np.ndarray
    cell_px: float


def coarse_grid(frame: FrameFormat, cells: int) -> CoarseGrid:
    """Return a grid of so many cells on the frame's short side."""
    cell = min(frame.width, frame.height) / cells
    columns, rows = (int(np.ceil(side / cell)) + 2 * MARGIN for side in (frame.width, frame.height))
    x, y = (np.arange(columns) + 0.5 - MARGIN) * cell, (np.arange(rows) + 0.5 - MARGIN) * cell
    return CoarseGrid(x[None], y[:, None], cell)


class EvenGrid(NamedTuple):
    """Cells that share the frame among them: X (1, columns) and Y (rows, 1) of their middles in frame pixels."""

    x: np.ndarray
    y: np.ndarray

    @property
    def shape(self) -> tuple[int, int]:
        """Rows, columns."""
        return self.y.shape[0], self.x.shape[1]


def even_grid(frame: FrameFormat, cells: int) -> EvenGrid:
    """Return a grid of about so many cells on the frame's short side, as wide as high up to a few per cent."""
    cell = min(frame.width, frame.height) / cells
    columns, rows = round(frame.width / cell), round(frame.height / cell)
    x, y = (np.arange(columns) + 0.5) * frame.width / columns, (np.arange(rows) + 0.5) * frame.height / rows
    return EvenGrid(x[None], y[:, None])


def planes_of_grid(
    grid: np.ndarray, cell_px: float, margin: tuple[int, int], frame: FrameFormat, cubic: bool = True
) -> tuple[Pixels, ...]:
    """Return the planes of smooth colours on a grid. grid : (rows, columns, 3) float32, B G R.

    cell_px : frame pixels from a cell to the next; margin : cells at the left and at the top that lie beside the frame;
    cell (i, j) of those within is centred on frame pixel (i + 1/2) cell_px.
    """
    coded = code_pixels(grid, frame.coding)
    return tuple(
        _enlarged(channel, sampling, cell_px, margin, frame, cubic)
        for channel, sampling in zip(coded, frame.coding.samplings, strict=True)
    )


def quick_planes(grid: np.ndarray, frame: FrameFormat) -> tuple[Pixels, ...]:
    """Return the planes of smooth colours that change with every frame. grid : (rows, columns, 3) float32, B G R, whose
    cells share the frame among them. Eight bits are made in sixteen: a value is off by 1/128 before it is dithered."""
    planes = []
    for channel, sampling in zip(code_pixels(grid, frame.coding), frame.coding.samplings, strict=True):
        size = frame.width // sampling.step, frame.height // sampling.step
        if frame.coding.bits > 8:
            planes.append(dithered(cv2.resize(channel, size, interpolation=cv2.INTER_LINEAR), frame.coding.dtype))
            continue
        fine = np.rint(channel * FINE).clip(0, 255 * FINE)
        planes.append(dithered_fine(cv2.resize(fine.astype(np.uint16), size, interpolation=cv2.INTER_LINEAR)))
    return tuple(planes)


def _enlarged(
    grid: np.ndarray, sampling: Sampling, cell_px: float, margin: tuple[int, int], frame: FrameFormat, cubic: bool
) -> Pixels:
    step = sampling.step / cell_px
    to_grid = np.array(
        [
            [step, 0, sampling.offset_x / cell_px - 0.5 + margin[0]],
            [0, step, sampling.offset_y / cell_px - 0.5 + margin[1]],
        ]
    )
    size = (frame.width // sampling.step, frame.height // sampling.step)
    flags = (cv2.INTER_CUBIC if cubic else cv2.INTER_LINEAR) | cv2.WARP_INVERSE_MAP
    return dithered(
        cv2.warpAffine(grid, to_grid, size, flags=flags, borderMode=cv2.BORDER_REPLICATE), frame.coding.dtype
    )


def planes_of_pixels(pixels: np.ndarray, frame: FrameFormat) -> tuple[Pixels, ...]:
    """Return the planes of a picture of the frame's own size. pixels : (h, w, 3) float32, B G R."""
    planes = []
    for channel, sampling in zip(code_pixels(pixels, frame.coding), frame.coding.samplings, strict=True):
        if sampling.step > 1:
            size = frame.width // sampling.step, frame.height // sampling.step
            channel = cv2.resize(channel, size, interpolation=cv2.INTER_AREA)
        planes.append(dithered(channel, frame.coding.dtype))
    return tuple(planes)
