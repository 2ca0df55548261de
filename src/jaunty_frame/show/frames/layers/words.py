"""Words and emblems: small pictures over a frame."""

from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.core.words.paint import AT_REST, Posed, Reveal, WordsPaint
from jaunty_frame.core.words.typesetting import Block
from jaunty_frame.show.frames.layers.layer import PhotoFile


class WordsReady(NamedTuple):
    """A text made ready for a frame. turns_by : by what it comes into view, "" for all at once; density : samples for
    each pixel."""

    block: Block
    paint: WordsPaint
    box: Window
    turns_by: str
    density: float
    frame: FrameFormat

    @property
    def photo(self) -> None:
        return None

    @property
    def quick(self) -> bool:
        return True


class WordsLayer(NamedTuple):
    """A text over a frame: its box at rest, and how it lies at an instant."""

    block: Block
    paint: WordsPaint
    box: Window
    turns_by: str = ""
    density: float = 1.0
    posed: Posed = AT_REST
    share: float = 1.0
    reveal: Reveal | None = None

    def sources(self, frame: FrameFormat) -> tuple[WordsReady]:
        return (WordsReady(self.block, self.paint, self.box, self.turns_by, self.density, frame),)


class EmblemReady(NamedTuple):
    """A picture made ready for a frame."""

    photo: PhotoFile
    box: Window
    frame: FrameFormat


class EmblemLayer(NamedTuple):
    """A small picture over a frame."""

    photo: PhotoFile
    box: Window
    posed: Posed = AT_REST
    share: float = 1.0

    def sources(self, frame: FrameFormat) -> tuple[EmblemReady]:
        return (EmblemReady(self.photo, self.box, frame),)
