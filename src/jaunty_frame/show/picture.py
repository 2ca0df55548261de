"""From decided frames to pixels: what a slide needs ready, and painting a frame from it."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil

from jaunty_frame.core.colour import Pixels, parse_colour
from jaunty_frame.core.fill import Fill, blurred_fill, plain_fill
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.levels import Level, LevelSpec, level_for, level_specs, make_level
from jaunty_frame.core.paint import blend, fade_to_black, paint_photo
from jaunty_frame.core.surface import Coding, Surface
from jaunty_frame.document.model import BlurredFill, PlainFill
from jaunty_frame.show.frame import FrameContent
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


@dataclass(frozen=True, eq=False)
class Picture:
    """A slide made ready for painting at one size: its levels, and its fill where any of it can be seen."""

    levels: tuple[Level, ...]
    fill: Fill | None


def picture_spec(plan: Plan, k: int, width: int, height: int, coding: Coding) -> PictureSpec:
    """Return what slide ``k`` needs to be painted at ``width`` x ``height``."""
    framing = plan.framing(k)
    return window_picture_spec(plan, k, (framing.opening, framing.closing), width, height, coding)


def window_picture_spec(
    plan: Plan, k: int, ends: tuple[Window, Window], width: int, height: int, coding: Coding
) -> PictureSpec:
    """Return what slide ``k`` needs to be painted through all windows between ``ends``."""
    pixel_aspect = float(plan.output.aspect) * height / width
    return PictureSpec(
        levels=level_specs(*ends, width, height),
        fill=plan.fill(k),
        width=width,
        height=height,
        pixel_aspect=pixel_aspect,
        coding=coding,
        covers=all(_covers(window) for window in ends),
    )


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
    levels = tuple(make_level(photo, level, spec.coding) for level in spec.levels)
    if spec.covers and photo.shape[2] == 3:
        return Picture(levels, None)
    if isinstance(spec.fill, PlainFill):
        fill = plain_fill(parse_colour(spec.fill.colour), spec.width, spec.height, spec.coding)
    else:
        fill = blurred_fill(photo, spec.width, spec.height, spec.pixel_aspect, spec.coding)
    return Picture(levels, fill)


def paint_frame(surface: Surface, scratch: Surface, content: FrameContent, pictures: Mapping[int, Picture]) -> None:
    """Paint a frame. pictures : of every slide that ``content`` names; scratch : like surface, overwritten."""
    _paint_layer(surface, content.layer.window, pictures[content.layer.slide])
    if content.incoming is not None:
        _paint_layer(scratch, content.incoming.window, pictures[content.incoming.slide])
        blend(surface, scratch, content.weight)
    if content.light < 1.0:
        fade_to_black(surface, content.light)


def _paint_layer(surface: Surface, window: Window, picture: Picture) -> None:
    paint_photo(surface, level_for(picture.levels, window), window, picture.fill)
