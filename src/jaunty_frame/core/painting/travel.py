"""Pictures that travel over the frame as they are.

Offsets are whole even pixels, so that all planes move by whole samples: nothing is resampled, and colour differences
stay with their luma. Where a picture moves fast that is not seen, and an easing's slow ends are below it anyway.
"""

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import Surface

SIDES = {"left": (-1, 0), "right": (1, 0), "up": (0, -1), "down": (0, 1)}
"""Directions as steps across and down."""


def even(length: float) -> int:
    """Return the even number nearest to a length in pixels."""
    return 2 * round(length / 2)


def offset(surface: Surface, direction: str, share: float) -> tuple[int, int]:
    """Return how far (across, down) a picture has travelled that is ``share`` of the frame on its way."""
    across, down = SIDES[direction]
    return even(across * share * surface.width), even(down * share * surface.height)


def lay_moved(surface: Surface, planes: tuple[Pixels, ...], by: tuple[int, int]) -> None:
    """Lay a picture, moved by even pixels (across, down), over ``surface``; they may be the same."""
    for plane, picture, sampling in zip(surface.planes, planes, surface.coding.samplings, strict=True):
        across, down = by[0] // sampling.step, by[1] // sampling.step
        rows, columns = plane.shape[:2]
        if abs(across) >= columns or abs(down) >= rows:
            continue
        target = plane[max(down, 0) : rows + min(down, 0), max(across, 0) : columns + min(across, 0)]
        target[:] = picture[max(-down, 0) : rows - max(down, 0), max(-across, 0) : columns - max(across, 0)]
