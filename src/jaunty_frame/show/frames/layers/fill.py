"""A fill over the whole frame."""

from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.level_specs import even_length
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.fill import Fill
from jaunty_frame.show.frames.layers.layer import PhotoFile

DRIFT = 0.06
"""How far a fill that moves reaches beyond the frame, on each side, in shares of what is made of it."""


class FillReady(NamedTuple):
    """A fill made ready for a frame."""

    photo: PhotoFile | None
    fill: Fill
    frame: FrameFormat


class FillLayer(NamedTuple):
    """A fill of a slide.

    photo : the one that it may be made of; view : of fills that move, the part of a larger fill that is seen; seconds :
    of fills that live, the time of the show; hidden : of fills that move, what will be painted over anyway, in
    fractions of the frame.
    """

    fill: Fill
    photo: PhotoFile | None
    view: Window | None = None
    seconds: float = 0.0
    hidden: Window | None = None

    def sources(self, frame: FrameFormat) -> tuple[FillReady]:
        if self.view is not None:
            larger = 1 / (1 - 2 * DRIFT)
            frame = frame._replace(width=even_length(frame.width * larger), height=even_length(frame.height * larger))
        return (FillReady(self.photo, self.fill, frame),)
