"""The old picture travels off the new one, which lies under it."""

from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface, copy_planes
from jaunty_frame.core.painting.travel import kept, lay_moved, left_free, offset


def uncover(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    lay_moved(above, surface.planes, offset(surface, direction, progress))
    copy_planes(surface, above.planes)


def seen(frame: FrameFormat, progress: float, direction: str) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed."""
    by = offset(frame, direction, progress)
    return kept(frame.width, frame.height, by), left_free(frame.width, frame.height, by)
