"""The old picture travels off the new one, which lies under it."""

from jaunty_frame.core.painting.surface import Surface, copy_planes
from jaunty_frame.core.painting.travel import lay_moved, offset


def uncover(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    lay_moved(above, surface.planes, offset(surface, direction, progress))
    copy_planes(surface, above.planes)
