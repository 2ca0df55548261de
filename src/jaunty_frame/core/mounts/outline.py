"""Outlines: convex polygons (n, 2) around what is seen of a photo, and around the border about it.

Corners run clockwise as seen (y down), in short sides of the frame from its top left corner: square units that are the
same at every resolution.
"""

from math import cos, radians, sin
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import short_side

VIEWING_DISTANCE = 3.0
"""From which a turn in depth is seen, in short sides of the frame."""
_ARC_DEGREES = 6.0
_SAME = 1e-9
# Sine of the least turn that makes a corner.
_BENT = 1e-7
_LEVEL = 1e-12


class Turn(NamedTuple):
    """How a print is turned about its middle: lean in the picture plane, clockwise; yaw about its upright axis (its
    right side away), pitch about its level axis (its top away). In degrees. Yaw comes first, then pitch, then lean."""

    lean: float = 0.0
    yaw: float = 0.0
    pitch: float = 0.0


STRAIGHT = Turn()


def rectangle_outline(rectangle: Window, frame_aspect: float) -> FloatArray:
    """Return the outline (4, 2) of a rectangle in fractions of the frame."""
    unit_x, unit_y = short_side(frame_aspect)
    x, y, w, h = rectangle.x / unit_x, rectangle.y / unit_y, rectangle.w / unit_x, rectangle.h / unit_y
    return np.array([[x, y], [x + w, y], [x + w, y + h], [x, y + h]])


def clipped(outline: FloatArray, other: FloatArray) -> FloatArray:
    """Return what is common to two convex outlines (I. Sutherland and G. Hodgman, "Reentrant Polygon Clipping", CACM
    17(1), 1974); empty (0, 2) where nothing is."""
    points = outline
    for a, b in zip(other, np.roll(other, -1, axis=0), strict=True):
        if not len(points):
            break
        along = b - a
        inside = along[0] * (points[:, 1] - a[1]) - along[1] * (points[:, 0] - a[0])
        kept = []
        for k in range(len(points)):
            before, here = inside[k - 1], inside[k]
            if (here >= -_SAME) != (before >= -_SAME):
                kept.append(points[k - 1] + before / (before - here) * (points[k] - points[k - 1]))
            if here >= -_SAME:
                kept.append(points[k])
        points = np.array(kept).reshape(-1, 2)
    return _plain(points)


def _plain(points: FloatArray) -> FloatArray:
    """Return corners without those that are none: where two are one, and on straight sides."""
    points = points[np.hypot(*(np.roll(points, -1, axis=0) - points).T) > _SAME]
    if len(points) < 3:
        return points[:0]
    along = np.roll(points, -1, axis=0) - points
    units = along / np.hypot(along[:, 0], along[:, 1])[:, None]
    before = np.roll(units, 1, axis=0)
    return points[np.abs(before[:, 0] * units[:, 1] - before[:, 1] * units[:, 0]) > _BENT]


def grown_outline(outline: FloatArray, by: float, foot: float = 1.0) -> FloatArray:
    """Return the outline with each side moved outwards, sides that lie at the bottom ``foot`` times as far."""
    normals, shifts = _sides(outline)
    # What faces down, up to a lean of some degrees.
    away = np.where(normals[:, 1] > 0.9, by * foot, by)
    shifts = shifts + away
    corners = []
    for k in range(len(outline)):
        matrix = np.stack([normals[k - 1], normals[k]])
        corners.append(np.linalg.solve(matrix, [shifts[k - 1], shifts[k]]))
    return np.array(corners)


def _sides(outline: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return outward normals (n, 2) of the sides from each corner to the next, and their distances from the origin."""
    along = np.roll(outline, -1, axis=0) - outline
    normals = np.stack([along[:, 1], -along[:, 0]], axis=1) / np.hypot(along[:, 0], along[:, 1])[:, None]
    return normals, (normals * outline).sum(axis=1)


def rounded(outline: FloatArray, radius: float) -> FloatArray:
    """Return the outline with its corners rounded (CSS Backgrounds 3, section 5), by less where sides are too short."""
    if radius <= 0 or len(outline) < 3:
        return outline
    along = np.roll(outline, -1, axis=0) - outline
    lengths = np.hypot(along[:, 0], along[:, 1])
    units = along / lengths[:, None]
    turns = np.arccos(np.clip((units * np.roll(units, 1, axis=0)).sum(axis=1), -1, 1))
    tangents = np.tan(turns / 2)
    # Every side must hold the tangents at both of its ends.
    room = lengths / np.maximum(tangents + np.roll(tangents, -1), 1e-12)
    radius = min(radius, float(room.min()))
    points = []
    for k, corner in enumerate(outline):
        before = units[k - 1]
        start = corner - before * radius * tangents[k]
        centre = start + np.array([-before[1], before[0]]) * radius
        count = max(2, int(np.ceil(np.degrees(turns[k]) / _ARC_DEGREES)) + 1)
        angles = np.arctan2(before[0], -before[1]) + np.pi + np.linspace(0, turns[k], count)
        points.append(centre + radius * np.stack([np.cos(angles), np.sin(angles)], axis=1))
    joined = np.concatenate(points)
    gaps = np.hypot(*(np.roll(joined, -1, axis=0) - joined).T)
    return joined[gaps > _SAME]


def turn_matrix(turn: Turn, centre: tuple[float, float]) -> FloatArray:
    """Return the homography (3, 3), in short sides, of a print turned about ``centre``, seen from straight before
    it."""
    lean, yaw, pitch = (radians(angle) for angle in turn)
    about_y = np.array([[cos(yaw), 0, -sin(yaw)], [0, 1, 0], [sin(yaw), 0, cos(yaw)]])
    about_x = np.array([[1, 0, 0], [0, cos(pitch), sin(pitch)], [0, -sin(pitch), cos(pitch)]])
    in_space = (about_x @ about_y)[:, :2]  # of points whose depth is 0; depth grows away from the eye
    seen = np.array([[*in_space[0], 0], [*in_space[1], 0], [*(in_space[2] / VIEWING_DISTANCE), 1]])
    rotated = np.array([[cos(lean), -sin(lean), 0], [sin(lean), cos(lean), 0], [0, 0, 1]])
    to_middle = np.array([[1, 0, -centre[0]], [0, 1, -centre[1]], [0, 0, 1.0]])
    back = np.array([[1, 0, centre[0]], [0, 1, centre[1]], [0, 0, 1.0]])
    return back @ rotated @ seen @ to_middle


def mapped(outline: FloatArray, matrix: FloatArray) -> FloatArray:
    """Return points (n, 2) after a homography."""
    points = np.column_stack([outline, np.ones(len(outline))]) @ matrix.T
    return points[:, :2] / points[:, 2:]


def pixel_scale(width: int, height: int, pixel_aspect: float) -> FloatArray:
    """Return the matrix (3, 3) from short sides to pixels."""
    unit_x, unit_y = short_side(width * pixel_aspect / height)
    return np.diag([unit_x * width, unit_y * height, 1.0])


def outline_edges(points: FloatArray) -> FloatArray:
    """Return edges (n, 3) of a convex polygon in pixels: how far inside of each (x, y) lies is edge @ (x, y, 1).

    Of four, opposite ones stand in pairs, as ``core.painting.coverage`` wants them.
    """
    normals, shifts = _sides(points)
    # What arithmetic left of sides that lie level or upright would make them lean.
    normals = np.where(np.abs(normals) < _LEVEL, 0.0, normals)
    edges = np.column_stack([-normals, shifts])
    return edges[[3, 1, 0, 2]] if len(edges) == 4 else edges
