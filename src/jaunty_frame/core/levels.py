"""Levels: a photo resampled once so that every frame of a move can be taken from it by bilinear sampling.

A level has 1.25 pixels per output pixel at the tightest window that it serves. A move whose zoom range exceeds
1.5 gets several levels, each for a part of the range, so no window samples a level more than 1.25 x 1.5 pixels
apart (beyond that, bilinear sampling would alias). Photos with fewer pixels are enlarged with a cubic.
"""

from dataclasses import dataclass
from math import ceil, floor, log
from typing import NamedTuple

import cv2
import numpy as np

from jaunty_frame.core.colour import Pixels
from jaunty_frame.core.geometry import WHOLE_PHOTO, Window
from jaunty_frame.core.surface import Coding

DENSITY = 1.25
ZOOM_RANGE = 1.5
# OpenCV addresses samples with 16 bits.
_LONGEST = 24_000
_MARGIN_PX = 3.0


class LevelSpec(NamedTuple):
    """Level pixels wanted: ``region`` of the photo as ``width`` x ``height``; serves windows from ``tightest`` on."""

    region: Window
    width: int
    height: int
    tightest: float


@dataclass(frozen=True, eq=False)
class Level:
    """One level in the coding of a surface.

    region : part of the photo that the planes cover; planes : one array for each plane of the surface, colour
    differences at half size; alpha : one array for each plane, or None. Colours are premultiplied.
    """

    region: Window
    tightest: float
    planes: tuple[Pixels, ...]
    alpha: tuple[Pixels, ...] | None


def level_specs(
    opening: Window, closing: Window, width: int, height: int, reach: tuple[float, float] = (1.0, 1.0)
) -> tuple[LevelSpec, ...]:
    """Return the levels that a move needs on a surface of ``width`` x ``height``, tightest first.

    reach : extent of the windows' bounding boxes in windows, where they turn.
    """
    tight, wide = (opening, closing) if opening.w <= closing.w else (closing, opening)
    parts = max(1, ceil(log(wide.w / tight.w) / log(ZOOM_RANGE) - 1e-9))
    specs = []
    for part in range(parts):
        near = _window_of_width(tight, wide, part / parts)
        far = _window_of_width(tight, wide, (part + 1) / parts)
        boxes = grown(near, reach), grown(far, reach)
        region = _hull_in_photo(*boxes, near.w / width * _MARGIN_PX, near.h / height * _MARGIN_PX)
        columns = region.w / near.w * width * DENSITY
        rows = region.h / near.h * height * DENSITY
        shrink = min(1.0, _LONGEST / max(columns, rows))
        specs.append(LevelSpec(region, _even(columns * shrink), _even(rows * shrink), near.w))
    return tuple(specs)


def _window_of_width(tight: Window, wide: Window, part: float) -> Window:
    if tight.w == wide.w:
        return wide if part else tight
    s = (tight.w * (wide.w / tight.w) ** part - tight.w) / (wide.w - tight.w)
    return Window(*(a + s * (b - a) for a, b in zip(tight, wide, strict=True)))


def grown(window: Window, reach: tuple[float, float]) -> Window:
    """Return the window ``reach`` times as wide and high about its centre."""
    x, y, w, h = window
    return Window(x + w * (1 - reach[0]) / 2, y + h * (1 - reach[1]) / 2, w * reach[0], h * reach[1])


def _hull_in_photo(a: Window, b: Window, margin_x: float, margin_y: float) -> Window:
    left, top = max(min(a.x, b.x) - margin_x, 0.0), max(min(a.y, b.y) - margin_y, 0.0)
    right = min(max(a.x + a.w, b.x + b.w) + margin_x, 1.0)
    bottom = min(max(a.y + a.h, b.y + b.h) + margin_y, 1.0)
    if right <= left or bottom <= top:  # a hand-set window may lie beside the photo
        return WHOLE_PHOTO
    return Window(left, top, right - left, bottom - top)


def _even(length: float) -> int:
    return max(2, 2 * ceil(length / 2))


def make_level(photo: Pixels, spec: LevelSpec, coding: Coding) -> Level:
    """Return the level of ``spec``. photo : (H, W, 3) or premultiplied (H, W, 4) uint8, B G R (A)."""
    rows, columns = photo.shape[:2]
    x, y, w, h = spec.region
    left, top = floor(x * columns), floor(y * rows)
    right, bottom = min(columns, ceil((x + w) * columns)), min(rows, ceil((y + h) * rows))
    right, bottom = max(right, left + 1), max(bottom, top + 1)
    region = Window(left / columns, top / rows, (right - left) / columns, (bottom - top) / rows)
    size = _even(spec.width * region.w / w), _even(spec.height * region.h / h)
    shrinking = size[0] < right - left or size[1] < bottom - top
    # Shrinking must average, enlarging must not; INTER_AREA enlarges by repeating pixels.
    pixels = cv2.resize(
        photo[top:bottom, left:right], size, interpolation=cv2.INTER_AREA if shrinking else cv2.INTER_CUBIC
    )
    alpha = np.ascontiguousarray(pixels[..., 3]) if pixels.shape[2] == 4 else None
    coded = code_pixels(np.ascontiguousarray(pixels[..., :3]), coding)
    planes = tuple(_subsampled(p, s.step) for p, s in zip(coded, coding.samplings, strict=True))
    if alpha is None:
        return Level(region, spec.tightest, planes, None)
    if coding is Coding.SCREEN:
        planes[0][..., 3] = alpha
    return Level(region, spec.tightest, planes, tuple(_subsampled(alpha, s.step) for s in coding.samplings))


def code_pixels(pixels: np.ndarray, coding: Coding) -> tuple[np.ndarray, ...]:
    """Return the planes of ``coding``, all at full size, of pixels (H, W, 3) B G R; the dtype is kept."""
    coded = cv2.transform(pixels, coding.matrix)
    return cv2.split(coded) if coding is Coding.VIDEO else (coded,)


def _subsampled(plane: Pixels, step: int) -> Pixels:
    if step == 1:
        return plane
    height, width = plane.shape[:2]
    return cv2.resize(plane, (width // step, height // step), interpolation=cv2.INTER_AREA)


def level_for(levels: tuple[Level, ...], window: Window) -> Level:
    """Return the coarsest level that is still fine enough for ``window``."""
    fitting = [level for level in levels if level.tightest <= window.w * (1 + 1e-9)]
    return fitting[-1] if fitting else levels[0]
