"""From a frame's pixels to a photo: 3 x 3 matrices on homogeneous columns (x, y, 1), float64.

A frame's pixels are counted continuously, their centres at half integers; places in a photo are fractions of its width
and height. A plane's samples lie where its sampling says (``core.painting.surface``), so each plane has a mapping of
its own from sample indices; they all come from the same numbers.
"""

from math import cos, radians, sin

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.painting.surface import Sampling

# Far below what any sample could show.
_SLACK = 1e-9


def window_mapping(
    window: Window, size: tuple[float, float], degrees: float = 0.0, photo_aspect: float = 1.0
) -> FloatArray:
    """Return the mapping (3, 3) of a frame of ``size`` (width, height) onto ``window``.

    degrees : by which the photo is turned clockwise about the window's centre.
    """
    across, down = window.w / size[0], window.h / size[1]
    if not degrees:
        return np.array([[across, 0.0, window.x], [0.0, down, window.y], [0.0, 0.0, 1.0]])
    c, s = cos(radians(degrees)), sin(radians(degrees))
    # Turning the photo clockwise is turning what looks at it the other way, in photo pixels.
    linear = np.array([[c, s / photo_aspect], [-s * photo_aspect, c]]) * (across, down)
    middle = np.array([window.x + window.w / 2, window.y + window.h / 2])
    mapping = np.eye(3)
    mapping[:2, :2] = linear
    mapping[:2, 2] = middle - linear @ (size[0] / 2, size[1] / 2)
    return mapping


def shifted_mapping(mapping: FloatArray, left: int, top: int) -> FloatArray:
    """Return the mapping of the part of a frame that begins at ``left`` and ``top``."""
    if not left and not top:
        return mapping
    return mapping @ np.array([[1.0, 0.0, left], [0.0, 1.0, top], [0.0, 0.0, 1.0]])


def sample_mapping(mapping: FloatArray, sampling: Sampling) -> FloatArray:
    """Return the mapping from a plane's sample indices."""
    step = float(sampling.step)
    return mapping @ np.array([[step, 0.0, sampling.offset_x], [0.0, step, sampling.offset_y], [0.0, 0.0, 1.0]])


def source_mapping(mapping: FloatArray, region: Window, shape: tuple[int, int]) -> FloatArray:
    """Return the mapping onto the sample indices of an array of ``shape`` (rows, columns) that covers ``region``."""
    across, down = shape[1] / region.w, shape[0] / region.h
    return np.array([[across, 0.0, -region.x * across - 0.5], [0.0, down, -region.y * down - 0.5], [0.0, 0.0, 1.0]]) @ (
        mapping
    )


def is_affine(mapping: FloatArray) -> bool:
    """Return whether parallels stay parallel: no perspective."""
    return not mapping[2, :2].any()


def is_upright(mapping: FloatArray) -> bool:
    """Return whether the photo stands upright: neither turned nor seen in perspective."""
    return is_affine(mapping) and not mapping[0, 1] and not mapping[1, 0]


def covers_frame(mapping: FloatArray, size: tuple[int, int]) -> bool:
    """Return whether a frame of ``size`` (width, height) shows nothing but the photo: its corners lie in it."""
    width, height = size
    corners = mapping @ np.array([[0.0, width, width, 0.0], [0.0, 0.0, height, height], [1.0, 1.0, 1.0, 1.0]])
    places = corners[:2] / corners[2]
    return bool(np.all(places >= -_SLACK) and np.all(places <= 1 + _SLACK))
