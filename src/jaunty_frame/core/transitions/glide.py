"""The new picture travels in over the old one, which stays."""

from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.core.painting.travel import lay_moved, offset


def glide(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    lay_moved(surface, above.planes, offset(surface, direction, progress - 1))
