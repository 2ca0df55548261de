"""What a delivery is: the port behind which finished files are handed on."""

from collections.abc import Callable, Sequence
from contextlib import AbstractContextManager
from pathlib import Path
from typing import BinaryIO, NamedTuple

from jaunty_frame.errors import ExportError
from jaunty_frame.media.opening import opened_plain


class Parcel(NamedTuple):
    """A finished file that is handed on. title : of the show."""

    path: Path
    title: str = ""

    def opened(self) -> AbstractContextManager[BinaryIO]:
        """Open it to be read, for a block. ExportError where that cannot be."""
        return opened_plain(self.path, ExportError, "export it again")


class Delivery(NamedTuple):
    """deliver : hands files on and returns a sentence about what became of them.

    It reports (done, total) as it goes on, asks whether to stop and raises Cancelled if so, and raises a JauntyError
    that says what went wrong and what to do. It may be called again with the same files, and goes on where it can.
    """

    deliver: Callable[[Sequence[Parcel], Callable[[int, int], None], Callable[[], bool]], str]
