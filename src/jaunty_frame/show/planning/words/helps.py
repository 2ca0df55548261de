"""What would make words easier to read, each tried before it is taken: the plan as it would be, and the contrast
then."""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from math import ceil
from typing import NamedTuple

from jaunty_frame.core.words.legibility import seconds_to_read
from jaunty_frame.document.words import Words
from jaunty_frame.show.planning.grounds import Grounds
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.words.placed import PlacedWords, style_of
from jaunty_frame.show.planning.words.planned import words_of


class WordsHelpOffered(NamedTuple):
    """words : as they would be; plan : in which they are so, of the slide alone; contrast : as the tones promise."""

    name: str
    words: Words
    plan: Plan
    contrast: float


def offered_helps(plan: Plan, placed: PlacedWords) -> tuple[WordsHelpOffered, ...]:
    """Return the ways to make words of one output easier to read."""
    words = plan.slides[placed.slide].words
    before = next(one for one in words if one.id == placed.words.id)
    style = style_of(before, plan.table.rules)
    dark_letters = sum(placed.paint.colour) < 3 * 128
    ground = "#ffffff" if dark_letters else "#14110e"
    lasts = Fraction(ceil(seconds_to_read(placed.block.text) * 10), 10)
    ways: dict[str, Words] = {
        "Colour": before.changed(style=style.changed(colour_by="auto")),
        "Shadow": before.changed(style=style.changed(shadow=0.8, shadow_blur=0.3, shadow_colour=ground)),
        "Outline": before.changed(style=style.changed(outline=0.07, outline_colour=ground)),
        "Plate": before.changed(style=style.changed(plate=0.8, plate_colour=ground)),
        "Place": before.changed(anchor="auto", in_outputs=_without_places(before)),
        "Longer": before.changed(times="own", lasts=lasts),
    }
    return tuple(
        WordsHelpOffered(name, after, other, _contrast(other, placed))
        for name, after in ways.items()
        for other in [_with_words(plan, placed.slide, lambda one, after=after: after if one.id == after.id else one)]  # type: ignore[misc]
    )


def _without_places(words: Words) -> tuple:
    kept = tuple(one.changed(anchor=None, place=None) for one in words.in_outputs)
    return tuple(one for one in kept if one != type(one)(output=one.output))


def _with_words(plan: Plan, k: int, change: Callable[[Words], Words]) -> Plan:
    """Return the plan with other words on a slide; nothing else moves for that."""
    slides = list(plan.slides)
    slides[k] = slides[k].changed(words=tuple(map(change, slides[k].words)))
    other = replace(plan, table=replace(plan.table, slides=tuple(slides))).knowing(plan, Grounds)
    other.words.update({one: words for one, words in dict(plan.words).items() if one != k})
    return other


def _contrast(plan: Plan, placed: PlacedWords) -> float:
    found = [one for one in words_of(plan, placed.slide) if one.words.id == placed.words.id]
    return found[0].contrast if found else 1.0
