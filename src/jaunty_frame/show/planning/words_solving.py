"""Solving words: many at once, each among the ways to break it and the places that its output has.

Words are set once for all outputs (``core.words.typesetting``).
"""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.words.faces import Face
from jaunty_frame.core.words.legibility import Ground, contrast_wanted, least_size
from jaunty_frame.core.words.places import COVERED, Places, Surroundings, anchor_place, anchored, solved_places
from jaunty_frame.core.words.places import ground_behind as tones_behind
from jaunty_frame.core.words.typesetting import Alignment, Block, Typeset, aligned, text_blocks
from jaunty_frame.document.words import TypeStyle, Words, WordsKind
from jaunty_frame.show.planning.grounds import (
    areas_in_frame,
    find_tones,
    frame_tones,
    free_region,
    free_strips,
    photo_in_frame,
)
from jaunty_frame.show.planning.placed_words import PlacedWords, WordsTime, shown_text, style_of, words_time
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words_colours import words_paint

MOST_LINES: dict[WordsKind, int] = {"title": 4, "caption": 2, "credit": 14}
# Where words of a kind usually stand, across and down, and how much it costs to be elsewhere.
_LIKED: dict[WordsKind, tuple[tuple[float, float], tuple[float, float]]] = {
    "title": ((0.5, 0.4), (0.25, 0.6)),
    "caption": ((0.5, 1.0), (0.3, 0.6)),
    "credit": ((0.5, 0.5), (0.4, 0.4)),
}
_ON_CARD = ((0.5, 0.5), (1.5, 1.5))
_SMALLER = (1.0, 0.84, 0.7)
"""Sizes that are tried, one after the other, where words would cover what must stay in view."""
_LEAST_SHRINKING = 0.5
_AT_SIDE = 0.3
"""Of the region: words whose place is nearer to a side are aligned with it."""
_KEEPS_OFF = 0.018
"""Short sides of the frame between words and what they must not cover."""
_WIDEST = 0.94
"""Of the free region, that words take at most."""
_COVERED_WEIGHT = 0.99
"""Of parts that may be covered: to be kept off, though nothing of the photo is lost there."""
_ESCAPES = 6
"""Lines more that words are broken into before they would be cut."""


class _Item(NamedTuple):
    """Words to be placed, before they are."""

    k: int
    words: Words
    style: TypeStyle
    time: WordsTime
    typeset: Typeset
    text: str
    size: float
    wanted_size: float
    most_lines: int
    may_shrink: bool
    """To keep off what must stay in view; sizes and places that were chosen for this output are kept."""


def place_words(plan: Plan, slides: Sequence[int]) -> None:
    """Solve the words of slides, all at once, into the plan's memory: first those at the back of each slide, then those
    that must keep off them."""
    placed: dict[int, list[PlacedWords]] = {k: [] for k in slides}
    if not plan.fonts.families:
        slides = []
    find_tones(plan, slides)
    for number in range(max((len(plan.slides[k].words) for k in slides), default=0)):
        items = [
            item
            for k in slides
            if number < len(plan.slides[k].words)
            if (item := _item(plan, k, plan.slides[k].words[number])) is not None
        ]
        for item, done in zip(items, _placed(plan, items, placed), strict=True):
            placed[item.k].append(done)
    for k, found in placed.items():
        plan.memo["words", k] = tuple(found)


def _item(plan: Plan, k: int, words: Words) -> _Item | None:
    time, text = words_time(plan, k, words), shown_text(plan, words)
    if time is None or not text.strip():
        return None
    style, own = style_of(words, plan.table.rules), words.in_output(plan.output.id)
    if style.case == "capitals":
        # One for one, so that places in the text stay what they are.
        text = "".join(up if len(up := one.upper()) == 1 else one for one in text)
    typeset = Typeset(_faces(plan, style, text), style.spacing, style.pitch)
    size = (own.size if own and own.size else None) or max(style.size, least_size(float(plan.output.aspect)))
    paragraphs = text.count("\n") + 1
    lines = max(MOST_LINES[words.kind], paragraphs + (words.kind != "caption"))
    here = words.as_in(plan.output.id)
    may_shrink = here.anchor == "auto" and not (own and own.size)
    return _Item(k, here, style, time, typeset, text, size, size, lines, may_shrink)


def _faces(plan: Plan, style: TypeStyle, text: str) -> tuple[Face, ...]:
    """Return the faces that a text needs: its own, those that ship, and what else has characters that these lack."""
    faces = plan.fonts.faces_for(style.family, style.weight)
    lacking = (
        one for one in dict.fromkeys(text) if ord(one) > 127 and not any(ord(one) in f.characters for f in faces)
    )
    return (*faces, *dict.fromkeys(face for one in lacking if (face := plan.fonts.face_with(one)) is not None))


def _placed(plan: Plan, items: list[_Item], before: dict[int, list[PlacedWords]]) -> list[PlacedWords]:
    """Return items placed; where they would cover what must stay in view they are tried smaller."""
    found: list[PlacedWords | None] = [None] * len(items)
    waiting = list(range(len(items)))
    for scale in _SMALLER:
        tried = [items[index]._replace(size=items[index].size * scale) for index in waiting]
        solved = _solved(plan, tried, before) if tried else []
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
    """Return how much smaller words might help: where they cover what must stay in view, or lie across an edge."""
    return one.covers + 0.1 * one.lies_across


def _solved(plan: Plan, items: list[_Item], before: dict[int, list[PlacedWords]]) -> list[PlacedWords]:
    region = free_region(plan)
    unit_x, unit_y = short_side(float(plan.output.aspect))
    # An em of one short side, in fractions of the frame.
    ways = [_ways(item, region, unit_x, unit_y) for item in items]
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
    places = solved_places(_surroundings(plan, items, before, sizes, lines), region)
    return [_finished(plan, item, ways[row], places, row, region, (unit_x, unit_y)) for row, item in enumerate(items)]


def _ways(item: _Item, region: Window, unit_x: float, unit_y: float) -> tuple[tuple[Block, ...], float]:
    """Return the ways to set words that fit the region, and the size at which they do: smaller words before more lines
    than a kind should have, more lines before words that are cut."""
    widest, highest = region.w * _WIDEST / unit_x, region.h * _WIDEST / unit_y

    def fitting(blocks: tuple[Block, ...]) -> float:
        return max(min(widest / block.width, highest / block.height) for block in blocks)

    blocks = text_blocks(item.text, item.typeset, item.most_lines)
    size = min(item.size, fitting(blocks))
    if size < item.size * _LEAST_SHRINKING:
        blocks = text_blocks(item.text, item.typeset, item.most_lines + _ESCAPES)
        size = min(item.size, fitting(blocks))
    fits = tuple(b for b in blocks if b.width * size <= widest * 1.001 and b.height * size <= highest * 1.001)
    return fits or blocks[-1:], size


def _surroundings(
    plan: Plan, items: list[_Item], before: dict[int, list[PlacedWords]], sizes: FloatArray, lines: FloatArray
) -> Surroundings:
    avoid, strips = [], []
    for item in items:
        boxes, weights = areas_in_frame(plan, item.k)
        others = [one.box for one in before.get(item.k, ()) if _at_one_time(one.time, item.time)]
        covered = plan.output.zones.boxes
        if covered:
            boxes = np.concatenate([boxes, np.array(covered)])
            weights = np.concatenate([weights, np.full(len(covered), _COVERED_WEIGHT)])
        for after in _slides_after(plan, item):
            more, of_them = areas_in_frame(plan, after)
            boxes, weights = np.concatenate([boxes, more]), np.concatenate([weights, of_them])
        if others:
            boxes, weights = np.concatenate([boxes, np.array(others)]), np.concatenate([weights, np.ones(len(others))])
        avoid.append((boxes, weights))
        strips.append(free_strips(plan, item.k))
    most = max((len(boxes) for boxes, _ in avoid), default=0)
    most_strips = max((len(one) for one in strips), default=0)
    all_boxes, all_weights = np.zeros((len(items), most, 4)), np.zeros((len(items), most))
    all_strips = np.zeros((len(items), most_strips, 4))
    for row, ((boxes, weights), own) in enumerate(zip(avoid, strips, strict=True)):
        all_boxes[row, : len(boxes)], all_weights[row, : len(weights)] = boxes, weights
        all_strips[row, : len(own)] = own
    liked = [_LIKED[item.words.kind] if plan.rows_of(item.k) else _ON_CARD for item in items]
    return Surroundings(
        sizes=sizes,
        lines=lines,
        avoid=all_boxes,
        weights=all_weights,
        ground=np.stack([frame_tones(plan, item.k) for item in items]),
        strips=all_strips,
        photo=np.array([photo_in_frame(plan, item.k) for item in items]),
        margin=np.array(short_side(float(plan.output.aspect))) * _KEEPS_OFF,
        liked=np.array([place for place, _ in liked]),
        liking=np.array([cost for _, cost in liked]),
    )


def _at_one_time(one: WordsTime, other: WordsTime) -> bool:
    return one.first < other.first + other.frames and other.first < one.first + one.frames


def _slides_after(plan: Plan, item: _Item) -> list[int]:
    """Return the slides beyond their own that words go on over."""
    if not item.time.goes_on:
        return []
    end = item.time.first + item.time.frames
    return [k for k in plan.shown if k > item.k and plan.schedule.first[k] < end]


def _finished(
    plan: Plan,
    item: _Item,
    ways: tuple[tuple[Block, ...], float],
    places: Places,
    row: int,
    region: Window,
    units: tuple[float, float],
) -> PlacedWords:
    blocks, size = ways
    block = blocks[min(int(places.way[row]), len(blocks) - 1)]
    words, covers, in_strip = item.words, float(places.covers[row]), bool(places.in_strip[row])
    box = Window(*places.box[row].tolist())
    across = float(places.across[row])
    if words.anchor != "auto":
        if words.anchor == "free":
            width, height = block.width * size * units[0], block.height * size * units[1]
            box = Window(words.place[0] - width / 2, words.place[1] - height / 2, width, height)
            across = 0.5
        else:
            block = _fewest_lines(blocks, region.w / units[0] / size)
            across, down = anchor_place(words.anchor)
            box = anchored((block.width * size * units[0], block.height * size * units[1]), region, across, down)
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
        lies_across=words.anchor == "auto" and bool(places.lies_across[row]),
        help=given,
        contrast=found,
        wanted_contrast=wanted,
    )


def _ground(plan: Plan, item: _Item) -> FloatArray:
    tones = frame_tones(plan, item.k)
    for after in _slides_after(plan, item):
        other = frame_tones(plan, after)
        low, high = np.minimum(tones[..., 0], other[..., 0]), np.maximum(tones[..., 1], other[..., 1])
        tones = np.stack([low, high, np.maximum(tones[..., 2], other[..., 2])], axis=-1)
    return tones


def _covered_share(plan: Plan, item: _Item, box: Window) -> float:
    boxes, weights = areas_in_frame(plan, item.k)
    worst = 0.0
    for area, weight in zip(boxes, weights, strict=True):
        x0, y0 = max(area[0], box.x), max(area[1], box.y)
        x1, y1 = min(area[0] + area[2], box.x + box.w), min(area[1] + area[3], box.y + box.h)
        if weight >= 1 and x1 > x0 and y1 > y0:
            worst = max(worst, (x1 - x0) * (y1 - y0) / max(min(area[2] * area[3], box.w * box.h), 1e-9))
    return float(worst)


def _fewest_lines(blocks: tuple[Block, ...], widest: float) -> Block:
    return next((block for block in blocks if block.width <= widest * _WIDEST), blocks[-1])
