"""Which words are seen at the same time, and in which order they are placed, so that none lies over another.

Words of a slide that go with it through its joints belong to its picture: those of two neighbours, which dissolve into
each other, need not keep apart. What goes on beyond its slide lies over the show, and keeps apart from all.
"""

from collections.abc import Iterable, Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.document.words import WordsKind
from jaunty_frame.show.planning.words.items import Item
from jaunty_frame.show.planning.words.placed import Worded, WordsTime, words_time

_FIRST: dict[WordsKind, int] = {"title": 0, "credit": 1, "caption": 2}
"""Kinds in the order in which they choose their places."""


def going_on(plan: Worded) -> tuple[tuple[WordsTime, int, str], ...]:
    """Return the words that go on beyond their slides: their times, slides and ids."""
    return plan.once(plan.words_going_on, None, lambda _: tuple(_found_going_on(plan)))


def _found_going_on(plan: Worded) -> Iterator[tuple[WordsTime, int, str]]:
    for k in plan.shown:
        for words in plan.slides[k].words:
            if words.times != "slide" and (time := words_time(plan, k, words)) is not None and time.goes_on:
                yield time, k, words.id


def bound_together(plan: Worded, slides: Iterable[int]) -> list[tuple[int, ...]]:
    """Return the groups of slides, with those given among them, whose words are solved together, because some of them
    go on over others."""
    groups = plan.once(plan.words_groups, None, lambda _: _groups(plan))
    return list(dict.fromkeys(groups.get(k, (k,)) for k in slides))


def _groups(plan: Worded) -> dict[int, tuple[int, ...]]:
    """Return the groups of more than one slide, by each of their slides."""
    first, frames = np.array(plan.schedule.first), np.array(plan.schedule.frames)
    shown = np.zeros(len(first), bool)
    shown[list(plan.shown)] = True
    with_words = shown & np.array([bool(slide.words) for slide in plan.slides], bool)
    groups: dict[int, set[int]] = {}
    for time, k, _ in going_on(plan):
        over = with_words & (first < time.first + time.frames) & (first + frames > time.first)
        joined = {k, *np.flatnonzero(over).tolist()}
        for group in [groups[one] for one in joined if one in groups]:
            joined |= group
        groups |= dict.fromkeys(joined, joined)
    return {k: tuple(sorted(group)) for k, group in groups.items() if len(group) > 1}


def kept_apart(items: Sequence[Item]) -> NDArray[np.bool_]:
    """Return which of the items (N, N) must not lie over each other."""
    slide = np.array([item.k for item in items])
    first = np.array([item.time.first for item in items])
    end = first + np.array([item.time.frames for item in items])
    goes_on = np.array([item.time.goes_on for item in items], bool)
    apart = (first[:, None] < end) & (first < end[:, None])
    apart &= (slide[:, None] == slide) | goes_on[:, None] | goes_on
    np.fill_diagonal(apart, False)
    return np.asarray(apart)


def placing_rounds(items: Sequence[Item], apart: NDArray[np.bool_]) -> list[list[int]]:
    """Return the indices of items in the rounds in which they are placed: each after those that it keeps off.

    First comes what was put where it is by hand, then what goes on over other slides, then by kinds.
    """

    def rank(index: int) -> tuple[bool, bool, int, int, int]:
        item = items[index]
        return not item.is_chosen, not item.time.goes_on, _FIRST[item.words.kind], item.k, item.number

    rounds = np.full(len(items), -1)
    if not apart.any():
        return [list(range(len(items)))] if items else []
    for index in sorted(range(len(items)), key=rank):
        rounds[index] = rounds[apart[index]].max(initial=-1) + 1
    return [np.flatnonzero(rounds == number).tolist() for number in range(int(rounds.max()) + 1)]
