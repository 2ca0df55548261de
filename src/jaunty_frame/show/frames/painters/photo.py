"""Photos: levels made once for a way, and placed through a window."""

from math import ceil

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.correction import corrected
from jaunty_frame.core.painting.levels import Level, level_for, make_level
from jaunty_frame.core.painting.mapping import shifted_mapping, window_mapping
from jaunty_frame.core.painting.placing import place
from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.show.frames.layers.photo import PhotoLayer, PhotoLevels
from jaunty_frame.show.frames.painters.brush import Brush, Preparation


def paint_photo(surface: Surface, layer: PhotoLayer, brush: Brush) -> None:
    (source,) = layer.sources(brush.frame)
    level = level_for(brush.ready[source], layer.window)
    size = brush.frame.width, brush.frame.height
    mapping = window_mapping(layer.window, size, layer.degrees, layer.photo.aspect)
    place(surface, level, shifted_mapping(mapping, surface.left, surface.top), brush.workspace)


def _wanted_width(source: PhotoLevels) -> int:
    return max(ceil(level.width / level.region.w) for level in source.levels)


def _levels(photo: Pixels | None, source: PhotoLevels) -> tuple[Level, ...]:
    assert photo is not None
    pixels = corrected(photo, source.photo.correction)
    return tuple(make_level(pixels, level, source.coding, bool(source.photo.moving)) for level in source.levels)


PHOTO_LEVELS = Preparation(_wanted_width, _levels)
