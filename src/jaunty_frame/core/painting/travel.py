"""Pictures that travel over the frame as they are.

Offsets are whole even pixels, so that all planes move by whole samples: nothing is resampled, and colour differences
stay with their luma. Where a picture moves fast that is not seen, and an easing's slow ends are below it anyway.
"""

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface

SIDES = {"left": (-1, 0), "right": (1, 0), "up": (0, -1), "down": (0, 1)}
"""Directions as steps across and down."""


_SPARE = 4
"""Pixels beyond an edge that are painted: it is antialiased, and colour differences reach further than luma."""


def even(length: float) -> int:
    """Return the even number nearest to a length in pixels."""
    return 2 * round(length / 2)


def offset(frame: Surface | FrameFormat, direction: str, share: float) -> tuple[int, int]:
    """Return how far (across, down) a picture has travelled that is ``share`` of the frame on its way."""
    across, down = SIDES[direction]
    return even(across * share * frame.width), even(down * share * frame.height)


def kept(width: int, height: int, by: tuple[int, int]) -> Part | None:
    """Return the part of a picture that is still in the frame when it is moved by (across, down); None for nothing."""
    across, down = by
    part = Part(max(-across, 0), max(-down, 0), width - max(across, 0), height - max(down, 0))
    return part if part.left < part.right and part.top < part.bottom else None


def left_free(width: int, height: int, by: tuple[int, int]) -> Part | None:
    """Return the part of the frame that a picture moved by (across, down), one of them 0, leaves free."""
    across, down = by
    part = Part(
        width + across if across < 0 else 0,
        height + down if down < 0 else 0,
        across if across > 0 else width,
        down if down > 0 else height,
    )
    return part if (across or down) and part.left < part.right and part.top < part.bottom else None


def band(frame: FrameFormat, direction: str, start: float, end: float) -> Part | None:
    """Return the part of the frame that a line has passed between shares of its way, with a little more at its ends."""
    across, down = SIDES[direction]
    length = frame.width if across else frame.height
    low, high = max(even(start * length) - _SPARE, 0), min(even(end * length) + _SPARE, length)
    if low >= high:
        return None
    if across + down < 0:
        low, high = length - high, length - low
    return Part(low, 0, high, frame.height) if across else Part(0, low, frame.width, high)


def lay_moved(surface: Surface, planes: tuple[Pixels, ...], by: tuple[int, int]) -> None:
    """Lay a picture, moved by even pixels (across, down), over ``surface``; they may be the same."""
    for plane, picture, sampling in zip(surface.planes, planes, surface.coding.samplings, strict=True):
        across, down = by[0] // sampling.step, by[1] // sampling.step
        rows, columns = plane.shape[:2]
        if abs(across) >= columns or abs(down) >= rows:
            continue
        target = plane[max(down, 0) : rows + min(down, 0), max(across, 0) : columns + min(across, 0)]
        target[:] = picture[max(-down, 0) : rows - max(down, 0), max(-across, 0) : columns - max(across, 0)]
