"""How several photos share a frame: side by side, above each other, in a grid, or small ones over a large one.

An arrangement is a tree of rows and columns. If all photos of a row are equally high and all of a column equally wide,
it has an aspect of its own; laid over the frame, every photo's place departs from its photo by the same factor, so the
tree whose aspect is nearest to the frame's crops least. Where any of them would cut what must stay, all are shown
whole, with the fill about them.
"""

from collections.abc import Sequence
from typing import Literal, NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, Window, visible_share
from jaunty_frame.core.mounts.pieces import short_side

Arrangement = Literal["auto", "beside", "above", "grid", "inset"]
Corner = Literal["auto", "top-left", "top-right", "bottom-left", "bottom-right"]

WHOLE_SIZE = 0.94
"""Of the frame: what photos have together that are shown whole."""
_INSET_EDGE = 0.045
"""Short sides between an inset and the frame's edges."""


class Member(NamedTuple):
    """aspect : of the photo; needed : width and height, in fractions of it, of the box about what must stay; centre :
    of that box."""

    aspect: float
    needed: tuple[float, float] = (0.0, 0.0)
    centre: tuple[float, float] = (0.5, 0.5)


class _Node(NamedTuple):
    """A row (``across``) or column of photos and further nodes; numbers count the photos."""

    across: bool
    parts: tuple["_Node | int", ...]


def _trees(count: int) -> dict[Arrangement, tuple[_Node, ...]]:
    everyone = tuple(range(count))
    trees: dict[Arrangement, tuple[_Node, ...]] = {
        "beside": (_Node(True, everyone),),
        "above": (_Node(False, everyone),),
        "grid": (),
    }
    if count == 3:
        pair_below, pair_beside = _Node(True, (1, 2)), _Node(False, (1, 2))
        first_pair = _Node(True, (0, 1)), _Node(False, (0, 1))
        trees["grid"] = (
            _Node(False, (0, pair_below)),
            _Node(True, (0, pair_beside)),
            _Node(False, (first_pair[0], 2)),
            _Node(True, (first_pair[1], 2)),
        )
    elif count == 4:
        trees["grid"] = (
            _Node(False, (_Node(True, (0, 1)), _Node(True, (2, 3)))),
            _Node(True, (0, _Node(False, (1, 2, 3)))),
            _Node(False, (0, _Node(True, (1, 2, 3)))),
        )
    return trees


def solved_slots(
    members: Sequence[Member],
    frame_aspect: float,
    arrangement: Arrangement = "auto",
    gap: float = 0.0,
    corner: Corner = "auto",
    inset: float = 0.35,
) -> tuple[Window, ...]:
    """Return the place of each photo, in fractions of the frame.

    members : one to four; gap : short sides between photos, and about them all; corner, inset : of insets, and the
    share of the frame's short side that their longer side takes.
    """
    if len(members) == 1:
        return (Window(0.0, 0.0, 1.0, 1.0),)
    if arrangement == "inset":
        return _inset_slots(members, frame_aspect, corner, inset)
    trees = _trees(len(members))
    wanted = [tree for name, some in trees.items() if arrangement in ("auto", name) for tree in some]
    # A grid of two is a row or a column.
    wanted = wanted or [tree for some in trees.values() for tree in some]
    filled = max(
        (_slots(tree, members, frame_aspect, gap) for tree in wanted),
        key=lambda slots: round(_worth(members, slots, frame_aspect), 9),
    )
    if all(_kept(*pair, frame_aspect)[1] >= FULLY_VISIBLE for pair in zip(members, filled, strict=True)):
        return filled
    return max(
        (_whole_slots(tree, members, frame_aspect, gap) for tree in wanted),
        key=lambda slots: round(sum(slot.w * slot.h for slot in slots), 9),
    )


def _worth(members: Sequence[Member], slots: Sequence[Window], frame_aspect: float) -> float:
    """Return how good places are: shares of the photos that covering keeps, and of what must stay, the worst counting
    as much as the mean."""
    shares = [sum(_kept(member, slot, frame_aspect)) for member, slot in zip(members, slots, strict=True)]
    return min(shares) + sum(shares) / len(shares)


def _kept(member: Member, slot: Window, frame_aspect: float) -> tuple[float, float]:
    """Return which share of a photo is seen where it covers its place, and which of what must stay."""
    aspect = slot.w * frame_aspect / slot.h
    wide, high = min(aspect / member.aspect, 1.0), min(member.aspect / aspect, 1.0)
    needed = min(wide / max(member.needed[0], 1e-9), 1.0) * min(high / max(member.needed[1], 1e-9), 1.0)
    return wide * high, needed


def _natural(node: "_Node | int", members: Sequence[Member]) -> float:
    """Return the aspect of a node in which nothing is cropped, gaps aside."""
    if isinstance(node, int):
        return members[node].aspect
    parts = [_natural(part, members) for part in node.parts]
    return sum(parts) if node.across else 1 / sum(1 / part for part in parts)


def _whole_slots(tree: _Node, members: Sequence[Member], frame_aspect: float, gap: float) -> tuple[Window, ...]:
    """Return places in which nothing is cropped, as large as the frame allows, in its middle.

    Gaps change the shape of the whole, so its aspect is found by halving: the places' aspects depart from the photos'
    by one factor, which falls as the whole grows wider.
    """
    low, high = 0.02, 50.0
    for _ in range(60):
        aspect = (low * high) ** 0.5
        inner = _slots(tree, members, aspect, gap)
        factor = inner[0].w * aspect / inner[0].h / members[0].aspect
        low, high = (aspect, high) if factor < 1 else (low, aspect)
    w, h = min(aspect / frame_aspect, 1.0) * WHOLE_SIZE, min(frame_aspect / aspect, 1.0) * WHOLE_SIZE
    left, top = (1 - w) / 2, (1 - h) / 2
    return tuple(Window(left + x * w, top + y * h, sw * w, sh * h) for x, y, sw, sh in inner)


def _slots(tree: _Node, members: Sequence[Member], frame_aspect: float, gap: float) -> tuple[Window, ...]:
    unit_x, unit_y = short_side(frame_aspect)
    slots: dict[int, Window] = {}
    whole = Window(gap * unit_x, gap * unit_y, 1 - 2 * gap * unit_x, 1 - 2 * gap * unit_y)

    def lay(node: "_Node | int", place: Window) -> None:
        if isinstance(node, int):
            slots[node] = place
            return
        naturals = [_natural(part, members) for part in node.parts]
        weights = naturals if node.across else [1 / one for one in naturals]
        between = gap * (unit_x if node.across else unit_y)
        room = (place.w if node.across else place.h) - between * (len(weights) - 1)
        at = place.x if node.across else place.y
        for part, weight in zip(node.parts, weights, strict=True):
            length = room * weight / sum(weights)
            inner = place._replace(x=at, w=length) if node.across else place._replace(y=at, h=length)
            lay(part, inner)
            at += length + between

    lay(tree, whole)
    return tuple(slots[k] for k in range(len(members)))


def _inset_slots(members: Sequence[Member], frame_aspect: float, corner: Corner, inset: float) -> tuple[Window, ...]:
    """Return the first photo over all of the frame, the others small in its corners: where least of what must stay in
    the first is covered, as it lies in the frame when it covers."""
    unit_x, unit_y = short_side(frame_aspect)
    names = ("bottom-right", "bottom-left", "top-right", "top-left")
    slots = [Window(0.0, 0.0, 1.0, 1.0)]
    kept = _kept_box(members[0], frame_aspect)
    free = [corner, *(name for name in names if name != corner)] if corner != "auto" else list(names)
    for member in members[1:]:
        width = inset * min(member.aspect, 1.0) * unit_x
        height = inset / max(member.aspect, 1.0) * unit_y
        edge_x, edge_y = _INSET_EDGE * unit_x, _INSET_EDGE * unit_y
        places = {
            name: Window(
                edge_x if name.endswith("left") else 1 - edge_x - width,
                edge_y if name.startswith("top") else 1 - edge_y - height,
                width,
                height,
            )
            for name in free
        }
        chosen = free[0] if corner != "auto" else min(free, key=lambda name: round(_common(places[name], kept), 9))
        free.remove(chosen)
        slots.append(places[chosen])
    return tuple(slots)


def _kept_box(member: Member, frame_aspect: float) -> Window:
    """Return where the box of what must stay lies in the frame when the photo covers it about that box."""
    wide, high = min(frame_aspect / member.aspect, 1.0), min(member.aspect / frame_aspect, 1.0)
    left = min(max(member.centre[0] - wide / 2, 0.0), 1 - wide)
    top = min(max(member.centre[1] - high / 2, 0.0), 1 - high)
    w, h = member.needed
    return Window((member.centre[0] - w / 2 - left) / wide, (member.centre[1] - h / 2 - top) / high, w / wide, h / high)


def _common(one: Window, other: Window) -> float:
    """Return the share of ``other`` that lies in ``one``."""
    return float(visible_share(np.array(one), np.array([other]))[0])
