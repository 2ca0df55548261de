"""What a format of finished shows is: the port that every encoder has, and how it is offered."""

from collections.abc import Callable
from enum import StrEnum
from pathlib import Path
from typing import NamedTuple, Protocol

from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import Samples
from jaunty_frame.document.model import Output


class Quality(StrEnum):
    QUICK = "quick"
    STANDARD = "standard"
    FINE = "fine"


class Canvas(Protocol):
    """A frame's memory, painted in place."""

    surface: Surface


class ShowSound(Protocol):
    """The finished sound of a show: two channels at 48 kHz."""

    samples: int

    def read(self, first: int, count: int) -> Samples:
        """Return samples ``first`` to ``first + count``, (count, 2)."""
        ...


class Writer(Protocol):
    """Encodes frames into a new file. ``close`` finishes it; without it the file is of no use."""

    def canvas(self) -> Canvas:
        """Return memory for a frame that ``write`` takes."""
        ...

    def write(self, canvas: Canvas, number: int) -> None:
        """Encode a frame. Its memory may be painted again as soon as this returns."""
        ...

    def close(self) -> None: ...

    def abandon(self) -> None: ...


class Format(NamedTuple):
    """suffix : of its files; label : for people; coding : how its frames are painted; open : a new file for an
    output's frames and its sound, if it has one. Errors are ExportErrors."""

    name: str
    suffix: str
    label: str
    coding: Coding
    open: Callable[[Path, Output, Quality, ShowSound | None], Writer]
