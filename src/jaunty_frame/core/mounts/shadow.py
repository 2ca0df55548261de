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
from jaunty_frame.core.painting.coverage import outline_coverage
from jaunty_frame.core.painting.surface import Sampling, Surface

_REACH = 3.2
"""Standard deviations beyond which nothing of a shadow is left at eight bits."""

Box = tuple[int, int, int, int]


def paint_shadow(
    surface: Surface,
    points: FloatArray,
    sigma_px: tuple[float, float],
    colour: tuple[int, int, int],
    strength: float,
    hidden: FloatArray | None = None,
) -> None:
    """Darken ``surface`` by the shadow of an outline.

    points : (n, 2), the outline where its shadow falls, in pixels of the frame; sigma_px : across and down; colour : B,
    G, R; strength : 0..1; hidden : corners (left, top), (right, bottom) of what will be painted over it anyway.
    """
    coded, channel = surface.coding.matrix @ (*colour, 1), 0
    upright = _is_upright(points)
    known: dict[tuple, list] = {}
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        key = sampling[:3]
        if key not in known:
            shape = plane.shape[:2]
            origin = surface.left, surface.top
            known[key] = (
                list(_upright_parts(points, sigma_px, strength, hidden, shape, sampling, origin))
                if upright
                else _drawn_part(points, sigma_px, strength, shape, sampling, origin)
            )
        channels = len(sampling.black)
        to = coded[channel : channel + channels].astype(np.float32)
        channel += channels
        for (top, bottom, left, right), share in known[key]:
            part = plane[top:bottom, left:right]
            if plane.ndim == 3:
                part[:] = cv2.convertScaleAbs(part + (to - part) * share[..., None])
            else:
                part[:] = cv2.convertScaleAbs(part + (to[0] - part) * share)


def shadow_share(points: FloatArray, sigma_px: tuple[float, float], size: tuple[int, int]) -> np.ndarray:
    """Return how much of the shadow (h, w) lies on each pixel of a frame of ``size`` (width, height)."""
    whole = np.zeros((size[1], size[0]), np.float32)
    sampling = Sampling(1, 0.5, 0.5, (0,))
    parts = (
        _upright_parts(points, sigma_px, 1.0, None, whole.shape, sampling, (0, 0))
        if _is_upright(points)
        else _drawn_part(points, sigma_px, 1.0, whole.shape, sampling, (0, 0))
    )
    for (top, bottom, left, right), share in parts:
        whole[top:bottom, left:right] = share
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
    points: FloatArray,
    sigma_px: tuple[float, float],
    strength: float,
    hidden: FloatArray | None,
    shape: tuple[int, int],
    sampling: Sampling,
    origin: tuple[int, int],
) -> Iterator[tuple[Box, np.ndarray]]:
    """Give boxes of the plane and the shadow's share in them."""
    offset = np.array([sampling.offset_x, sampling.offset_y])
    sigma = np.array(sigma_px) / sampling.step
    low, high = ((points.min(axis=0), points.max(axis=0)) - np.array(origin) - offset) / sampling.step
    top, bottom, left, right = _box(low - _REACH * sigma, high + _REACH * sigma, shape)
    across = _blurred_step(np.arange(left, right), low[0], high[0], sigma[0]) * strength
    down = _blurred_step(np.arange(top, bottom), low[1], high[1], sigma[1])
    boxes = [(top, bottom, left, right)]
    if hidden is not None:
        inner_low, inner_high = (hidden - np.array(origin) - offset) / sampling.step
        t, b, le, ri = _box(inner_low + 1, inner_high - 1, shape)
        t, b, le, ri = max(t, top), min(b, bottom), max(le, left), min(ri, right)
        if b > t and ri > le:
            boxes = [(top, t, left, right), (b, bottom, left, right), (t, b, left, le), (t, b, ri, right)]
    for t, b, le, ri in boxes:
        if b > t and ri > le:
            yield (t, b, le, ri), down[t - top : b - top, None] * across[None, le - left : ri - left]


def _blurred_step(at: np.ndarray, low: float, high: float, sigma: float) -> np.ndarray:
    width = max(sigma, 1e-3) * sqrt(2)
    return (0.5 * (erf((at - low) / width) - erf((at - high) / width))).astype(np.float32)


def _drawn_part(
    points: FloatArray,
    sigma_px: tuple[float, float],
    strength: float,
    shape: tuple[int, int],
    sampling: Sampling,
    origin: tuple[int, int],
) -> list[tuple[Box, np.ndarray]]:
    offset = np.array([sampling.offset_x, sampling.offset_y])
    sigma = np.array(sigma_px) / sampling.step
    placed = (points - np.array(origin) - offset) / sampling.step
    top, bottom, left, right = _box(placed.min(axis=0) - _REACH * sigma, placed.max(axis=0) + _REACH * sigma, shape)
    if bottom <= top or right <= left:
        return []
    r = 2 ** max(0, floor(log2(max(1.0, min(sigma) / 2))))
    # Shapes that reach beyond the plane are blurred with what lies there.
    margin = np.ceil(_REACH * sigma / r).astype(int) + 1
    columns, rows = ceil((right - left) / r) + 2 * margin[0], ceil((bottom - top) / r) + 2 * margin[1]
    # Cell (i, j) has its middle at (i - margin + 1/2) r - 1/2 samples from the box.
    cells = (placed - (left, top) + 0.5) / r - 0.5 + margin
    mask = outline_coverage(outline_edges(cells), int(rows), int(columns)).mask(int(columns))
    narrow = np.sqrt(np.maximum((sigma / r) ** 2 - 1 / 12, 0.01))
    blurred = cv2.GaussianBlur(mask, (0, 0), narrow[0], sigmaY=narrow[1], borderType=cv2.BORDER_REPLICATE)
    size = right - left, bottom - top
    to_grid = np.array([[1 / r, 0, 0.5 / r - 0.5 + margin[0]], [0, 1 / r, 0.5 / r - 0.5 + margin[1]]])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    share = cv2.warpAffine(blurred * np.float32(strength), to_grid, size, flags=flags)
    return [((top, bottom, left, right), share)]
