"""Into a plain colour, and out of it."""

from jaunty_frame.core.painting.light import fade_to
from jaunty_frame.core.painting.surface import Surface, copy_planes


def fade(surface: Surface, above: Surface, progress: float, colour: tuple[int, int, int]) -> None:
    """Half of the way into ``colour`` (B, G, R), half out of it."""
    if progress > 0.5:
        copy_planes(surface, above.planes)
    fade_to(surface, abs(2 * progress - 1), colour)
