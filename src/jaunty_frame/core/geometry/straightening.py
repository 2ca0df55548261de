"""Straightened photos and windows that turn.

A photo is straightened by turning it clockwise about its centre, in pixels. Keep areas and windows stay in fractions of
the photo as it was; instead, the window turns the other way about its own centre. Two views of the same thing are used:

- the *photo frame*: the photo is upright and a window is an upright rectangle (x, y, w, h) that an angle turns about
  its centre. It lies inside the photo where its bounding box does; the bounding box is ``reach`` times the window.
- the *level frame*: the photo is turned and windows are upright. Here it is told what a window shows of a keep area,
  which is taken as the box about its turned corners.

Angles are degrees clockwise of the photo, (N,). Lengths are fractions of the photo's width and height.
"""

from dataclasses import dataclass
from typing import Self

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray


@dataclass(frozen=True, eq=False)
class Turned:
    """N cells. degrees : (N,); photo_aspect : (N,) width over height; aspect : (N,) of the frame as seen."""

    degrees: FloatArray
    photo_aspect: FloatArray
    aspect: FloatArray

    @property
    def any(self) -> bool:
        return bool(np.any(self.degrees))

    @property
    def reach(self) -> FloatArray:
        """(N, 2): extent of a turned window's bounding box, in windows."""
        radians = np.radians(self.degrees)
        c, s = np.abs(np.cos(radians)), np.abs(np.sin(radians))
        return np.stack([c + s / self.aspect, c + s * self.aspect], axis=1)

    def rows(self, chosen: NDArray[np.intp]) -> Self:
        return type(self)(self.degrees[chosen], self.photo_aspect[chosen], self.aspect[chosen])

    def level_windows(self, windows: FloatArray) -> FloatArray:
        """Return windows (N, ..., 4) of the photo frame in the level frame."""
        if not self.any:
            return windows
        size = windows[..., 2:]
        centre = _turned(windows[..., :2] + size / 2, self.degrees, self.photo_aspect)
        return np.concatenate([centre - size / 2, size], axis=-1)

    def level_boxes(self, boxes: FloatArray) -> FloatArray:
        """Return the boxes (N, K, 4) about keep areas turned with the photo."""
        if not self.any:
            return boxes
        x, y, w, h = (boxes[..., i] for i in range(4))
        corners = np.stack(
            [np.stack([x + w * across, y + h * down], axis=-1) for across in (0, 1) for down in (0, 1)], axis=1
        )
        corners = _turned(corners, self.degrees, self.photo_aspect)
        low, high = corners.min(axis=1), corners.max(axis=1)
        return np.concatenate([low, high - low], axis=-1)

    def photo_extent(self) -> FloatArray:
        """Return the extent (N, 2) of the turned photo's bounding box in the level frame."""
        radians = np.radians(self.degrees)
        c, s = np.abs(np.cos(radians)), np.abs(np.sin(radians))
        return np.stack([c + s / self.photo_aspect, c + s * self.photo_aspect], axis=1)


def _turned(points: FloatArray, degrees: FloatArray, photo_aspect: FloatArray) -> FloatArray:
    """Return points (N, ..., 2), fractions, turned clockwise about the photo's centre in pixels."""
    shape = (len(degrees),) + (1,) * (points.ndim - 2)
    radians, aspect = np.radians(degrees).reshape(shape), photo_aspect.reshape(shape)
    c, s = np.cos(radians), np.sin(radians)
    x, y = (points[..., 0] - 0.5) * aspect, points[..., 1] - 0.5
    return np.stack([(c * x - s * y) / aspect + 0.5, s * x + c * y + 0.5], axis=-1)


def cover_size_turned(turned: Turned) -> FloatArray:
    """Return the size (N, 2) of the largest window inside each turned photo.

    It is the largest upright rectangle of an aspect inside a turned one: the one whose bounding box, seen from the
    photo, touches two opposite sides.
    """
    unit = np.stack([turned.aspect / turned.photo_aspect, np.ones_like(turned.aspect)], axis=1)
    return unit / (unit * turned.reach).max(axis=1, keepdims=True)


def window_reach(degrees: float, frame_aspect: float) -> tuple[float, float]:
    """Return the extent of the bounding box of one window turned by ``degrees``, in windows."""
    if not degrees:
        return 1.0, 1.0
    across, down = Turned(np.array([degrees]), np.ones(1), np.array([frame_aspect])).reach[0].tolist()
    return across, down


def corner_points(
    window: tuple[float, float, float, float],
    degrees: float,
    photo_aspect: float,
    part: tuple[float, float, float, float] = (0.0, 0.0, 1.0, 1.0),
) -> np.ndarray:
    """Return the corners (4, 2) of a window turned clockwise by ``degrees`` about its centre, in photo fractions.

    part : the box in fractions of the frame whose corners are wanted. Order: top left, top right, bottom right, bottom
    left, as they are seen in the frame.
    """
    x, y, w, h = window
    radians = np.radians(degrees)
    c, s = np.cos(radians), np.sin(radians)
    left, top, right, bottom = part[0] - 0.5, part[1] - 0.5, part[0] + part[2] - 0.5, part[1] + part[3] - 0.5
    across = np.array([left, right, right, left]) * w * photo_aspect
    down = np.array([top, top, bottom, bottom]) * h
    return np.stack([x + w / 2 + (c * across - s * down) / photo_aspect, y + h / 2 + s * across + c * down], axis=1)


def turned_share(
    window: tuple[float, float, float, float],
    degrees: float,
    box: tuple[float, float, float, float],
    photo_aspect: float,
    part: tuple[float, float, float, float] = (0.0, 0.0, 1.0, 1.0),
) -> float:
    """Return the exact share of ``box`` that a window, turned clockwise by ``degrees``, shows in ``part`` of its frame.

    The box is cut by the window's four sides one after the other (I. Sutherland and G. Hodgman, 1974).
    """
    x, y, w, h = box
    if w * h <= 0:
        return 0.0
    polygon = np.array([[x, y], [x + w, y], [x + w, y + h], [x, y + h]])
    corners = corner_points(window, degrees, photo_aspect, part)
    for a, b in zip(corners, np.roll(corners, -1, axis=0), strict=True):
        side = (b[0] - a[0]) * (polygon[:, 1] - a[1]) - (b[1] - a[1]) * (polygon[:, 0] - a[0])
        cut = []
        for k, inside in enumerate(side):
            after = (k + 1) % len(polygon)
            if inside >= 0:
                cut.append(polygon[k])
            if inside * side[after] < 0:
                cut.append(polygon[k] + (polygon[after] - polygon[k]) * inside / (inside - side[after]))
        if len(cut) < 3:
            return 0.0
        polygon = np.array(cut)
    px, py = polygon[:, 0] - x, polygon[:, 1] - y
    return float(abs(px @ np.roll(py, -1) - py @ np.roll(px, -1)) / 2 / (w * h))
