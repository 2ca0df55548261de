"""Fills: the table of their kinds, made ready once and put behind everything."""

from collections.abc import Callable, Iterator
from math import ceil, floor
from typing import Any, NamedTuple

import numpy as np

from jaunty_frame.core.colouring.blurring import photo_width_wanted
from jaunty_frame.core.colouring.leading_colours import SAMPLE_PX, two_leading_colours
from jaunty_frame.core.colouring.treatment import Treatment
from jaunty_frame.core.fills.blurred import blurred_fill
from jaunty_frame.core.fills.colour import plain_fill
from jaunty_frame.core.fills.gradient import drifting_degrees, gradient_fill
from jaunty_frame.core.fills.living import photo_grid, wandering_light, water, water_grid, water_ground
from jaunty_frame.core.fills.texture import texture_fill
from jaunty_frame.core.painting.colour import Pixels, parse_colour
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.mapping import shifted_mapping, window_mapping
from jaunty_frame.core.painting.placing import around, sample_planes
from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface, copy_planes, part_of
from jaunty_frame.document.fill import ColouredFill, Fill
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.fills.gradient import GradientFill
from jaunty_frame.document.fills.light import LightFill
from jaunty_frame.document.fills.nothing import NoFill
from jaunty_frame.document.fills.picture import OtherPictureFill
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.show.frames.layers.fill import FillLayer, FillReady
from jaunty_frame.show.frames.painters.brush import Brush, Preparation

Planes = tuple[Pixels, ...]
Colours = tuple[tuple[int, int, int], tuple[int, int, int]]


class FillPainter(NamedTuple):
    """make : planes, of a fill's value, its photo's pixels (None where it wants none) and the frame; of fills that live
    whatever ``planes_at`` wants; photo_width : how many pixels across the photo suffice, by the value, the photo's
    aspect and the frame; planes_at : of what was made, the value, the seconds and the frame."""

    make: Callable[[Any, Any, FrameFormat], Any]
    photo_width: Callable[[Any, float, FrameFormat], int] = lambda fill, aspect, frame: 0
    planes_at: Callable[[Any, Any, float, FrameFormat], Planes] = lambda made, fill, seconds, frame: made


def _under_water(fill: WaterFill) -> Treatment:
    return Treatment(1.15, fill.blur, wash=parse_colour(fill.colour), washed=fill.washed)


def _colours(fill: ColouredFill, photo: Pixels | None) -> Colours:
    if fill.colours == "of-the-photo" and photo is not None:
        return two_leading_colours(photo)
    return parse_colour(fill.first), parse_colour(fill.second)


def _gradient(colours: Colours, fill: GradientFill, seconds: float, frame: FrameFormat) -> Planes:
    degrees = drifting_degrees(fill.angle, seconds) if fill.swings else fill.angle
    return gradient_fill(colours, degrees, frame, fill.vignette)


def _water_ground(fill: WaterFill, photo: Pixels | None, frame: FrameFormat) -> Any:
    if fill.over == "colour" or photo is None:
        grid = np.full((*water_grid(frame).shape, 3), parse_colour(fill.colour), np.float32)
    else:
        grid = photo_grid(photo, frame, _under_water(fill))
    return water_ground(grid, frame, fill.waves, fill.vignette)


_OF_PICTURE = FillPainter(
    lambda fill, photo, frame: (
        plain_fill((0, 0, 0), frame) if photo is None else blurred_fill(photo, frame, fill.treatment, fill.vignette)
    ),
    lambda fill, aspect, frame: photo_width_wanted(aspect, frame, fill.treatment),
)

FILL_PAINTERS: dict[type[Fill], FillPainter] = {
    BlurredFill: _OF_PICTURE,
    OtherPictureFill: _OF_PICTURE,
    PlainFill: FillPainter(lambda fill, photo, frame: plain_fill(parse_colour(fill.colour), frame, fill.vignette)),
    NoFill: FillPainter(lambda fill, photo, frame: plain_fill((0, 0, 0), frame)),
    GradientFill: FillPainter(
        lambda fill, photo, frame: _colours(fill, photo),
        lambda fill, aspect, frame: SAMPLE_PX,
        _gradient,
    ),
    TextureFill: FillPainter(
        lambda fill, photo, frame: texture_fill(
            fill.texture, parse_colour(fill.colour), fill.relief, frame, fill.vignette
        )
    ),
    LightFill: FillPainter(
        lambda fill, photo, frame: _colours(fill, photo),
        lambda fill, aspect, frame: SAMPLE_PX,
        lambda made, fill, seconds, frame: wandering_light(made, seconds, frame, fill.vignette),
    ),
    WaterFill: FillPainter(
        _water_ground,
        lambda fill, aspect, frame: photo_width_wanted(aspect, frame, _under_water(fill)),
        lambda made, fill, seconds, frame: water(made, seconds, fill.strength, frame),
    ),
}


def paint_fill(surface: Surface, layer: FillLayer, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    painter = FILL_PAINTERS[type(layer.fill)]
    planes = painter.planes_at(brush.ready[source], layer.fill, layer.seconds, source.frame)
    if layer.view is None:
        copy_planes(surface, planes)
        return
    mapping = window_mapping(layer.view, (brush.frame.width, brush.frame.height))
    for part in _parts_seen(surface, layer, brush.frame):
        sample_planes(part, planes, shifted_mapping(mapping, part.left, part.top))


def _parts_seen(surface: Surface, layer: FillLayer, frame: FrameFormat) -> Iterator[Surface]:
    """Give the parts of a surface on which a fill is seen."""
    if layer.hidden is None or (surface.width, surface.height) != (frame.width, frame.height):
        yield surface
        return
    x, y, w, h = layer.hidden
    # A little less than is hidden, in even pixels.
    left, top = (2 * ceil(at / 2) + 2 for at in (x * frame.width, y * frame.height))
    right, bottom = (2 * floor(at / 2) - 2 for at in ((x + w) * frame.width, (y + h) * frame.height))
    for t, b, le, ri in around((top, bottom, left, right), (0, frame.height, 0, frame.width)):
        yield part_of(surface, Part(le, t, ri, b))


def _wanted_width(source: FillReady) -> int:
    if source.photo is None:
        return 0
    return FILL_PAINTERS[type(source.fill)].photo_width(source.fill, source.photo.aspect, source.frame)


def _make(photo: Pixels | None, source: FillReady) -> Any:
    if photo is not None and source.photo is not None:
        photo = corrected(photo, source.photo.correction)
    return FILL_PAINTERS[type(source.fill)].make(source.fill, photo, source.frame)


FILL_READY = Preparation(_wanted_width, _make)
