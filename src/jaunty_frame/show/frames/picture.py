"""From decided frames to pixels: what a slide needs ready, and painting a frame from it."""

from collections.abc import Mapping
from dataclasses import dataclass

from jaunty_frame.core.fills.blurred import Fill, blurred_fill, plain_fill
from jaunty_frame.core.painting.colour import Pixels, parse_colour
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.levels import Level, level_for, make_level
from jaunty_frame.core.painting.placing import blend, fade_to_black, paint_photo
from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.document.model import PlainFill
from jaunty_frame.show.frames.content import FrameContent, Layer
from jaunty_frame.show.frames.picture_spec import PictureSpec


@dataclass(frozen=True, eq=False)
class Picture:
    """A slide made ready for painting at one size: its levels, and its fill where any of it can be seen."""

    levels: tuple[Level, ...]
    fill: Fill | None
    photo_aspect: float


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
