"""What a format of finished shows is: the port that every encoder has, and how it is offered."""

from collections.abc import Callable, Sequence
from enum import StrEnum
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple, Protocol

from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import Samples
from jaunty_frame.document.basis.values import Value
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
    """A part of the show with a name; first : frame."""

    first: int
    title: str


class Wanted(NamedTuple):
    """What is to be written: an output's frames, and its sound if it has one that the format hears."""

    output: Output
    quality: Quality = Quality.STANDARD
    options: FormatOptions = FormatOptions()
    sound: ShowSound | None = None
    title: str = ""
    chapters: Sequence[Chapter] = ()


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


class Format(NamedTuple):
    """A way to write a show. Errors are ExportErrors.

    coding : how its frames are painted; open : begins a file, or where ``is_folder`` a folder that is there and empty;
    join : makes one of segments that hold frames one after the other, with the sound of the whole; None where they
    cannot be joined. hears : whether it takes sound; rates : frames a second that it can have, None = any; tags,
    chapters : whether it writes the title, and the names of its parts.
    """

    coding: Coding
    open: Callable[[Path, Wanted], Writer]
    join: Callable[[Sequence[Path], Path, Wanted], None] | None = None
    hears: bool = True
    rates: frozenset[Fraction] | None = None
    tags: bool = False
    chapters: bool = False
