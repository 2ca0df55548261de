"""Where the prints of a pile come to rest: every one of the last four under the newest stays recognisable.

Places are chosen one after the other. Of seeded places and leans within the frame that one is taken which leaves most
of that lying print of which least is seen, up to the share that suffices; among those that do, the one nearest to where
chance would have it.
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import short_side

RECOGNISED = 0.3
"""The share of a print that suffices to know it."""
RECENT = 4
_ENOUGH = 0.05
_SPARE = 0.1
_TRIES = 80
_GOLDEN = 2.399963
_CELLS = 40


class Rest(NamedTuple):
    """The middle of a print, in fractions of the frame, and its lean in degrees clockwise."""

    x: float
    y: float
    lean: float


class Laid(NamedTuple):
    """A print: width and height in short sides; most_lean : degrees; scatter : 0 in the middle, 1 up to the edges;
    seed : of its chance; keep : boxes of what must stay, in fractions of the print."""

    size: tuple[float, float]
    most_lean: float
    alternates: bool
    scatter: float
    seed: int
    keep: tuple[Window, ...] = ()


def solved_rests(prints: Sequence[Laid], frame_aspect: float, overlays: Sequence[Window] = ()) -> list[Rest]:
    """Return where each print of a pile comes to rest, in the order in which they arrive."""
    unit_x, unit_y = short_side(frame_aspect)
    x, y = np.meshgrid(
        (np.arange(round(_CELLS / unit_x)) + 0.5) / _CELLS, (np.arange(round(_CELLS / unit_y)) + 0.5) / _CELLS
    )
    rests: list[Rest] = []
    seen: list[np.ndarray] = []  # of each print, the cells that nothing covers yet
    areas: list[int] = []
    for k, one in enumerate(prints):
        tries = _tries(one, k, unit_x, unit_y)
        masks = [_mask(one.size, rest, x, y, unit_x, unit_y) for rest in tries]
        recent = range(max(0, k - RECENT), k)

        worths = []
        for rest, mask in zip(tries, masks, strict=True):
            # A print that more will come to lie on needs more of itself left.
            slack = min(
                ((seen[j] & ~mask).sum() / max(areas[j], 1) - RECOGNISED - _SPARE * (RECENT - k + j) for j in recent),
                default=1.0,
            )
            away = abs(rest.x - tries[0].x) / unit_x + abs(rest.y - tries[0].y) / unit_y
            covered = _covered(one, rest, overlays, unit_x, unit_y)
            worths.append((-round(covered, 3), round(min(float(slack), _ENOUGH), 3), -away))
        best = max(range(len(tries)), key=worths.__getitem__)
        for j in range(k):
            seen[j] &= ~masks[best]
        seen.append(masks[best].copy())
        areas.append(int(masks[best].sum()))
        rests.append(tries[best])
    return rests


def _tries(one: Laid, k: int, unit_x: float, unit_y: float) -> list[Rest]:
    rng = np.random.default_rng(one.seed)
    room_x = max(1 - one.size[0] * unit_x, 0.0) / 2
    room_y = max(1 - one.size[1] * unit_y, 0.0) / 2
    share = rng.uniform(0.3, 1.0, _TRIES)
    leans = share * one.most_lean * (np.where(k % 2, 1, -1) if one.alternates else rng.choice((-1, 1), _TRIES))
    # Round the middle by the golden angle, so that prints that follow each other lie far apart; the first try is what
    # chance alone would take, the others reach as far as the frame allows, in all directions.
    turn = k * _GOLDEN + np.concatenate([rng.uniform(-0.4, 0.4, 1), rng.uniform(-np.pi, np.pi, _TRIES - 1)])
    wide = np.concatenate([[one.scatter], rng.uniform(one.scatter, 1.0, _TRIES - 1)])
    # Pushed out to the square about the circle: corners of the frame are room too.
    across, down = np.cos(turn), np.sin(turn)
    push = wide / np.maximum(np.abs(across), np.abs(down))
    xs, ys = 0.5 + across * push * room_x, 0.5 + down * push * room_y
    return [Rest(*place) for place in zip(xs.tolist(), ys.tolist(), leans.tolist(), strict=True)]


def _mask(
    size: tuple[float, float], rest: Rest, x: FloatArray, y: FloatArray, unit_x: float, unit_y: float
) -> np.ndarray:
    """Return which cells a print covers. x, y : of cells, in short sides."""
    c, s = np.cos(np.radians(rest.lean)), np.sin(np.radians(rest.lean))
    dx, dy = x - rest.x / unit_x, y - rest.y / unit_y
    return (np.abs(c * dx + s * dy) <= size[0] / 2) & (np.abs(c * dy - s * dx) <= size[1] / 2)


def _covered(one: Laid, rest: Rest, overlays: Sequence[Window], unit_x: float, unit_y: float) -> float:
    """Return how much of what must stay lies under overlays, leans aside."""
    left, top = rest.x - one.size[0] * unit_x / 2, rest.y - one.size[1] * unit_y / 2
    total = 0.0
    for box in one.keep:
        x, y = left + box.x * one.size[0] * unit_x, top + box.y * one.size[1] * unit_y
        w, h = box.w * one.size[0] * unit_x, box.h * one.size[1] * unit_y
        for over in overlays:
            wide = min(x + w, over.x + over.w) - max(x, over.x)
            high = min(y + h, over.y + over.h) - max(y, over.y)
            total += max(wide, 0.0) * max(high, 0.0) / max(w * h, 1e-12)
    return total
