"""Where emblems lie, and when: the corner that is free, found for all slides over which one goes on.

They keep off each other and off words that were put where they are; all other words keep off them.
"""

from collections.abc import Callable, Sequence

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.words.places import anchor_place, anchored, ground_behind, overlap_area
from jaunty_frame.document.words import Emblem
from jaunty_frame.show.planning.grounds import areas_in_frame, frame_tones, free_region
from jaunty_frame.show.planning.words.items import chosen_boxes
from jaunty_frame.show.planning.words.placed import PlacedEmblem, Worded

# In the order in which they are taken where nothing else decides; the others where corners are taken.
_CORNERS = ("bottom-right", "top-right", "bottom-left", "top-left")
_OTHERS = ("bottom", "right", "left", "top")
_NO_CORNER = 1.0
_MOST_LOOKED_AT = 12
"""Slides of a run that are asked which corner is free."""


def emblems_at(plan: Worded, n: int) -> tuple[PlacedEmblem, ...]:
    """Return the emblems that are seen at frame ``n``."""
    return tuple(one for one in placed_emblems(plan) if one.first <= n < one.first + one.frames)


def placed_emblems(plan: Worded) -> tuple[PlacedEmblem, ...]:
    """Return all emblems of an output, one for each run of slides over which it lies."""
    return plan.once(plan.placed_emblems, None, lambda _: _all_placed(plan))


def _all_placed(plan: Worded) -> tuple[PlacedEmblem, ...]:
    all_placed = list[PlacedEmblem]()
    # Those first whose place was chosen: the others keep off them.
    for emblem in sorted(plan.emblems, key=lambda one: one.anchor == "auto"):
        for run in _runs(plan, emblem):
            if (placed := _placed(plan, emblem, run, all_placed)) is not None:
                all_placed.append(placed)
    order = {emblem.id: k for k, emblem in enumerate(plan.emblems)}
    return tuple(sorted(all_placed, key=lambda one: (order[one.emblem.id], one.slides)))


def _runs(plan: Worded, emblem: Emblem) -> list[tuple[int, ...]]:
    """Return the slides over which an emblem lies: those that follow one another are one run."""
    wanted, runs, open_run = set(emblem.slides), list[tuple[int, ...]](), False
    for k in plan.shown:
        on = not wanted or plan.slides[k].id in wanted
        if on and open_run:
            runs[-1] = (*runs[-1], k)
        elif on:
            runs.append((k,))
        open_run = on
    return runs


def _placed(plan: Worded, emblem: Emblem, run: tuple[int, ...], before: Sequence[PlacedEmblem]) -> PlacedEmblem | None:
    rate, schedule = float(plan.output.frame_rate), plan.schedule
    first = schedule.first[run[0]] + round(float(emblem.at) * rate)
    end = schedule.first[run[-1]] + schedule.frames[run[-1]]
    if emblem.lasts:
        end = min(end, first + max(round(float(emblem.lasts) * rate), 1))
    if first >= end or emblem.photo not in plan.table.by_id:
        return None
    width, height = plan.table.by_id[emblem.photo].upright_size
    unit_x, unit_y = short_side(float(plan.output.aspect))
    longest = max(width, height)
    size = emblem.size * width / longest * unit_x, emblem.size * height / longest * unit_y
    region = free_region(plan)
    if emblem.anchor == "free":
        box = Window(emblem.place[0] - size[0] / 2, emblem.place[1] - size[1] / 2, *size)
    elif emblem.anchor == "auto":
        taken = [one.box for one in before if one.first < end and first < one.first + one.frames]
        cost = _cost(plan, run, taken)
        ranked = [(anchored(size, region, *anchor_place(name)), name in _CORNERS) for name in (*_CORNERS, *_OTHERS)]
        box = min(ranked, key=lambda place: cost(place[0]) + (not place[1]) * _NO_CORNER)[0]
    else:
        box = anchored(size, region, *anchor_place(emblem.anchor))
    return PlacedEmblem(emblem, run, first, end - first, box, _covered(plan, run, box))


def _cost(plan: Worded, run: tuple[int, ...], taken: Sequence[Window]) -> Callable[[Window], float]:
    """Return what it costs an emblem to lie in a box. taken : where others lie at that time."""
    looked_at = run[:: max(len(run) // _MOST_LOOKED_AT, 1)]
    solid = [*taken, *(box for k in run for box in chosen_boxes(plan, k))]

    def cost(box: Window) -> float:
        total = 3.0 * sum(_meet(box, other) for other in solid)
        for k in looked_at:
            low, high = ground_behind(box, frame_tones(plan, k))
            total += 0.3 * (high - low) / len(looked_at)
        return total + 2 * _covered(plan, looked_at, box)

    return cost


def _meet(one: Window, other: Window) -> bool:
    return bool(overlap_area(np.array([one]), np.array([other]))[0, 0] > 0)


def _covered(plan: Worded, run: tuple[int, ...], box: Window) -> float:
    """Return the largest share of a required area, or of the box, that meet."""
    worst = 0.0
    for k in run:
        boxes, weights = areas_in_frame(plan, k)
        if not (weights >= 1).any():
            continue
        required = boxes[weights >= 1]
        common = overlap_area(np.array([box]), required)[0]
        worst = max(worst, float((common / np.minimum(box.w * box.h, required[:, 2] * required[:, 3])).max()))
    return worst
