"""Levels: a photo resampled once so that every frame of a move can be taken from it by bilinear sampling.

A level has 1.25 pixels per output pixel at the tightest window that it serves. A move whose zoom range exceeds
1.5 gets several levels, each for a part of the range, so no window samples a level more than 1.25 x 1.5 pixels
apart (beyond that, bilinear sampling would alias). Photos with fewer pixels are enlarged with a cubic.
"""

from dataclasses import dataclass
from math import ceil, floor

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.level_specs import LevelSpec, even_length
from jaunty_frame.core.painting.surface import Coding

_FINE = 64
"""Parts of a step of eight bits that are told apart where planes have more."""


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


def make_level(photo: Pixels, spec: LevelSpec, coding: Coding, once: bool = False) -> Level:
    """Return the level of ``spec``. photo : (H, W, 3) or premultiplied (H, W, 4) uint8, B G R (A).

    once : whether it serves one frame; then it is not enlarged, for what is gained is steadiness from frame to frame.
    """
    rows, columns = photo.shape[:2]
    x, y, w, h = spec.region
    left, top = floor(x * columns), floor(y * rows)
    right, bottom = min(columns, ceil((x + w) * columns)), min(rows, ceil((y + h) * rows))
    right, bottom = max(right, left + 1), max(bottom, top + 1)
    region = Window(left / columns, top / rows, (right - left) / columns, (bottom - top) / rows)
    size = even_length(spec.width * region.w / w), even_length(spec.height * region.h / h)
    if once:
        size = min(size[0], even_length(right - left)), min(size[1], even_length(bottom - top))
    shrinking = size[0] < right - left or size[1] < bottom - top
    # Shrinking must average, enlarging must not; INTER_AREA enlarges by repeating pixels.
    way = cv2.INTER_AREA if shrinking else cv2.INTER_CUBIC
    part = photo[top:bottom, left:right]
    pixels = cv2.resize(part, size, interpolation=way)
    alpha = np.ascontiguousarray(pixels[..., 3]) if pixels.shape[2] == 4 else None
    if coding.bits == 8:
        coded = code_pixels(np.ascontiguousarray(pixels[..., :3]), coding)
    else:  # what lies between two steps of eight bits is kept
        coded = _finely_coded(cv2.resize(part[..., :3].astype(np.uint16) * _FINE, size, interpolation=way), coding)
    planes = tuple(_subsampled(p, s.step) for p, s in zip(coded, coding.samplings, strict=True))
    if alpha is None:
        return Level(region, spec.tightest, planes, None)
    if coding is Coding.SCREEN:
        planes[0][..., 3] = alpha
    return Level(region, spec.tightest, planes, tuple(_subsampled(alpha, s.step) for s in coding.samplings))


def code_pixels(pixels: np.ndarray, coding: Coding) -> tuple[np.ndarray, ...]:
    """Return the planes of ``coding``, all at full size, of pixels (H, W, 3) B G R; the dtype is kept."""
    coded = cv2.transform(pixels, coding.matrix)
    return cv2.split(coded) if coding.is_video else (coded,)


def _finely_coded(pixels: np.ndarray, coding: Coding) -> tuple[np.ndarray, ...]:
    """Return the planes of pixels in steps of 1 / _FINE."""
    matrix = coding.matrix / (_FINE, _FINE, _FINE, 1)
    return cv2.split(cv2.transform(np.minimum(pixels, 255 * _FINE), matrix))


def _subsampled(plane: Pixels, step: int) -> Pixels:
    if step == 1:
        return plane
    height, width = plane.shape[:2]
    return cv2.resize(plane, (width // step, height // step), interpolation=cv2.INTER_AREA)


def level_for(levels: tuple[Level, ...], window: Window) -> Level:
    """Return the coarsest level that is still fine enough for ``window``."""
    fitting = [level for level in levels if level.tightest <= window.w * (1 + 1e-9)]
    return fitting[-1] if fitting else levels[0]
