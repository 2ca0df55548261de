"""Two pictures on the way from one to the other."""

from typing import NamedTuple

from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.transition import Transition
from jaunty_frame.show.frames.layers.layer import Layers, Source, sources_of


class Mix(NamedTuple):
    """``progress`` 0 is all ``below``, 1 all ``above``; in between the transition decides."""

    below: Layers
    above: Layers
    transition: Transition
    progress: float

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        return sources_of((*self.below, *self.above), frame)
