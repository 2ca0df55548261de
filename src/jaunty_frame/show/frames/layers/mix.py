"""Two pictures on the way from one to the other."""

from typing import NamedTuple

from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.transition import PhotoTransition, Transition
from jaunty_frame.show.frames.layers.layer import Layer, Layers, Source, sources_of


class Mix(NamedTuple):
    """``progress`` 0 is all ``below``, 1 all ``above``; in between the transition decides."""

    below: Layers
    above: Layers
    transition: Transition
    progress: float

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        return sources_of((*self.below, *self.above), frame)


class MixOverFill(NamedTuple):
    """Photos on their way from one to the other, over fills that change by themselves.

    fills : of the old slide and the new one; below, above : what the slides show but their fills.
    """

    fills: tuple[Layer, Layer]
    below: Layers
    above: Layers
    transition: PhotoTransition
    progress: float

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        return sources_of((*self.fills, *self.below, *self.above), frame)
