"""From decided frames to pixels: the tables that bind layers to their painters and sources to what makes them ready."""

from collections.abc import Callable, Mapping
from typing import Any

from jaunty_frame.core.painting.colour import Pixels, parse_colour
from jaunty_frame.core.painting.light import fade_to
from jaunty_frame.core.painting.surface import Surface, new_surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.frames.layers.fill import FillLayer, FillReady
from jaunty_frame.show.frames.layers.layer import Layers, Source, sources_of
from jaunty_frame.show.frames.layers.mix import Mix, MixOverFill
from jaunty_frame.show.frames.layers.photo import PhotoLayer, PhotoLevels
from jaunty_frame.show.frames.layers.print import GroundLayer, PrintLayer
from jaunty_frame.show.frames.layers.still import Faded, Still, StillReady
from jaunty_frame.show.frames.layers.words import EmblemLayer, EmblemReady, WordsLayer, WordsReady
from jaunty_frame.show.frames.painters.brush import Brush, Preparation
from jaunty_frame.show.frames.painters.fill import FILL_READY, paint_fill
from jaunty_frame.show.frames.painters.mix import paint_mix, paint_mix_over_fill
from jaunty_frame.show.frames.painters.photo import PHOTO_LEVELS, paint_photo
from jaunty_frame.show.frames.painters.print import paint_ground, paint_print
from jaunty_frame.show.frames.painters.still import paint_faded, paint_still
from jaunty_frame.show.frames.painters.words import EMBLEM_READY, WORDS_READY, paint_emblem, paint_words

LAYER_PAINTERS: dict[type, Callable[[Surface, Any, Brush], None]] = {
    FillLayer: paint_fill,
    PhotoLayer: paint_photo,
    Mix: paint_mix,
    MixOverFill: paint_mix_over_fill,
    GroundLayer: paint_ground,
    PrintLayer: paint_print,
    Still: paint_still,
    Faded: paint_faded,
    WordsLayer: paint_words,
    EmblemLayer: paint_emblem,
}

PREPARATIONS: dict[type, Preparation] = {
    FillReady: FILL_READY,
    PhotoLevels: PHOTO_LEVELS,
    WordsReady: WORDS_READY,
    EmblemReady: EMBLEM_READY,
}


def prepared(
    source: Source, pixels: Callable[[Any, int], Pixels], at_hand: Callable[[Source], Any] = lambda source: None
) -> Any:
    """Return what painters use of ``source``. pixels : gives an upright photo with at least so many pixels across;
    at_hand : what was made of another source, None where that is not ready."""
    if isinstance(source, StillReady):
        surface = new_surface(source.frame.width, source.frame.height, source.frame.coding)
        ready = {one: at_hand(one) or prepared(one, pixels, at_hand) for one in sources_of(source.layers, source.frame)}
        _paint_layers(surface, source.layers, Brush(ready, Workspace(source.frame), _paint_layers))
        return surface.planes
    preparation = PREPARATIONS[type(source)]
    width = preparation.wanted_width(source)
    return preparation.make(pixels(source.photo, width) if width else None, source)


def paint_frame(surface: Surface, content: FrameContent, ready: Mapping[Source, Any], workspace: Workspace) -> None:
    """Paint a frame. ready : what was made of all sources of ``content``; workspace : of the surface's format."""
    _paint_layers(surface, content.layers, Brush(ready, workspace, _paint_layers))
    for veil in content.veils:
        fade_to(surface, veil.share, parse_colour(veil.colour))


def _paint_layers(surface: Surface, layers: Layers, brush: Brush) -> None:
    for layer in layers:
        LAYER_PAINTERS[type(layer)](surface, layer, brush)
