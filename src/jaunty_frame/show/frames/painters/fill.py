"""Fills: the table of their kinds, made ready once and put behind everything."""

from collections.abc import Callable
from typing import Any, NamedTuple

from jaunty_frame.core.fills.blurred import blurred_fill, photo_width_wanted
from jaunty_frame.core.fills.colour import plain_fill
from jaunty_frame.core.painting.colour import Pixels, parse_colour
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.surface import FrameFormat, Surface, copy_planes
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.show.frames.layers.fill import FillLayer, FillPlanes
from jaunty_frame.show.frames.painters.brush import Brush, Preparation

Planes = tuple[Pixels, ...]


class FillPainter(NamedTuple):
    """planes : of a fill's value, its photo's pixels (None where it wants none) and the frame; photo_width : how many
    pixels across the photo suffice, by the photo's aspect and the frame; 0 for no photo."""

    planes: Callable[[Any, Any, FrameFormat], Planes]
    photo_width: Callable[[float, FrameFormat], int] = lambda aspect, frame: 0


FILL_PAINTERS: dict[type[Fill], FillPainter] = {
    BlurredFill: FillPainter(lambda fill, photo, frame: blurred_fill(photo, frame), photo_width_wanted),
    PlainFill: FillPainter(lambda fill, photo, frame: plain_fill(parse_colour(fill.colour), frame)),
}


def paint_fill(surface: Surface, layer: FillLayer, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    copy_planes(surface, brush.ready[source])


def _wanted_width(source: FillPlanes) -> int:
    return FILL_PAINTERS[type(source.fill)].photo_width(source.photo.aspect, source.frame) if source.photo else 0


def _planes(photo: Pixels | None, source: FillPlanes) -> Planes:
    if photo is not None and source.photo is not None:
        photo = corrected(photo, source.photo.correction)
    return FILL_PAINTERS[type(source.fill)].planes(source.fill, photo, source.frame)


FILL_PLANES = Preparation(_wanted_width, _planes)
