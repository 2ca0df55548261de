"""The new picture travels in over the old one, which stays."""

from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface
from jaunty_frame.core.painting.travel import kept, lay_moved, left_free, offset


def glide(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    lay_moved(surface, above.planes, offset(surface, direction, progress - 1))


def seen(frame: FrameFormat, progress: float, direction: str) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed."""
    by = offset(frame, direction, progress - 1)
    free = left_free(frame.width, frame.height, by)
    return free, kept(frame.width, frame.height, by)
