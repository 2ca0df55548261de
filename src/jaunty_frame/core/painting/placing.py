"""Painting onto surfaces: a photo through a window over its fill, blends, fades.

Coordinates stay in float64 and continuous until the one place where an affine matrix is handed to OpenCV, which
counts from pixel centres. Where the photo ends inside the frame, the last row or column of samples is blended with
the fill by the share that the photo covers: an edge that moves by a tenth of a pixel is seen to move so.
"""

from math import ceil, cos, floor, radians, sin

import cv2
import numpy as np

from jaunty_frame.core.fills.blurred import Fill
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.levels import Level
from jaunty_frame.core.painting.surface import Sampling, Surface

_FLAGS = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP


def paint_photo(
    surface: Surface,
    level: Level,
    window: Window,
    fill: Fill | None,
    degrees: float = 0.0,
    photo_aspect: float = 1.0,
) -> None:
    """Paint the photo, seen through ``window``, over ``fill`` onto the whole surface.

    degrees : by which the photo is turned clockwise about the window's centre. fill may be None only where the window
    lies inside the photo and the photo has no alpha.
    """
    size = surface.width, surface.height
    if degrees:
        for k, (plane, sampling) in enumerate(zip(surface.planes, surface.coding.samplings, strict=True)):
            alpha = level.alpha[k] if level.alpha else None
            under = fill.planes[k] if fill else None
            to_photo = _turned_mapping(sampling, size, window, degrees, photo_aspect)
            _paint_turned(plane, sampling, level.planes[k], alpha, level.region, to_photo, under)
        return
    for k, (plane, sampling) in enumerate(zip(surface.planes, surface.coding.samplings, strict=True)):
        alpha = level.alpha[k] if level.alpha else None
        under = fill.planes[k] if fill else None
        _paint_plane(plane, sampling, size, level.planes[k], alpha, level.region, window, under)


def _paint_plane(
    plane: Pixels,
    sampling: Sampling,
    size: tuple[int, int],
    source: Pixels,
    alpha: Pixels | None,
    region: Window,
    window: Window,
    under: Pixels | None,
) -> None:
    rows, columns = plane.shape[:2]
    across = _Axis(columns, sampling.step, sampling.offset_x, size[0], window.x, window.w)
    down = _Axis(rows, sampling.step, sampling.offset_y, size[1], window.y, window.h)
    if under is not None:
        _paint_outside(plane, under, across, down)
    if across.end <= across.start or down.end <= down.start:
        return
    scale_x, shift_x = across.to_source(region.x, region.w, source.shape[1])
    scale_y, shift_y = down.to_source(region.y, region.h, source.shape[0])
    matrix = np.array([[scale_x, 0.0, shift_x], [0.0, scale_y, shift_y]])
    inner = plane[down.start : down.end, across.start : across.end]
    extent = (across.end - across.start, down.end - down.start)
    cv2.warpAffine(source, matrix, extent, dst=inner, flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
    if under is None:
        return
    beneath = under[down.start : down.end, across.start : across.end]
    if alpha is not None:
        seen = cv2.warpAffine(alpha, matrix, extent, flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
        _lay_over(inner, beneath, seen, np.array(sampling.black[:3] + (0,) * (len(sampling.black) > 3), np.float32))
    for first, last, share in ((0, 1, across.first_share), (extent[0] - 1, extent[0], across.last_share)):
        if share < 1.0:
            _mix(inner[:, first:last], beneath[:, first:last], share)
    for first, last, share in ((0, 1, down.first_share), (extent[1] - 1, extent[1], down.last_share)):
        if share < 1.0:
            _mix(inner[first:last], beneath[first:last], share)


def _turned_mapping(
    sampling: Sampling, size: tuple[int, int], window: Window, degrees: float, photo_aspect: float
) -> np.ndarray:
    """Return the affine mapping (2, 3) from sample indices of a plane to fractions of a turned photo."""
    c, s = cos(radians(degrees)), sin(radians(degrees))
    # Turning the photo clockwise is turning what looks at it the other way, in photo pixels.
    turn = np.array([[c, s / photo_aspect], [-s * photo_aspect, c]])
    scale = np.array([window.w / size[0], window.h / size[1]])
    linear = turn * scale
    middle = np.array([window.x + window.w / 2, window.y + window.h / 2])
    offset = np.array([sampling.offset_x - size[0] / 2, sampling.offset_y - size[1] / 2])
    return np.column_stack([linear * sampling.step, middle + linear @ offset])


def _paint_turned(
    plane: Pixels,
    sampling: Sampling,
    source: Pixels,
    alpha: Pixels | None,
    region: Window,
    to_photo: np.ndarray,
    under: Pixels | None,
) -> None:
    rows, columns = plane.shape[:2]
    per_fraction = np.array([[source.shape[1] / region.w], [source.shape[0] / region.h]])
    matrix = to_photo * per_fraction
    matrix[:, 2] -= np.array([region.x, region.y]) * per_fraction[:, 0] + 0.5
    if under is None:
        cv2.warpAffine(source, matrix, (columns, rows), dst=plane, flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
        return
    photo = cv2.warpAffine(source, matrix, (columns, rows), flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
    covered = _covered(to_photo, rows, columns)
    if alpha is not None:
        seen = cv2.warpAffine(alpha, matrix, (columns, rows), flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
        _lay_over(photo, under, seen, np.array(sampling.black[:3] + (0,) * (len(sampling.black) > 3), np.float32))
    share = covered[..., None] if plane.ndim == 3 else covered
    plane[:] = np.rint(under + (photo.astype(np.float32) - under) * share).astype(np.uint8)


def _covered(to_photo: np.ndarray, rows: int, columns: int) -> np.ndarray:
    """Return the share (rows, columns) of each sample that a turned photo covers: by its distance from each edge."""
    i, j = np.arange(columns, dtype=np.float32), np.arange(rows, dtype=np.float32)[:, None]
    share = np.ones((rows, columns), np.float32)
    for across, down, start in to_photo.astype(np.float32):
        slope = float(np.hypot(across, down))
        at = (across * i + down * j + start) / slope  # in samples, square to the edge
        share *= np.clip(np.minimum(at, 1 / slope - at) + 0.5, 0, 1)
    return share


class _Axis:
    """One axis of a plane: which samples the photo covers, and where in the source they look."""

    def __init__(self, count: int, step: int, offset: float, pixels: int, start: float, extent: float) -> None:
        self._step, self._offset, self._pixels = step, offset, pixels
        self._window = start, extent
        # Edges of the photo in sample indices; sample i covers i - 1/2 .. i + 1/2.
        low = self._index_of(0.0)
        high = self._index_of(1.0)
        self.start = min(max(floor(low + 0.5), 0), count)
        self.end = max(min(ceil(high + 0.5), count), 0)
        if low + 0.5 <= 0:
            self.first_share = 1.0
        else:
            self.first_share = self.start + 0.5 - low
        if high + 0.5 >= count:
            self.last_share = 1.0
        else:
            self.last_share = high - (self.end - 1.5)

    def _index_of(self, fraction: float) -> float:
        start, extent = self._window
        return ((fraction - start) / extent * self._pixels - self._offset) / self._step

    def to_source(self, region_start: float, region_extent: float, samples: int) -> tuple[float, float]:
        """Return scale and shift from sample index, counted from ``start``, to source index."""
        start, extent = self._window
        per_fraction = samples / region_extent
        scale = self._step / self._pixels * extent * per_fraction
        first = (self._step * self.start + self._offset) / self._pixels * extent + start
        return scale, (first - region_start) * per_fraction - 0.5


def _paint_outside(plane: Pixels, under: Pixels, across: _Axis, down: _Axis) -> None:
    top, bottom = down.start, max(down.end, down.start)
    left, right = across.start, max(across.end, across.start)
    for rows, columns in (
        (slice(None, top), slice(None)),
        (slice(bottom, None), slice(None)),
        (slice(top, bottom), slice(None, left)),
        (slice(top, bottom), slice(right, None)),
    ):
        plane[rows, columns] = under[rows, columns]


def _mix(line: Pixels, beneath: Pixels, share: float) -> None:
    line[:] = np.rint(beneath + (line.astype(np.float32) - beneath) * share).astype(np.uint8)


def _lay_over(line: Pixels, beneath: Pixels, alpha: Pixels, black: np.ndarray) -> None:
    """Lay premultiplied coded colours over ``beneath``: source-over, Porter and Duff 1984."""
    clear = 1.0 - alpha.astype(np.float32) / 255
    if line.ndim == 3:
        clear = clear[..., None]
    else:
        black = black[0]
    line[:] = np.clip(np.rint(line + (beneath - black) * clear), 0, 255).astype(np.uint8)


def blend(surface: Surface, other: Surface, weight: float) -> None:
    """Blend ``other`` into ``surface`` with ``weight`` in 0..1, in coded values."""
    for plane, incoming in zip(surface.planes, other.planes, strict=True):
        cv2.addWeighted(plane, 1.0 - weight, incoming, weight, 0.0, dst=plane)


def fade_to_black(surface: Surface, light: float) -> None:
    """Leave ``light`` in 0..1 of the picture, the rest black."""
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        black = np.array(sampling.black, np.float64)
        values = black + (np.arange(256)[:, None] - black) * light
        table = np.rint(values).astype(np.uint8)[None]
        cv2.LUT(plane, table if plane.ndim == 3 else table[..., 0], dst=plane)


def paint_black(surface: Surface) -> None:
    """Paint the whole surface black."""
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        plane[:] = np.array(sampling.black, np.uint8) if plane.ndim == 3 else sampling.black[0]
