"""Plain colours sweep over the old picture one after the other; behind the last is the new one.

Edge i of n + 1 begins ``i`` staggers after the first; between edges i and i + 1 lies colour i. All cross the frame at
one speed, so at progress p edge i has passed clip(p (1 + n g) - i g) of it.
"""

from collections.abc import Sequence

import numpy as np

from jaunty_frame.core.painting.surface import FrameFormat, Part, Surface
from jaunty_frame.core.painting.travel import SIDES, band, even


def sweep(
    surface: Surface,
    above: Surface,
    progress: float,
    direction: str,
    colours: Sequence[tuple[int, int, int]],
    stagger: float,
) -> None:
    """colours : B, G, R, the first in front; stagger : in shares of the frame."""
    travelled = progress * (1 + len(colours) * stagger)
    across, down = SIDES[direction]
    length = surface.width if across else surface.height
    edges = [even(length * min(max(travelled - i * stagger, 0), 1)) for i in range(len(colours) + 1)]
    for i, colour in enumerate(colours):
        coded = np.rint(surface.coding.matrix @ (*colour, 1)).astype(surface.coding.dtype)
        _paint(surface, coded, edges[i + 1], edges[i], bool(across), across + down < 0)
    for plane, incoming, sampling in zip(surface.planes, above.planes, surface.coding.samplings, strict=True):
        part = _band(plane.shape, 0, edges[-1] // sampling.step, bool(across), across + down < 0)
        plane[part] = incoming[part]


def _paint(surface: Surface, coded: np.ndarray, start: int, end: int, level: bool, backwards: bool) -> None:
    channel = 0
    for plane, sampling in zip(surface.planes, surface.coding.samplings, strict=True):
        channels = len(sampling.black)
        part = _band(plane.shape, start // sampling.step, end // sampling.step, level, backwards)
        plane[part] = coded[channel : channel + channels] if channels > 1 else coded[channel]
        channel += channels


def _band(shape: tuple[int, ...], start: int, end: int, level: bool, backwards: bool) -> tuple[slice, slice]:
    """Return rows and columns that lie ``start`` to ``end`` from the side where edges come from."""
    length = shape[1] if level else shape[0]
    band = slice(length - end, length - start) if backwards else slice(start, end)
    return (slice(None), band) if level else (band, slice(None))


def seen(
    frame: FrameFormat, progress: float, direction: str, count: int, stagger: float
) -> tuple[Part | None, Part | None]:
    """Return the parts of the old and of the new picture that are needed. count : of colours."""
    travelled = progress * (1 + count * stagger)
    old = band(frame, direction, min(travelled, 1.0), 1.0) if travelled < 1 else None
    new = travelled - count * stagger
    return old, band(frame, direction, 0.0, new) if new > 0 else None
