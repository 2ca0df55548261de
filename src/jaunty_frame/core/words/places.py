"""Where words go: solved for many at once.

Each may be set in several ways (more lines or fewer) and stand at any of 5 x 7 places of the region that is left for
words: title safe without what is covered. All ways at all places are costed: covering what must stay in view most, then
what should; then busy and uneven grounds; strips that a photo leaves free are liked, and the places that are usual for
the kind of words. Before all of that comes what must not be overlapped at all, such as other words: the places
right beside it are tried too.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray, Window

ANCHORS = (
    "top-left",
    "top",
    "top-right",
    "left",
    "middle",
    "right",
    "bottom-left",
    "bottom",
    "bottom-right",
)
_ACROSS, _DOWN = np.linspace(0, 1, 5), np.linspace(0, 1, 7)
# Costs of: required areas, wished-for ones, busy ground, uneven ground, lying across a photo's edge, not lying in a
# free strip, each line more, each line over two.
_REQUIRED, _WISHED, _DETAIL, _UNEVEN, _ACROSS_EDGE, _STRIP = 12.0, 4.0, 1.6, 0.7, 1.5, 1.2
_LINE, _MANY_LINES, _FEW = 0.06, 0.7, 2
_IN_STRIP = 0.84
"""Share of a strip that words may take."""
_SAME = 1e-6
_SOLID = 1e3
"""The cost of overlapping what must not be: over everything else together."""
COVERED = 0.01
"""The share of an area that may lie under words."""


class Surroundings(NamedTuple):
    """Of C texts with V ways each; boxes are in fractions of the frame.

    sizes : (C, V, 2) width and height, NaN where a way does not fit; lines : (C, V); avoid : (C, K, 4), weights : (C,
    K) 1 for required areas; ground : (C, G, G, 3) low, high and detail (``core.colouring.tones``); strips : (C, S, 4)
    free of the photo, of no width where there is none; photo : (C, 4) where the photo is seen; margin : (2,) by which
    words keep off areas and edges, across and down; liked : (C, 2) the place across and down, in 0..1, that is
    usual, and ``liking`` (C, 2) how much it costs to be elsewhere; solid : (C, T, 4) boxes that must not be overlapped,
    with the room that is to be left about them, of no width where there is none.
    """

    sizes: FloatArray
    lines: FloatArray
    avoid: FloatArray
    weights: FloatArray
    ground: FloatArray
    strips: FloatArray
    photo: FloatArray
    margin: FloatArray
    liked: FloatArray
    liking: FloatArray
    solid: FloatArray


class Places(NamedTuple):
    """box : (C, 4); way : (C,); across, down : (C,) where in the region, 0..1; covers : (C,) the largest share of a
    required area that is covered, or of the words that cover it; detail : (C,) of the ground; in_strip, lies_across :
    (C,) whether they lie in a free strip, or across the photo's edge; meets : (C,) whether something solid is
    overlapped all the same, since there is no room beside it."""

    box: FloatArray
    way: NDArray[np.intp]
    across: FloatArray
    down: FloatArray
    covers: FloatArray
    detail: FloatArray
    in_strip: NDArray[np.bool_]
    lies_across: NDArray[np.bool_]
    meets: NDArray[np.bool_]


def anchored(size: tuple[float, float], region: Window, across: float, down: float) -> Window:
    """Return a box of a size at a place of a region: 0 at its left and top edge, 1 at its right and bottom one."""
    w, h = size
    return Window(region.x + (region.w - w) * across, region.y + (region.h - h) * down, w, h)


def anchor_place(anchor: str) -> tuple[float, float]:
    """Return where one of the nine anchors is, across and down."""
    number = ANCHORS.index(anchor)
    return number % 3 / 2, number // 3 / 2


def solved_places(of: Surroundings, region: Window) -> Places:
    """Return the best way and place of each text."""
    count, ways = of.sizes.shape[:2]
    across, down = (grid.reshape(-1) for grid in np.meshgrid(_ACROSS, _DOWN))
    w, h = of.sizes[..., None, 0], of.sizes[..., None, 1]
    boxes = np.stack(
        [
            region.x + (region.w - w) * across,
            region.y + (region.h - h) * down,
            np.broadcast_to(w, (count, ways, len(across))),
            np.broadcast_to(h, (count, ways, len(across))),
        ],
        axis=-1,
    ).reshape(count, -1, 4)
    boxes, strips_used = _with_strips(of, boxes)
    beside = _beside(of, region)
    boxes = np.concatenate([boxes, beside], axis=1)
    strips_used = np.concatenate([strips_used, np.zeros(beside.shape[:2], bool)], axis=1)
    fits = np.asarray(np.isfinite(boxes).all(axis=-1))
    boxes = np.where(fits[..., None], boxes, 0.25)
    number = np.arange(boxes.shape[1]) - ways * len(across)
    of_way = np.where(number < 0, np.arange(boxes.shape[1]) // len(across), number % ways)
    places = np.stack(
        [
            np.clip((boxes[..., 0] - region.x) / np.maximum(region.w - boxes[..., 2], 1e-9), 0, 1),
            np.clip((boxes[..., 1] - region.y) / np.maximum(region.h - boxes[..., 3], 1e-9), 0, 1),
        ],
        axis=-1,
    )
    wide = np.concatenate([boxes[..., :2] - of.margin, boxes[..., 2:] + 2 * of.margin], axis=-1)
    covers, _, _ = _covered(boxes, of.avoid, of.weights)
    _, required, wished = _covered(wide, of.avoid, of.weights)
    low, high, detail = _grounds(boxes, of.ground)
    lines = np.take_along_axis(of.lines, np.broadcast_to(of_way, boxes.shape[:2]), axis=1)
    lies_across = _lies_across(wide, of.photo)
    cost = (
        _REQUIRED * required
        + _WISHED * wished
        + _DETAIL * detail
        + _UNEVEN * (high - low)
        + (np.abs(places - of.liked[:, None]) * of.liking[:, None]).sum(axis=-1)
        + _LINE * lines
        + _MANY_LINES * np.maximum(lines - np.maximum(of.lines[:, :1], _FEW), 0)
        + _ACROSS_EDGE * lies_across
        - _STRIP * strips_used
    )
    overlaps = _overlapped(boxes, of.solid)
    cost = np.where(fits, cost + _SOLID * ((overlaps > _SAME) + overlaps), np.inf)
    best = cost.argmin(axis=1)
    rows = np.arange(count)
    return Places(
        box=boxes[rows, best],
        way=of_way[best],
        across=places[rows, best, 0],
        down=places[rows, best, 1],
        covers=covers[rows, best],
        detail=detail[rows, best],
        in_strip=strips_used[rows, best],
        lies_across=lies_across[rows, best],
        meets=overlaps[rows, best] > _SAME,
    )


def _with_strips(of: Surroundings, boxes: FloatArray) -> tuple[FloatArray, NDArray[np.bool_]]:
    """Return the boxes with those in the middle of free strips, and which of them lie in a strip."""
    strips = of.strips[:, :, None]
    sizes = of.sizes[:, None]
    middle = strips[..., :2] + strips[..., 2:] / 2
    held = np.asarray((sizes <= strips[..., 2:] * _IN_STRIP).all(axis=-1))
    own = np.concatenate([middle - sizes / 2, np.broadcast_to(sizes, middle.shape[:2] + sizes.shape[2:])], axis=-1)
    own = np.where(held[..., None], own, np.nan).reshape(len(boxes), -1, 4)
    used = np.concatenate([np.zeros(boxes.shape[:2], bool), np.isfinite(own[..., 0])], axis=1)
    return np.concatenate([boxes, own], axis=1), used


def _beside(of: Surroundings, region: Window) -> FloatArray:
    """Return the boxes (C, T * 24 * V, 4) right above, below, at the left and right of what is solid; NaN where they
    would leave the region."""
    count, ways = of.sizes.shape[:2]
    solid, size = of.solid[:, :, None, None], of.sizes[:, None, None]
    room = np.array([region.w, region.h]) - size
    free_x = region.x + room[..., 0] * _ACROSS[:, None]
    free_y = region.y + room[..., 1] * _DOWN[:, None]
    above, below = solid[..., 1] - size[..., 1], solid[..., 1] + solid[..., 3]
    left, right = solid[..., 0] - size[..., 0], solid[..., 0] + solid[..., 2]
    places = [(free_x, above), (free_x, below), (left, free_y), (right, free_y)]
    shape = (count, of.solid.shape[1])
    corners = np.concatenate(
        [
            np.stack(
                [np.broadcast_to(x, (*shape, len(grid), ways)), np.broadcast_to(y, (*shape, len(grid), ways))], axis=-1
            )
            for (x, y), grid in zip(places, (_ACROSS, _ACROSS, _DOWN, _DOWN), strict=True)
        ],
        axis=2,
    )
    sizes = np.broadcast_to(size, corners.shape)
    ends = corners + sizes
    inside = (corners >= np.array([region.x, region.y]) - _SAME).all(axis=-1)
    inside &= (ends <= np.array([region.x + region.w, region.y + region.h]) + _SAME).all(axis=-1)
    inside &= np.broadcast_to(solid[..., 2] > 0, inside.shape)
    boxes = np.where(inside[..., None], np.concatenate([corners, sizes], axis=-1), np.nan)
    return boxes.reshape(count, -1, 4)


def _overlapped(boxes: FloatArray, solid: FloatArray) -> FloatArray:
    """Return how much (C, P) of each box lies over what is solid, at most once for each thing."""
    if not solid.shape[1]:
        return np.zeros(boxes.shape[:2])
    own = np.prod(boxes[..., 2:], axis=-1)
    common: FloatArray = overlap_area(boxes, solid).sum(axis=-1)
    return common / np.maximum(own, _SAME)


def overlap_area(boxes: FloatArray, areas: FloatArray) -> FloatArray:
    """Return the areas (..., P, K) common to boxes (..., P, 4) and others (..., K, 4)."""
    one, other = boxes[..., :, None, :], areas[..., None, :, :]
    low = np.maximum(one[..., :2], other[..., :2])
    high = np.minimum(one[..., :2] + one[..., 2:], other[..., :2] + other[..., 2:])
    return np.prod(np.clip(high - low, 0, None), axis=-1)


def _covered(boxes: FloatArray, areas: FloatArray, weights: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return (C, P) of each box: the largest share that counts as covered, and the costs of required and wished-for
    areas."""
    if not areas.shape[1]:
        nothing = np.zeros(boxes.shape[:2])
        return nothing, nothing, nothing
    common = overlap_area(boxes, areas)
    own = np.prod(boxes[..., 2:], axis=-1)[..., None]
    theirs = np.prod(areas[..., 2:], axis=-1)[:, None]
    # A small head wholly under a caption, or a caption wholly on a large jar: both are bad.
    share = common / np.maximum(np.minimum(own, theirs), 1e-9)
    required = np.where((weights >= 1)[:, None], share, 0.0)
    wished = np.where((weights < 1)[:, None], share * weights[:, None], 0.0)
    worst = required.max(axis=-1)
    return worst, worst + (worst > COVERED) * 0.25, wished.sum(axis=-1)


def _lies_across(boxes: FloatArray, photo: FloatArray) -> NDArray[np.bool_]:
    """Return where (C, P) boxes lie partly on a photo and partly beside it."""
    share = overlap_area(boxes, photo[:, None])[..., 0] / np.prod(boxes[..., 2:], axis=-1)
    return (share > _SAME) & (share < 1 - _SAME)


def _grounds(boxes: FloatArray, ground: FloatArray) -> tuple[FloatArray, FloatArray, FloatArray]:
    """Return the mean low, high and detail (C, P) behind boxes."""
    count, side = ground.shape[:2]
    sums = np.zeros((count, side + 1, side + 1, 3))
    sums[:, 1:, 1:] = ground.cumsum(axis=1).cumsum(axis=2)
    x0 = np.clip(np.floor(boxes[..., 0] * side + 0.3), 0, side - 1).astype(int)
    y0 = np.clip(np.floor(boxes[..., 1] * side + 0.3), 0, side - 1).astype(int)
    x1 = np.clip(np.ceil((boxes[..., 0] + boxes[..., 2]) * side - 0.3), x0 + 1, side).astype(int)
    y1 = np.clip(np.ceil((boxes[..., 1] + boxes[..., 3]) * side - 0.3), y0 + 1, side).astype(int)
    rows = np.arange(count)[:, None]
    total = sums[rows, y1, x1] - sums[rows, y0, x1] - sums[rows, y1, x0] + sums[rows, y0, x0]
    mean = total / ((x1 - x0) * (y1 - y0))[..., None]
    return mean[..., 0], mean[..., 1], mean[..., 2]


def ground_behind(box: Window, ground: FloatArray) -> tuple[float, float]:
    """Return the lowest and the highest tone behind a box. ground : (G, G, 3)."""
    side = ground.shape[0]
    x0, y0 = min(max(int(box.x * side), 0), side - 1), min(max(int(box.y * side), 0), side - 1)
    x1 = min(max(int(np.ceil((box.x + box.w) * side)), x0 + 1), side)
    y1 = min(max(int(np.ceil((box.y + box.h) * side)), y0 + 1), side)
    part = ground[y0:y1, x0:x1]
    return float(part[..., 0].min()), float(part[..., 1].max())
