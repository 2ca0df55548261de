"""From decided frames to pixels: what a slide needs ready, and painting a frame from it."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil

import numpy as np

from jaunty_frame.core.colour import Pixels, parse_colour
from jaunty_frame.core.correction import Amounts, corrected
from jaunty_frame.core.fill import Fill, blurred_fill, plain_fill
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.levels import Level, LevelSpec, grown, level_for, level_specs, make_level
from jaunty_frame.core.paint import blend, fade_to_black, paint_photo
from jaunty_frame.core.straightening import Turned
from jaunty_frame.core.surface import Coding, Surface
from jaunty_frame.document.model import BlurredFill, PlainFill
from jaunty_frame.show.frame import FrameContent, Layer
from jaunty_frame.show.plan import Plan


@dataclass(frozen=True)
class PictureSpec:
    """All that decides a slide's picture but the photo's pixels; hashable."""

    levels: tuple[LevelSpec, ...]
    fill: BlurredFill | PlainFill
    width: int
    height: int
    pixel_aspect: float
    coding: Coding
    covers: bool
    photo_aspect: float
    correction: Amounts


@dataclass(frozen=True, eq=False)
class Picture:
    """A slide made ready for painting at one size: its levels, and its fill where any of it can be seen."""

    levels: tuple[Level, ...]
    fill: Fill | None
    photo_aspect: float


def picture_spec(plan: Plan, k: int, width: int, height: int, coding: Coding) -> PictureSpec:
    """Return what slide ``k`` needs to be painted at ``width`` x ``height``."""
    framing = plan.framing(k)
    return window_picture_spec(plan, k, (framing.opening, framing.closing), width, height, coding)


def window_picture_spec(
    plan: Plan, k: int, ends: tuple[Window, Window], width: int, height: int, coding: Coding
) -> PictureSpec:
    """Return what slide ``k`` needs to be painted through all windows between ``ends``."""
    pixel_aspect = float(plan.output.aspect) * height / width
    photo_width, photo_height = plan.photo(k).upright_size
    framing = plan.framing(k)
    reach = _reach(max(abs(framing.opening_degrees), abs(framing.closing_degrees)), float(plan.output.aspect))
    return PictureSpec(
        levels=level_specs(*ends, width, height, reach),
        fill=plan.fill(k),
        width=width,
        height=height,
        pixel_aspect=pixel_aspect,
        coding=coding,
        covers=all(_covers(grown(window, reach)) for window in ends),
        photo_aspect=photo_width / photo_height,
        correction=Amounts(**dict(plan.photo(k).correction)),
    )


def _reach(degrees: float, aspect: float) -> tuple[float, float]:
    if not degrees:
        return 1.0, 1.0
    across, down = Turned(np.array([degrees]), np.ones(1), np.array([aspect])).reach[0].tolist()
    return across, down


def _covers(window: Window) -> bool:
    # Far below what any sample could show.
    slack = 1e-9
    x, y, w, h = window
    return x >= -slack and y >= -slack and x + w <= 1 + slack and y + h <= 1 + slack


def wanted_width(spec: PictureSpec) -> int:
    """Return how many pixels across the whole photo the finest level asks for."""
    return max(ceil(level.width / level.region.w) for level in spec.levels)


def make_picture(photo: Pixels, spec: PictureSpec) -> Picture:
    """Return the picture of ``spec``. photo : (H, W, 3) or premultiplied (H, W, 4) uint8, upright, B G R (A)."""
    photo = corrected(photo, spec.correction)
    levels = tuple(make_level(photo, level, spec.coding) for level in spec.levels)
    if spec.covers and photo.shape[2] == 3:
        return Picture(levels, None, spec.photo_aspect)
    if isinstance(spec.fill, PlainFill):
        fill = plain_fill(parse_colour(spec.fill.colour), spec.width, spec.height, spec.coding)
    else:
        fill = blurred_fill(photo, spec.width, spec.height, spec.pixel_aspect, spec.coding)
    return Picture(levels, fill, spec.photo_aspect)


def paint_frame(surface: Surface, scratch: Surface, content: FrameContent, pictures: Mapping[int, Picture]) -> None:
    """Paint a frame. pictures : of every slide that ``content`` names; scratch : like surface, overwritten."""
    _paint_layer(surface, content.layer, pictures[content.layer.slide])
    if content.incoming is not None:
        _paint_layer(scratch, content.incoming, pictures[content.incoming.slide])
        blend(surface, scratch, content.weight)
    if content.light < 1.0:
        fade_to_black(surface, content.light)


def _paint_layer(surface: Surface, layer: Layer, picture: Picture) -> None:
    level = level_for(picture.levels, layer.window)
    paint_photo(surface, level, layer.window, picture.fill, layer.degrees, picture.photo_aspect)
