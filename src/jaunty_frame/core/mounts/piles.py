"""Where the prints of a pile come to rest: every one of the last four under the newest stays recognisable.

Places are chosen one after the other. Of seeded places and leans within the frame that one is taken which leaves most
of that lying print of which least is seen, up to the share that suffices; among those that do, the one nearest to where
chance would have it.
"""

from collections.abc import Sequence
from math import sqrt
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window, visible_share
from jaunty_frame.core.mounts.pieces import short_side

RECOGNISED = 0.3
"""The share of a print that suffices to know it."""
RECENT = 4
TABLE_SEEN = 1 / 3
"""The share of the frame that a pile of prints of the usual size leaves free, however many they are."""
USUAL_SPREAD = (1 - TABLE_SEEN) ** 0.5
"""The share of the frame's width and height within which such a pile lies."""
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
    seed : of its chance; keep : boxes of what must stay, in fractions of the print; spread : the share of the frame's
    width and height within which it stays, leans included, as far as it is not larger than that."""

    size: tuple[float, float]
    most_lean: float
    alternates: bool
    scatter: float
    seed: int
    keep: tuple[Window, ...] = ()
    spread: float = 1.0


def usual_size(size: float, print_aspect: float, frame_aspect: float) -> float:
    """Return the root of the share of the frame's area that a print takes: ``size``, or less where it would be longer
    than such a pile is wide."""
    unit_x, unit_y = short_side(frame_aspect)
    highest = USUAL_SPREAD * min(1 / unit_y, 1 / unit_x / print_aspect)
    return min(size, round(highest * sqrt(print_aspect * unit_x * unit_y), 3))


def solved_rests(prints: Sequence[Laid], frame_aspect: float, overlays: Sequence[Window] = ()) -> list[Rest]:
    """Return where each print of a pile comes to rest, in the order in which they arrive."""
    unit_x, unit_y = short_side(frame_aspect)
    x = ((np.arange(round(_CELLS / unit_x)) + 0.5) / _CELLS)[None]
    y = ((np.arange(round(_CELLS / unit_y)) + 0.5) / _CELLS)[:, None]
    rests: list[Rest] = []
    recent: list[
        tuple[np.ndarray, int]
    ] = []  # of the last prints, the cells that nothing covers yet, and all of theirs
    for k, one in enumerate(prints):
        tries = _tries(one, k, unit_x, unit_y)
        masks = _masks(one.size, tries, x, y, unit_x, unit_y)
        slack = np.full(len(tries), 1.0)
        for to_come, (seen, area) in zip(range(RECENT - len(recent), RECENT), recent, strict=True):
            # A print that more will come to lie on needs more of itself left.
            left = (seen.sum() - (masks & seen).sum(axis=(1, 2))) / max(area, 1)
            slack = np.minimum(slack, left - RECOGNISED - _SPARE * to_come)
        away = np.abs(tries[:, 0] - tries[0, 0]) / unit_x + np.abs(tries[:, 1] - tries[0, 1]) / unit_y
        covered = _covered(one, tries, overlays, unit_x, unit_y)
        best = int(np.lexsort((away, -np.round(np.minimum(slack, _ENOUGH), 3), np.round(covered, 3)))[0])
        recent = [(seen & ~masks[best], area) for seen, area in recent][1 - RECENT :]
        recent.append((masks[best], int(masks[best].sum())))
        rests.append(Rest(*tries[best].tolist()))
    return rests


def _tries(one: Laid, k: int, unit_x: float, unit_y: float) -> FloatArray:
    """Return places and leans (T, 3), as ``Rest`` has them, that print ``k`` may take."""
    rng = np.random.default_rng(one.seed)
    share = rng.uniform(0.3, 1.0, _TRIES)
    leans = share * one.most_lean * (np.where(k % 2, 1, -1) if one.alternates else rng.choice((-1, 1), _TRIES))
    room_x, room_y = _room(one, leans, unit_x, unit_y)
    # Round the middle by the golden angle, so that prints that follow each other lie far apart; the first try is what
    # chance alone would take, the others reach as far as the frame allows, in all directions.
    turn = k * _GOLDEN + np.concatenate([rng.uniform(-0.4, 0.4, 1), rng.uniform(-np.pi, np.pi, _TRIES - 1)])
    wide = np.concatenate([[one.scatter], rng.uniform(one.scatter, 1.0, _TRIES - 1)])
    # Pushed out to the square about the circle: corners of the frame are room too.
    across, down = np.cos(turn), np.sin(turn)
    push = wide / np.maximum(np.abs(across), np.abs(down))
    xs, ys = 0.5 + across * push * room_x, 0.5 + down * push * room_y
    return np.stack([xs, ys, leans], axis=1)


def _room(one: Laid, leans: FloatArray, unit_x: float, unit_y: float) -> tuple[FloatArray, FloatArray]:
    """Return how far (T,) a print may lie from the middle, across and down."""
    (width, height), turned = one.size, np.radians(np.abs(leans if one.spread < 1 else np.zeros_like(leans)))
    across = (width * np.cos(turned) + height * np.sin(turned)) * unit_x
    down = (height * np.cos(turned) + width * np.sin(turned)) * unit_y
    return np.maximum(one.spread - across, 0.0) / 2, np.maximum(one.spread - down, 0.0) / 2


def _masks(
    size: tuple[float, float], tries: FloatArray, x: FloatArray, y: FloatArray, unit_x: float, unit_y: float
) -> np.ndarray:
    """Return which cells (T, rows, columns) a print covers. x (1, columns), y (rows, 1) : of cells, in short sides."""
    at_x, at_y, lean = tries.T[..., None, None]
    c, s = np.cos(np.radians(lean)), np.sin(np.radians(lean))
    dx, dy = x - at_x / unit_x, y - at_y / unit_y
    return (np.abs(c * dx + s * dy) <= size[0] / 2) & (np.abs(c * dy - s * dx) <= size[1] / 2)


def _covered(one: Laid, tries: FloatArray, overlays: Sequence[Window], unit_x: float, unit_y: float) -> FloatArray:
    """Return how much (T,) of what must stay lies under overlays, leans aside."""
    if not one.keep or not overlays:
        return np.zeros(len(tries))
    size = np.array([one.size[0] * unit_x, one.size[1] * unit_y])
    keep = np.array(one.keep) * np.tile(size, 2)
    boxes = np.tile(keep, (len(tries), 1, 1))
    boxes[..., :2] += (tries[:, :2] - size / 2)[:, None]
    return sum(visible_share(np.array(over), boxes).sum(axis=1) for over in overlays)
