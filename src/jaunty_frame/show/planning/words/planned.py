"""The words of a plan: those of a slide, those that go on beyond it, and what is known of them already."""

from collections.abc import Iterable
from dataclasses import replace

import numpy as np

from jaunty_frame.show.planning.emblems import placed_emblems
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.order import bound_together, going_on
from jaunty_frame.show.planning.words.placed import PlacedWords, Worded
from jaunty_frame.show.planning.words.solving import placed_words


def words_of(plan: Worded, k: int) -> tuple[PlacedWords, ...]:
    """Return the words of slide ``k`` as the output shows them, from back to front."""
    if not plan.slides[k].words:
        return ()
    plan.all_once(plan.words, [k], lambda lacking: placed_words(plan, lacking))
    return plan.words[k]


def keep_known_words(plan: Worded, before: Worded) -> None:
    """Take over what was solved of slides that are as they were: most edits change one, and to solve the words of all
    that are in view would be felt with every key."""
    if plan.output is not before.output or plan.table.rules is not before.table.rules or plan.fonts is not before.fonts:
        return
    keeps_words = not (plan.emblems or before.emblems) or placed_emblems(plan) == placed_emblems(before)
    # Copies: others may be asking the plan before.
    for k, tones in dict(before.tones).items():
        if _is_as_before(plan, before, k, whole=False):
            plan.tones[k] = tones
    for k, words in dict(before.words).items() if keeps_words else ():
        if _stands_alone(plan, k, words) and _is_as_before(plan, before, k, whole=True):
            plan.words[k] = words


def _stands_alone(plan: Worded, k: int, known: tuple[PlacedWords, ...]) -> bool:
    """Return whether the words of a slide depend on no other slide."""
    return len(bound_together(plan, [k])[0]) == 1 and not any(one.words.built for one in known)


def _is_as_before(plan: Worded, before: Worded, k: int, whole: bool) -> bool:
    """Return whether a slide is framed as it was, at the same time. whole : whether its words are to be the same,
    too."""
    if k >= len(plan.slides) or plan.table.piled[k] or before.table.piled[k]:
        return False
    one, other = plan.slides[k], before.slides[k]
    if one is not other and (whole or one.model_copy(update={"words": other.words}) != other):
        return False
    times = (plan.schedule.first[k], plan.schedule.frames[k]), (before.schedule.first[k], before.schedule.frames[k])
    rows, rows_before = plan.rows_of(k), before.rows_of(k)
    if times[0] != times[1] or len(rows) != len(rows_before) or not rows:
        return False
    return all(
        plan.table.photos[row] is before.table.photos[old]
        and np.array_equal(plan.stations[row], before.stations[old])
        and np.array_equal(plan.pieces[row], before.pieces[old])
        for row, old in zip(rows, rows_before, strict=True)
    )


def all_words(plan: Worded) -> Iterable[PlacedWords]:
    """Give the words of all slides that the output shows, in running order."""
    written = [k for k in plan.shown if plan.slides[k].words]
    plan.all_once(plan.words, written, lambda lacking: placed_words(plan, lacking))
    for k in plan.shown:
        yield from words_of(plan, k)


def words_over(plan: Worded, n: int) -> tuple[PlacedWords, ...]:
    """Return the words that go on beyond their slides and are seen at frame ``n``."""
    found = []
    for time, k, name in going_on(plan):
        if time.first <= n < time.first + time.frames:
            found += [one for one in words_of(plan, k) if one.words.id == name]
    return tuple(found)


def without_captions(plan: Plan) -> Plan:
    """Return the plan of a show whose captions are not painted: they stand in a file beside it."""
    slides = tuple(
        slide.changed(words=tuple(words for words in slide.words if words.kind != "caption"))
        if any(words.kind == "caption" for words in slide.words)
        else slide
        for slide in plan.slides
    )
    return replace(plan, table=replace(plan.table, slides=slides))
