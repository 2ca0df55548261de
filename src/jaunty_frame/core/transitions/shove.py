"""The new picture moves the old one out: both travel, edge to edge."""

from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface
from jaunty_frame.core.painting.travel import kept, lay_moved, offset


def shove(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    across, down = offset(surface, direction, progress)
    lay_moved(surface, surface.planes, (across, down))
    whole = offset(surface, direction, 1)
    lay_moved(surface, above.planes, (across - whole[0], down - whole[1]))


def seen(frame: FrameFormat, progress: float, direction: str) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed."""
    old, whole = offset(frame, direction, progress), offset(frame, direction, 1)
    new = old[0] - whole[0], old[1] - whole[1]
    return kept(frame.width, frame.height, old), kept(frame.width, frame.height, new)
