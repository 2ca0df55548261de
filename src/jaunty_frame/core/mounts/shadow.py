"""The shadow of a print: its outline, shifted and blurred.

Blur by W3C CSS Backgrounds 3 (section 6.1.1): a blur radius is two standard deviations of the Gaussian. The shadow of
an upright rectangle is a product of two steps, each blurred; all others are drawn on a grid reduced by r <= sigma / 2,
blurred there, and enlarged, as blurred fills are.
"""

from collections.abc import Iterator
from math import ceil, floor, log2, sqrt

import numpy as np
from scipy.special import erf

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.mounts.outline import outline_edges
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.coverage import outline_coverage
from jaunty_frame.core.painting.placing import Box, CoveredOf, around
from jaunty_frame.core.painting.surface import Surface

_REACH = 3.0
"""Standard deviations beyond which nothing of a shadow is left at eight bits."""


def paint_shadow(
    surface: Surface,
    points: FloatArray,
    sigma_px: tuple[float, float],
    colour: tuple[int, int, int],
    strength: float,
    hidden_of: CoveredOf | None = None,
) -> None:
    """Darken ``surface`` by the shadow of an outline.

    points : (n, 2), the outline where its shadow falls, in pixels of the frame; sigma_px : across and down; colour : B,
    G, R; strength : 0..1; hidden_of : what will be painted over it anyway.
    """
    coded, channel = surface.coding.matrix @ (*colour, 1), 0
    upright = _is_upright(points)
    known: dict[tuple, list] = {}
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        key = sampling[:3]
        if key not in known:
            offset = np.array([sampling.offset_x + surface.left, sampling.offset_y + surface.top])
            placed, sigma = (points - offset) / sampling.step, np.array(sigma_px) / sampling.step
            hidden = hidden_of(plane, sampling).inner_box() if hidden_of else (0, 0, 0, 0)
            parts = _upright_parts if upright else _drawn_parts
            known[key] = list(parts(placed, sigma, strength, hidden, plane.shape[:2]))
        channels = len(sampling.black)
        to = coded[channel : channel + channels].astype(np.float32)
        channel += channels
        for (top, bottom, left, right), share in known[key]:
            part = plane[top:bottom, left:right]
            _mix_in(part, to, share if plane.ndim == 2 else share[..., None])


def _mix_in(part: Pixels, colour: np.ndarray, share: np.ndarray) -> None:
    """Mix a colour into a part of a plane. share : uint16, 256 = all of it. In sixteen bits where they are
    enough, which is quicker than floats: a value is off by one at most."""
    wide = np.uint16 if part.dtype == np.uint8 else np.uint32
    to, share = np.rint(colour if part.ndim == 3 else colour[0]).astype(wide), share.astype(wide, copy=False)
    part[:] = (part * (256 - share) + to * share + 128) >> 8


def shadow_share(points: FloatArray, sigma_px: tuple[float, float], size: tuple[int, int]) -> np.ndarray:
    """Return how much of the shadow (h, w) lies on each pixel of a frame of ``size`` (width, height)."""
    whole = np.zeros((size[1], size[0]), np.float32)
    parts = _upright_parts if _is_upright(points) else _drawn_parts
    for (top, bottom, left, right), share in parts(points - 0.5, np.array(sigma_px), 1.0, (0, 0, 0, 0), whole.shape):
        whole[top:bottom, left:right] = share / np.float32(256)
    return whole


def _is_upright(points: FloatArray) -> bool:
    if len(points) != 4:
        return False
    x, y = points.T
    return bool(len(np.unique(np.round(x, 6))) == 2 and len(np.unique(np.round(y, 6))) == 2)


def _box(low: FloatArray, high: FloatArray, shape: tuple[int, int]) -> Box:
    """Return rows and columns (top, bottom, left, right) of the samples between two corners, within the plane."""
    left, top = (max(ceil(value), 0) for value in low)
    right, bottom = max(min(floor(high[0]) + 1, shape[1]), left), max(min(floor(high[1]) + 1, shape[0]), top)
    return top, bottom, left, right


def _upright_parts(
    placed: FloatArray, sigma: FloatArray, strength: float, hidden: Box, shape: tuple[int, int]
) -> Iterator[tuple[Box, np.ndarray]]:
    """Give boxes of a plane of ``shape`` and the shadow's share in them, uint16, 256 = all. placed : the outline,
    sigma : (2,), both in the plane's samples."""
    low, high = placed.min(axis=0), placed.max(axis=0)
    top, bottom, left, right = _box(low - _REACH * sigma, high + _REACH * sigma, shape)
    across = 256 * strength * _blurred_step(np.arange(left, right), low[0], high[0], sigma[0])
    down = _blurred_step(np.arange(top, bottom), low[1], high[1], sigma[1])
    for t, b, le, ri in around(hidden, (top, bottom, left, right)):
        share = down[t - top : b - top, None] * across[None, le - left : ri - left]
        yield (t, b, le, ri), cv2.convertScaleAbs(share).astype(np.uint16)


def _blurred_step(at: np.ndarray, low: float, high: float, sigma: float) -> np.ndarray:
    width = max(sigma, 1e-3) * sqrt(2)
    return (0.5 * (erf((at - low) / width) - erf((at - high) / width))).astype(np.float32)


def _drawn_parts(
    placed: FloatArray, sigma: FloatArray, strength: float, hidden: Box, shape: tuple[int, int]
) -> Iterator[tuple[Box, np.ndarray]]:
    """Give the same of any outline."""
    top, bottom, left, right = _box(placed.min(axis=0) - _REACH * sigma, placed.max(axis=0) + _REACH * sigma, shape)
    if bottom <= top or right <= left:
        return
    r = 2 ** max(0, floor(log2(max(1.0, min(sigma) / 2))))
    # Shapes that reach beyond the plane are blurred with what lies there.
    margin = np.ceil(_REACH * sigma / r).astype(int) + 1
    columns, rows = ceil((right - left) / r) + 2 * margin[0], ceil((bottom - top) / r) + 2 * margin[1]
    # Cell (i, j) has its middle at (i - margin + 1/2) r - 1/2 samples from the box.
    cells = (placed - (left, top) + 0.5) / r - 0.5 + margin
    mask = outline_coverage(outline_edges(cells), int(rows), int(columns)).mask(int(columns))
    narrow = np.sqrt(np.maximum((sigma / r) ** 2 - 1 / 12, 0.01))
    blurred = cv2.GaussianBlur(mask, (0, 0), narrow[0], sigmaY=narrow[1], borderType=cv2.BORDER_REPLICATE)
    # In eight bits a share of all is 255, which is counted as 256 below.
    coarse = cv2.convertScaleAbs(blurred, alpha=255 * strength)
    for t, b, le, ri in around(hidden, (top, bottom, left, right)):
        to_grid = np.array(
            [
                [1 / r, 0, (le - left + 0.5) / r - 0.5 + margin[0]],
                [0, 1 / r, (t - top + 0.5) / r - 0.5 + margin[1]],
            ]
        )
        flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
        yield (t, b, le, ri), _counted(cv2.warpAffine(coarse, to_grid, (ri - le, b - t), flags=flags))


def _counted(share: Pixels) -> np.ndarray:
    """Return shares of 255 as shares of 256, uint16."""
    wide = share.astype(np.uint16)
    return wide + (wide >> 7)
