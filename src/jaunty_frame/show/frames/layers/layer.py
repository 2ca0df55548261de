"""What all layers answer: which sources they need.

A layer knows nothing of a frame's size; a source does, for it names pixels that are made ready once and used for many
frames. Equal layers over equal sources give equal pixels.
"""

from collections.abc import Hashable
from fractions import Fraction
from typing import NamedTuple, Protocol

from jaunty_frame.core.geometry.windows import turned_size
from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.exhibit import NOT_BETWEEN, Between
from jaunty_frame.document.photo import Photo


class PhotoFile(NamedTuple):
    """What tells one photo's pixels from another's. width, height : upright after EXIF, before the quarter turns.

    moving : the kind of a file whose picture changes with time, "" of a photo; picture : which one, from 0, of so many
    a second.
    """

    content: str
    path: str
    width: int
    height: int
    quarter_turns: int
    correction: Amounts
    moving: str = ""
    picture: int = 0
    rate: Fraction = Fraction(1)
    between: Between = NOT_BETWEEN

    @property
    def upright_size(self) -> tuple[int, int]:
        return turned_size(self.width, self.height, self.quarter_turns)

    @property
    def aspect(self) -> float:
        width, height = self.upright_size
        return width / height


def photo_file(photo: Photo, picture: int = 0, between: Between = NOT_BETWEEN) -> PhotoFile:
    """Return what names the pixels of ``photo``; picture, between : which one, of what moves."""
    own = photo.correction
    # Named one by one: pydantic takes ten times as long to list its fields, and frames ask for each photo.
    correction = Amounts(own.exposure, own.contrast, own.saturation, own.warmth)
    moves = (photo.moving.kind, picture, photo.moving.rate, between) if photo.moving is not None else ()
    size = photo.width, photo.height
    return PhotoFile(photo.content, photo.path, *size, photo.quarter_turns, correction, *moves)


class Source(Hashable, Protocol):
    """Pixels to be made ready. photo : the file that they come from, None where they come from no file."""

    @property
    def photo(self) -> PhotoFile | None: ...


def is_quick(source: Source) -> bool:
    """Return whether a source is made in a few milliseconds, so that who is in a hurry need not wait for a worker."""
    return getattr(source, "quick", False)


class Layer(Hashable, Protocol):
    """One thing painted in a frame."""

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        """Return what must be ready before the layer can be painted on ``frame``."""
        ...


Layers = tuple[Layer, ...]


def sources_of(layers: Layers, frame: FrameFormat) -> tuple[Source, ...]:
    """Return the sources of several layers, each once, in their order."""
    return tuple(dict.fromkeys(source for layer in layers for source in layer.sources(frame)))
