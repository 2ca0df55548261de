"""A fill over the whole frame."""

from typing import NamedTuple

from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.fill import Fill
from jaunty_frame.show.frames.layers.layer import PhotoFile


class FillPlanes(NamedTuple):
    """A fill made ready for a frame."""

    photo: PhotoFile | None
    fill: Fill
    frame: FrameFormat


class FillLayer(NamedTuple):
    """A fill of a slide; ``photo`` is the one that it may be made of."""

    fill: Fill
    photo: PhotoFile | None

    def sources(self, frame: FrameFormat) -> tuple[FillPlanes]:
        return (FillPlanes(self.photo, self.fill, frame),)
