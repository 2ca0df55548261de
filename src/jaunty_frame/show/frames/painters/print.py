"""Prints: shadow, border and line, and the photo within its outline."""

from math import cos, radians, sin

import numpy as np

from jaunty_frame.core.colouring.vignette import vignette_planes
from jaunty_frame.core.fills.colour import plain_fill
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.mounts.outline import (
    STRAIGHT,
    grown_outline,
    mapped,
    outline_edges,
    pixel_scale,
    rounded,
    turn_matrix,
)
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.mounts.shadow import paint_shadow
from jaunty_frame.core.painting.colour import Pixels, parse_colour
from jaunty_frame.core.painting.coverage import Coverage, outline_coverage
from jaunty_frame.core.painting.levels import level_for
from jaunty_frame.core.painting.mapping import window_mapping
from jaunty_frame.core.painting.placing import fill_covering, place_covering
from jaunty_frame.core.painting.surface import FrameFormat, Sampling, Surface
from jaunty_frame.show.frames.layers.print import GroundLayer, Print, PrintLayer
from jaunty_frame.show.frames.painters.brush import Brush

_ROUND = 10.0
"""A radius larger than any side: what is rounded by it is a circle."""


class _Geometry:
    """The outlines of a print in the pixels of a frame."""

    def __init__(self, of: Print, frame: FrameFormat) -> None:
        self.mount, self.frame, self._turn, self._piece = of.mount, frame, of.turn, of.piece
        self._flat = np.array(of.seen)
        self.unit_x, self.unit_y = short_side(frame.aspect)
        self._scale = pixel_scale(*frame[:3])
        self.turned = None
        if of.turn != STRAIGHT:
            middle = (of.piece.x + of.piece.w / 2) / self.unit_x, (of.piece.y + of.piece.h / 2) / self.unit_y
            self.turned = turn_matrix(of.turn, middle)

    @property
    def short_px(self) -> tuple[float, float]:
        """Pixels of a short side across and down."""
        return self.unit_x * self.frame.width, self.unit_y * self.frame.height

    def outline(self, grown: float, foot: float = 1.0) -> FloatArray:
        """Return the photo's outline moved outwards, in pixels."""
        flat = rounded(grown_outline(self._flat, grown, foot) if grown else self._flat, self._radius(grown))
        return mapped(flat, self._scale if self.turned is None else self._scale @ self.turned)

    def _radius(self, grown: float) -> float:
        if self.mount.piece == "circle":
            return _ROUND
        # CSS Backgrounds 3, section 5.2: the inner radius is the outer one less the border.
        return max(self.mount.corners - self.mount.border + grown, 0.0) if self.mount.corners else 0.0

    def to_flat(self) -> FloatArray:
        """Return the matrix (3, 3) from the frame's pixels to the pixels that a flat print has."""
        if self.turned is None:
            return np.eye(3)
        return self._scale @ np.linalg.inv(self._scale @ self.turned)

    def photo_mapping(self, layer: PrintLayer) -> FloatArray:
        """Return the mapping (3, 3) of the frame's pixels onto the photo."""
        piece, width, height = self._piece, self.frame.width, self.frame.height
        size = piece.w * width, piece.h * height
        of_piece = window_mapping(layer.window, size, layer.degrees, layer.photo.aspect)
        from_frame = np.array([[1.0, 0.0, -piece.x * width], [0.0, 1.0, -piece.y * height], [0.0, 0.0, 1.0]])
        return of_piece @ from_frame if self.turned is None else of_piece @ from_frame @ self.to_flat()


class _Covering:
    """What an outline covers of the planes of a surface; both colour differences share it."""

    def __init__(self, outline: FloatArray, surface: Surface, soft_px: float = 0.0) -> None:
        self._edges, self._surface, self._soft_px = outline_edges(outline), surface, soft_px
        self._known: dict[tuple, Coverage] = {}

    def __call__(self, plane: Pixels, sampling: Sampling) -> Coverage:
        key = sampling[:3]
        if key not in self._known:
            a, b, c = self._edges.T
            x, y = sampling.offset_x + self._surface.left, sampling.offset_y + self._surface.top
            edges = np.stack([a, b, (a * x + b * y + c) / sampling.step], axis=1)
            rows, columns = plane.shape[:2]
            self._known[key] = outline_coverage(edges, rows, columns, self._soft_px / sampling.step)
        return self._known[key]


def paint_ground(surface: Surface, layer: GroundLayer, brush: Brush) -> None:
    of = layer.print
    mount, geometry = of.mount, _Geometry(of, brush.frame)
    if len(of.seen) < 3:
        return
    # Under a photo with a soft edge, or one that is seen through, all is seen.
    hides = not (mount.softness or of.see_through)
    outer = geometry.outline(mount.border, mount.foot)
    short_x, short_y = geometry.short_px
    if mount.shadow:
        angle, distance = radians(mount.shadow_direction), mount.shadow_distance
        shift = np.array([sin(angle) * distance * short_x, -cos(angle) * distance * short_y])
        sigma = mount.shadow_blur / 2 * short_x, mount.shadow_blur / 2 * short_y
        covering = _Covering(outer, surface) if hides or mount.border else None
        paint_shadow(surface, outer + shift, sigma, parse_colour(mount.shadow_colour), mount.shadow, covering)
    line = _one_colour(mount.line_colour, brush.frame)
    if mount.border:
        sources = layer.sources(brush.frame)
        planes = brush.ready[sources[0]] if sources else _one_colour(mount.border_colour, brush.frame)
        photo = _Covering(geometry.outline(0.0), surface) if hides else None
        fill_covering(surface, planes, _Covering(outer, surface), photo)
        if mount.line:
            gap = min(mount.line_gap, max(mount.border - mount.line, 0.0))
            beyond, within = (geometry.outline(length) for length in (gap + mount.line, gap))
            fill_covering(surface, line, _Covering(beyond, surface), photo)
            if gap:
                fill_covering(surface, planes, _Covering(within, surface), photo)
    elif mount.line:
        fill_covering(surface, line, _Covering(geometry.outline(mount.line), surface))


def _one_colour(code: str, frame: FrameFormat) -> tuple[Pixels, ...]:
    """Return planes of one sample each."""
    small = FrameFormat(2, 2, 1.0, frame.coding)
    return tuple(plane[:1, :1] for plane in plain_fill(parse_colour(code), small))


def paint_print(surface: Surface, layer: PrintLayer, brush: Brush) -> None:
    of = layer.print
    if len(of.seen) < 3:
        return
    (source,) = layer.sources(brush.frame)
    geometry = _Geometry(of, brush.frame)
    level = level_for(brush.ready[source], layer.window)
    mapping = geometry.photo_mapping(layer)
    at = np.array([[1.0, 0.0, surface.left], [0.0, 1.0, surface.top], [0.0, 0.0, 1.0]])
    covering = _Covering(geometry.outline(0.0), surface, of.mount.softness * geometry.short_px[1])
    light = None
    if of.mount.vignette:
        flat = np.array(of.seen) * geometry.short_px
        corners = np.array([flat.min(axis=0), flat.max(axis=0)])
        light = vignette_planes(surface, corners, geometry.to_flat() @ at, of.mount.vignette)
    place_covering(surface, level, mapping @ at, brush.workspace, covering, light=light)
