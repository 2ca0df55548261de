"""The new picture moves the old one out: both travel, edge to edge."""

from jaunty_frame.core.painting.surface import Surface
from jaunty_frame.core.painting.travel import lay_moved, offset


def shove(surface: Surface, above: Surface, progress: float, direction: str) -> None:
    across, down = offset(surface, direction, progress)
    lay_moved(surface, surface.planes, (across, down))
    whole = offset(surface, direction, 1)
    lay_moved(surface, above.planes, (across - whole[0], down - whole[1]))
