"""What a format of finished shows is: the port that every encoder has, and how it is offered."""

from collections.abc import Callable, Sequence
from enum import StrEnum
from fractions import Fraction
from math import ceil
from pathlib import Path
from typing import Annotated, NamedTuple, Protocol, runtime_checkable

from pydantic import Field

from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import Samples
from jaunty_frame.document.basis.values import Shown, Value
from jaunty_frame.document.model import Output


class Quality(StrEnum):
    QUICK = "quick"
    STANDARD = "standard"
    FINE = "fine"


class FormatOptions(Value):
    """What can be chosen of a format beside the quality; each has its own, with the bounds from which editors and the
    command line are made. This has nothing to choose."""


class Canvas(Protocol):
    """A frame's memory, painted in place."""

    surface: Surface


class ShowSound(Protocol):
    """The finished sound of a show: two channels at 48 kHz."""

    samples: int

    def read(self, first: int, count: int) -> Samples:
        """Return samples ``first`` to ``first + count``, (count, 2)."""
        ...


class Chapter(NamedTuple):
    """A part of the show with a name; begins : seconds of the show."""

    begins: Fraction
    title: str


class Still(NamedTuple):
    """A frame that becomes a picture by itself. name : of its file, without suffix; photo : the file of the photo that
    it shows, None where it shows none."""

    name: str
    photo: Path | None = None


class About(NamedTuple):
    """What a file says of the show."""

    title: str = ""
    author: str = ""
    description: str = ""


class Painted(NamedTuple):
    """How a format wants frames: their size, how they are stored, and every how many of the show's it takes."""

    width: int
    height: int
    coding: Coding
    every: int = 1


class Wanted(NamedTuple):
    """What is to be written: an output's frames, and its sound if it has one that the format hears.

    bits_a_second : of the picture, None = as the quality says;
    passes : file of what a first pass tells the second, and which of them it is. stills : of each frame, where a
    format takes some only; length : of the show, in seconds.
    """

    output: Output
    quality: Quality = Quality.STANDARD
    options: FormatOptions = FormatOptions()
    sound: ShowSound | None = None
    about: About = About()
    chapters: Sequence[Chapter] = ()
    bits_a_second: float | None = None
    passes: tuple[Path, int] | None = None
    stills: Sequence[Still] = ()
    length: Fraction = Fraction(0)


class Writer(Protocol):
    """Encodes frames into a new file or folder. ``close`` finishes it; without it what was written is of no use."""

    def canvas(self) -> Canvas:
        """Return memory for a frame that ``write`` takes."""
        ...

    def write(self, canvas: Canvas, number: int) -> None:
        """Encode a frame. Its memory may be painted again as soon as this returns."""
        ...

    def close(self) -> None: ...

    def abandon(self) -> None: ...


@runtime_checkable
class LooksFirst(Protocol):
    """A writer that wants to see some frames of all of the show before it is given the first one."""

    def canvas(self) -> Canvas: ...

    def look(self, canvas: Canvas) -> None: ...


def as_output(coding: Coding) -> Callable[[Wanted], Painted]:
    """Return what paints every frame in the size of the output."""
    return lambda wanted: Painted(wanted.output.width, wanted.output.height, coding)


class SmallOptions(FormatOptions):
    """Of formats for pictures that move within a page: they are larger than video is, so they are made smaller."""

    side: Annotated[int, Field(ge=64, le=4096), Shown("Longest side", " px", 10)] = 640
    rate: Annotated[int, Field(ge=10, le=60), Shown("Frames a second at most", "", 1)] = 15


def made_smaller(coding: Coding) -> Callable[[Wanted], Painted]:
    """Return what paints as many frames, and as large, as ``SmallOptions`` say; in even sizes."""

    def painted(wanted: Wanted) -> Painted:
        output, options = wanted.output, wanted.options
        assert isinstance(options, SmallOptions)
        shrunk = min(options.side / max(output.width, output.height), 1.0)
        width, height = (max(round(side * shrunk / 2) * 2, 2) for side in (output.width, output.height))
        return Painted(width, height, coding, max(ceil(output.frame_rate / options.rate), 1))

    return painted


class Format(NamedTuple):
    """A way to write a show. Errors are ExportErrors.

    painted : how it wants frames; open : begins a file, or where ``is_folder`` a folder that is there and empty; join :
    makes one of segments that hold frames one after the other, with the sound of the whole; None where they cannot be
    joined. hears : whether it takes sound; sees : whether it takes frames; rates : frames a second that it can have,
    None = any; tags, chapters : whether it writes what the show is called, and the names of its parts; passes : whether
    a first pass helps to keep under a size; moments : whether it takes one frame of
    each slide instead of all.
    """

    painted: Callable[[Wanted], Painted]
    open: Callable[[Path, Wanted], Writer]
    join: Callable[[Sequence[Path], Path, Wanted], None] | None = None
    hears: bool = True
    sees: bool = True
    rates: frozenset[Fraction] | None = None
    tags: bool = False
    chapters: bool = False
    passes: bool = False
    moments: bool = False
