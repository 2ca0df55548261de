"""Layers that are the same for a whole slide: painted once and copied."""

from typing import NamedTuple

from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.layers.layer import Layer, Layers, Source, sources_of
from jaunty_frame.show.frames.layers.mix import Mix


class StillReady(NamedTuple):
    """Layers painted over a whole frame."""

    layers: Layers
    frame: FrameFormat

    @property
    def photo(self) -> None:
        return None


class Still(NamedTuple):
    """Layers of which the first covers the whole frame."""

    layers: Layers

    def sources(self, frame: FrameFormat) -> tuple[Source]:
        return (StillReady(self.layers, frame),)


def opened(layers: Layers) -> Layers:
    """Return what lies still as single layers, which gives the same pixels: where every one is kept ready by itself, an
    edit of one makes no other anew."""
    apart: list[Layer] = []
    for layer in layers:
        apart += opened(layer.layers) if isinstance(layer, Still) else (layer,)
    return tuple(apart)


def without_fills(layers: Layers) -> Layers:
    """Return what is seen beside the fills."""
    apart: list[Layer] = []
    for layer in layers:
        if isinstance(layer, Still):
            apart += without_fills(layer.layers)
        elif not _is_fill(layer):
            apart.append(layer)
    return tuple(apart)


def _is_fill(layer: Layer) -> bool:
    """Return whether a layer is a fill, or one on its way to another."""
    if isinstance(layer, Mix):
        return all(map(_is_fill, (*layer.below, *layer.above)))
    return isinstance(layer, FillLayer)


class Faded(NamedTuple):
    """Layers of which only a share is seen over what is behind them."""

    layers: Layers
    share: float

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        return sources_of(self.layers, frame)
