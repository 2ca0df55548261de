"""Surfaces for what is painted aside, lent and taken back, so that no frame allocates a frame."""

from collections.abc import Iterator
from contextlib import contextmanager

from jaunty_frame.core.painting.surface import FrameFormat, Surface, new_surface


class Workspace:
    """Lends surfaces of one format. Not for several threads at once."""

    def __init__(self, frame: FrameFormat) -> None:
        self.frame = frame
        self._free: list[Surface] = []

    @contextmanager
    def surface(self) -> Iterator[Surface]:
        """Lend a surface; what is on it is of no meaning."""
        width, height, _, coding = self.frame
        surface = self._free.pop() if self._free else new_surface(width, height, coding)
        try:
            yield surface
        finally:
            self._free.append(surface)
