"""Solving words: many at once, each among the ways to break it and the places that its output has.

Words are set once for all outputs (``core.words.typesetting``). What is seen at the same time never lies over each
other: words keep off those that were placed before them (``words_order``) and off emblems; where there is no room they
are made smaller, all that stand together, down to what can just be read.
"""

from collections.abc import Iterable, Sequence

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.words.legibility import Ground, contrast_wanted, least_size
from jaunty_frame.core.words.places import COVERED, Places, Surroundings, overlap_area, solved_places
from jaunty_frame.core.words.places import ground_behind as tones_behind
from jaunty_frame.core.words.typesetting import Alignment, aligned
from jaunty_frame.document.words import WordsKind
from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.grounds import (
    areas_in_frame,
    find_tones,
    frame_tones,
    free_region,
    free_strips,
    photo_in_frame,
)
from jaunty_frame.show.planning.words.colours import words_paint
from jaunty_frame.show.planning.words.items import Item, Ways, chosen_place, items_of, ways_of
from jaunty_frame.show.planning.words.order import bound_together, kept_apart, placing_rounds
from jaunty_frame.show.planning.words.placed import PlacedWords, Worded

# Where words of a kind usually stand, across and down, and how much it costs to be elsewhere.
_LIKED: dict[WordsKind, tuple[tuple[float, float], tuple[float, float]]] = {
    "title": ((0.5, 0.4), (0.25, 0.6)),
    "caption": ((0.5, 1.0), (0.3, 0.6)),
    "credit": ((0.5, 0.5), (0.4, 0.4)),
}
_ON_CARD = ((0.5, 0.5), (1.5, 1.5))
_SMALLER = (1.0, 0.84, 0.7)
"""Sizes that are tried, one after the other, where words would cover what must stay in view."""
_TOGETHER_SMALLER = 0.84
_MOST_STEPS = 12
"""Words that stand together are made smaller by so much, in so many steps at most, where they do not find room."""
_AT_SIDE = 0.3
"""Of the region: words whose place is nearer to a side are aligned with it."""
_KEEPS_OFF = 0.018
"""Short sides of the frame between words and what they must not cover."""
_COVERED_WEIGHT = 0.99
"""Of parts that may be covered: to be kept off, though nothing of the photo is lost there."""
_SAME = 1e-9


def placed_words(plan: Worded, slides: Iterable[int]) -> dict[int, tuple[PlacedWords, ...]]:
    """Return the words of slides, solved all at once, with those that keep apart from them, by slide."""
    groups = bound_together(plan, slides)
    own = [k for group in groups for k in group]
    find_tones(plan, own if plan.fonts.families else [])
    found: dict[int, list[PlacedWords]] = {k: [] for k in own}
    waiting = [item for k in own for item in items_of(plan, k)]
    least = least_size(float(plan.output.aspect))
    for _ in range(_MOST_STEPS):
        placed = _placed_apart(plan, waiting)
        crowded = {one.slide for one in placed if one.meets > 0}
        again = {k for group in groups if crowded & set(group) for k in group}
        smaller = [_smaller(item, least) if item.k in again else item for item in waiting]
        # What finds no room at any size keeps the place where it overlaps least.
        final = again if smaller == waiting else set[int]()
        for item, one in zip(waiting, placed, strict=True):
            if item.k not in again or item.k in final:
                found[item.k].append(one)
        waiting = [item for item in smaller if item.k in again - final]
        if not waiting:
            break
    else:
        for one in _placed_apart(plan, waiting):
            found[one.slide].append(one)
    return {k: tuple(words) for k, words in found.items()}


def _smaller(item: Item, least: float) -> Item:
    return item._replace(size=max(item.size * _TOGETHER_SMALLER, min(item.size, least))) if item.may_shrink else item


def _placed_apart(plan: Worded, items: Sequence[Item]) -> list[PlacedWords]:
    """Return items placed, each off those that chose their places before it."""
    apart = kept_apart(items)
    placed: list[PlacedWords | None] = [None] * len(items)
    emblems = [_emblems_over(plan, item) for item in items]
    solid = list(emblems)
    for some in placing_rounds(items, apart):
        for index, one in zip(some, _placed(plan, [items[i] for i in some], [solid[i] for i in some]), strict=True):
            placed[index] = one
            for other in np.flatnonzero(apart[index]).tolist():
                solid[other] = [*solid[other], one.outer(*short_side(float(plan.output.aspect)))]
    done = [one for one in placed if one is not None]
    return [
        _with_meeting(one, [done[k] for k in np.flatnonzero(apart[index])], emblems[index])
        for index, one in enumerate(done)
    ]


def _with_meeting(one: PlacedWords, others: Sequence[PlacedWords], emblems: Sequence[Window]) -> PlacedWords:
    """Return words with what they lie over: of two that were put over each other by hand, the upper ones tell."""
    over = [(other.box, f"the {other.words.kind}") for other in others if _is_under(other, one)]
    over += [(box, "an emblem") for box in emblems]
    if not over:
        return one._replace(meets=0.0)
    own, theirs = np.array([one.box]), np.array([box for box, _ in over])
    common = overlap_area(own, theirs)[0] / np.maximum(np.minimum(own[:, 2:].prod(), theirs[:, 2:].prod(axis=1)), _SAME)
    worst = int(common.argmax())
    meets = float(common[worst]) if common[worst] > _SAME else 0.0
    return one._replace(meets=meets, meets_what=over[worst][1] if meets else "")


def _is_under(other: PlacedWords, one: PlacedWords) -> bool:
    if (other.words.anchor == "auto") != (one.words.anchor == "auto"):
        return one.words.anchor == "auto"  # what was put there stays; it is for the other to keep off
    return (other.slide, other.words.id) < (one.slide, one.words.id)


def _emblems_over(plan: Worded, item: Item) -> list[Window]:
    """Return where emblems lie while words are seen."""
    if not plan.emblems:
        return []
    end = item.time.first + item.time.frames
    return [one.box for one in placed_emblems(plan) if one.first < end and item.time.first < one.first + one.frames]


def _placed(plan: Worded, items: list[Item], solid: list[list[Window]]) -> list[PlacedWords]:
    """Return items placed; where they would cover what must stay in view they are tried smaller. solid : what each must
    not overlap."""
    found: list[PlacedWords | None] = [None] * len(items)
    waiting = list(range(len(items)))
    for scale in _SMALLER:
        tried = [items[index]._replace(size=items[index].size * scale) for index in waiting]
        solved = _solved(plan, tried, [solid[index] for index in waiting]) if tried else []
        for index, one in zip(list(waiting), solved, strict=True):
            best = found[index]
            if best is None or _trouble(one) < _trouble(best) - COVERED:
                found[index] = one
        least = least_size(float(plan.output.aspect))
        waiting = [
            index
            for index in waiting
            if (best := found[index]) is not None and _trouble(best) > COVERED and items[index].size * scale > least
            if items[index].may_shrink
        ]
    return [one for one in found if one is not None]


def _trouble(one: PlacedWords) -> float:
    """Return how much smaller words might help: where they lie over others, cover what must stay in view, or lie across
    an edge."""
    return 10.0 * (one.meets > 0) + one.covers + 0.1 * one.lies_across


def _solved(plan: Worded, items: list[Item], solid: list[list[Window]]) -> list[PlacedWords]:
    region = free_region(plan)
    unit_x, unit_y = short_side(float(plan.output.aspect))
    # An em of one short side, in fractions of the frame.
    ways = [ways_of(item, region, unit_x, unit_y) for item in items]
    most = max(len(blocks) for blocks, _ in ways)
    count = len(items)
    sizes, lines = np.full((count, most, 2), np.nan), np.zeros((count, most))
    for row, (blocks, size) in enumerate(ways):
        for column, block in enumerate(blocks):
            w, h = block.width * size * unit_x, block.height * size * unit_y
            lines[row, column] = len(block.lines)
            if (w <= region.w * 1.001 and h <= region.h * 1.001) or len(blocks) == 1:
                sizes[row, column] = w, h
        if np.isnan(sizes[row]).all():
            sizes[row, len(blocks) - 1] = blocks[-1].width * size * unit_x, blocks[-1].height * size * unit_y
    places = solved_places(_surroundings(plan, items, solid, sizes, lines), region)
    return [_finished(plan, item, ways[row], places, row, region) for row, item in enumerate(items)]


def _surroundings(
    plan: Worded, items: list[Item], solid: list[list[Window]], sizes: FloatArray, lines: FloatArray
) -> Surroundings:
    avoid, strips = [], []
    for item in items:
        boxes, weights = areas_in_frame(plan, item.k)
        covered = plan.output.zones.boxes
        if covered:
            boxes = np.concatenate([boxes, np.array(covered)])
            weights = np.concatenate([weights, np.full(len(covered), _COVERED_WEIGHT)])
        for after in _slides_after(plan, item):
            more, of_them = areas_in_frame(plan, after)
            boxes, weights = np.concatenate([boxes, more]), np.concatenate([weights, of_them])
        avoid.append((boxes, weights))
        strips.append(free_strips(plan, item.k))
    most = max((len(boxes) for boxes, _ in avoid), default=0)
    most_strips = max((len(one) for one in strips), default=0)
    all_boxes, all_weights = np.zeros((len(items), most, 4)), np.zeros((len(items), most))
    all_strips = np.zeros((len(items), most_strips, 4))
    for row, ((boxes, weights), own) in enumerate(zip(avoid, strips, strict=True)):
        all_boxes[row, : len(boxes)], all_weights[row, : len(weights)] = boxes, weights
        all_strips[row, : len(own)] = own
    unit = np.array(short_side(float(plan.output.aspect)))
    liked = [_LIKED[item.words.kind] if plan.rows_of(item.k) else _ON_CARD for item in items]
    return Surroundings(
        sizes=sizes,
        lines=lines,
        avoid=all_boxes,
        weights=all_weights,
        ground=np.stack([frame_tones(plan, item.k) for item in items]),
        strips=all_strips,
        photo=np.array([photo_in_frame(plan, item.k) for item in items]),
        margin=unit * _KEEPS_OFF,
        liked=np.array([place for place, _ in liked]),
        liking=np.array([cost for _, cost in liked]),
        solid=_with_room(items, solid, unit),
    )


def _with_room(items: list[Item], solid: list[list[Window]], unit: NDArray[np.float64]) -> FloatArray:
    """Return what is solid for each item (C, T, 4), with the room about it that words leave."""
    found = np.zeros((len(items), max((len(boxes) for boxes in solid), default=0), 4))
    for row, (item, boxes) in enumerate(zip(items, solid, strict=True)):
        room = unit * max(_KEEPS_OFF, item.padding)
        for column, box in enumerate(boxes):
            found[row, column] = (*(np.array(box[:2]) - room), *(np.array(box[2:]) + 2 * room))
    return found


def _slides_after(plan: Worded, item: Item) -> list[int]:
    """Return the slides beyond their own that words go on over."""
    if not item.time.goes_on:
        return []
    end = item.time.first + item.time.frames
    return [k for k in plan.shown if k > item.k and plan.schedule.first[k] < end]


def _finished(
    plan: Worded,
    item: Item,
    ways: Ways,
    places: Places,
    row: int,
    region: Window,
) -> PlacedWords:
    blocks, size = ways
    block = blocks[min(int(places.way[row]), len(blocks) - 1)]
    words, covers, in_strip = item.words, float(places.covers[row]), bool(places.in_strip[row])
    box = Window(*places.box[row].tolist())
    across = float(places.across[row])
    if item.is_chosen:
        block, box, across = chosen_place(plan, item, ways, block)
        covers, in_strip = _covered_share(plan, item, box), False
    by_place: Alignment = "left" if across < _AT_SIDE else "right" if across > 1 - _AT_SIDE else "centre"
    block = aligned(block, by_place if item.style.alignment == "auto" else item.style.alignment)
    ground = Ground(*tones_behind(box, _ground(plan, item)))
    wanted = contrast_wanted(size, float(plan.output.aspect))
    paint, given, found = words_paint(item.style, ground, wanted)
    return PlacedWords(
        slide=item.k,
        words=words,
        style=item.style,
        time=item.time,
        block=block,
        paint=paint,
        box=box,
        size=size,
        wanted_size=item.wanted_size,
        region=region,
        covers=covers,
        detail=float(places.detail[row]),
        in_strip=in_strip,
        lies_across=not item.is_chosen and bool(places.lies_across[row]),
        meets=float(not item.is_chosen and places.meets[row]),
        meets_what="",
        help=given,
        contrast=found,
        wanted_contrast=wanted,
    )


def _ground(plan: Worded, item: Item) -> FloatArray:
    tones = frame_tones(plan, item.k)
    for after in _slides_after(plan, item):
        other = frame_tones(plan, after)
        low, high = np.minimum(tones[..., 0], other[..., 0]), np.maximum(tones[..., 1], other[..., 1])
        tones = np.stack([low, high, np.maximum(tones[..., 2], other[..., 2])], axis=-1)
    return tones


def _covered_share(plan: Worded, item: Item, box: Window) -> float:
    boxes, weights = areas_in_frame(plan, item.k)
    worst = 0.0
    for area, weight in zip(boxes, weights, strict=True):
        x0, y0 = max(area[0], box.x), max(area[1], box.y)
        x1, y1 = min(area[0] + area[2], box.x + box.w), min(area[1] + area[3], box.y + box.h)
        if weight >= 1 and x1 > x0 and y1 > y0:
            worst = max(worst, (x1 - x0) * (y1 - y0) / max(min(area[2] * area[3], box.w * box.h), 1e-9))
    return float(worst)
