"""The new picture, at once."""

from jaunty_frame.core.painting.surface import Surface, copy_planes


def cut(surface: Surface, above: Surface, progress: float) -> None:
    """Put ``above`` in the place of ``surface`` from the middle of the way on."""
    if progress >= 0.5:
        copy_planes(surface, above.planes)
