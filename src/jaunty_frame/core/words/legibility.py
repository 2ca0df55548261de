"""Whether words can be read: contrast, size, time.

Contrast and what counts as large: WCAG 2.2, 1.4.3 and its definitions. Angles: common practice, after ISO 9241-303,
which asks for letters of at least 16 minutes of arc (from memory)."""

from functools import lru_cache
from math import atan, degrees
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import LUMA, coded_light, linear_light

ENOUGH, ENOUGH_LARGE = 4.5, 3.0
LEAST_MINUTES = 16.0
"""Of arc, that the capitals of words should have."""
_LARGE_MINUTES = 30.7
"""24 CSS pixels, of 0.0213 degrees each: what WCAG counts as large."""
_CAPITALS = 0.7
CALM_CHARACTERS, MOST_CHARACTERS = 15.0, 20.0
"""A second: what can be read at ease, and at most (common practice)."""
_TO_BEGIN = 0.5
"""Seconds until reading begins."""


def luminance(colour: tuple[int, int, int] | FloatArray) -> FloatArray:
    """Return the relative luminance of B, G, R in 0..255, (..., 3)."""
    return linear_light(np.asarray(colour, float) / 255) @ LUMA


def contrast(one: FloatArray | float, other: FloatArray | float) -> FloatArray:
    """Return the contrast ratio, 1 to 21, of relative luminances."""
    low, high = np.minimum(one, other), np.maximum(one, other)
    return np.asarray((high + 0.05) / (low + 0.05))


def short_side_minutes(aspect: float) -> float:
    """Return the minutes of arc of an output's short side where it is usually seen: upright and square ones are held in
    the hand, at four and a half times their short side; sideways ones stand at three times their height, as television
    does; banners at five (common practice)."""
    distance = 4.6 if aspect <= 1.05 else 3.0 if aspect < 2.4 else 5.0
    return 60 * degrees(2 * atan(0.5 / distance))


def least_size(aspect: float) -> float:
    """Return the smallest em, in short sides, whose capitals can be read."""
    return LEAST_MINUTES / _CAPITALS / short_side_minutes(aspect)


def is_large(size: float, aspect: float) -> bool:
    """Return whether words of an em of ``size`` short sides are large, and need less contrast."""
    return size * short_side_minutes(aspect) >= _LARGE_MINUTES


def contrast_wanted(size: float, aspect: float) -> float:
    return ENOUGH_LARGE if is_large(size, aspect) else ENOUGH


def seconds_to_read(text: str, speed: float = CALM_CHARACTERS) -> float:
    """Return how long a text should be seen; ``speed`` in characters a second."""
    return _TO_BEGIN + characters_of(text) / speed


def characters_of(text: str) -> int:
    """Return how many characters are read: spaces count, line ends do not."""
    return len("".join(text.split("\n")))


class Ground(NamedTuple):
    """What lies behind words: the coded luminances (0..1) that 5 % of it are under, and over."""

    low: float
    high: float

    def seen_through(self, share: float, tone: float) -> "Ground":
        """Return it under a veil of a coded luminance."""
        return Ground(self.low + (tone - self.low) * share, self.high + (tone - self.high) * share)


def worst_contrast(tone: float, ground: Ground) -> float:
    """Return the contrast of a coded luminance with the worst 5 % of a ground."""
    own, low, high = (float(linear_light(np.array(value))) for value in (tone, ground.low, ground.high))
    return float(min(contrast(own, low), contrast(own, high))) if not low < own < high else 1.0


class WordsHelp(NamedTuple):
    """What makes words readable: a colour (its coded luminance), and beside it a shadow, an outline (ems) or a plate,
    each of the opposite luminance."""

    light: bool
    shadow: float = 0.0
    outline: float = 0.0
    plate: float = 0.0


LIGHT, DARK = 1.0, 0.04
_TO_SPARE = 1.1
SHADOW_REACHES = 0.45
"""Share of a shadow's strength that 95 % of what is right beside letters has, at the usual blur (measured)."""
OUTLINE_REACHES = 0.98
_OUTLINE = 0.07
# In the order in which they are tried, what changes the picture least first: whether in the preferred colour, and with
# what. Dark letters in a light glow are the more obtrusive help.
_HELPS: tuple[tuple[bool, dict[str, float]], ...] = (
    (True, {"shadow": 0.5}),
    (True, {"shadow": 0.85}),
    (False, {"shadow": 0.5}),
    (False, {"shadow": 0.85}),
    (True, {"shadow": 0.5, "outline": _OUTLINE}),
    (False, {"shadow": 0.5, "outline": _OUTLINE}),
    (True, {"plate": 0.75}),
    (False, {"plate": 0.75}),
    (True, {"plate": 0.92}),
)


@lru_cache(maxsize=65_536)
def quietest_help(ground: Ground, wanted: float, prefers_light: bool = True) -> tuple[WordsHelp, float]:
    """Return the colour that can be read with the least help, and the contrast that it then has.

    Where both can, the preferred one is taken if it passes with something to spare, else the better one.
    """
    colours = prefers_light, not prefers_light
    bare = {light: helped_contrast(WordsHelp(light), ground) for light in colours}
    light = max(bare, key=lambda one: min(bare[one], wanted * _TO_SPARE))
    best, best_contrast = WordsHelp(light), bare[light]
    for preferred, extras in _HELPS:
        if best_contrast >= wanted:
            break
        wants = WordsHelp(colours[0] if preferred else colours[1], **extras)
        found = helped_contrast(wants, ground)
        if found > best_contrast:
            best, best_contrast = wants, found
    return best, best_contrast


def helps_in_turn(prefers_light: bool = True) -> tuple[WordsHelp, ...]:
    """Return all helps from the quietest to one that can be read on any ground: letters on a plate of one tone."""
    bare = WordsHelp(prefers_light), WordsHelp(not prefers_light)
    usual = (WordsHelp(prefers_light if preferred else not prefers_light, **extras) for preferred, extras in _HELPS)
    return (*bare, *usual, WordsHelp(prefers_light, plate=1.0))


def helped_contrast(wants: WordsHelp, ground: Ground) -> float:
    """Return the contrast of words with a help: with what is right beside their letters."""
    own, other = (LIGHT, DARK) if wants.light else (DARK, LIGHT)
    if wants.outline:
        return worst_contrast(own, ground.seen_through(OUTLINE_REACHES, other))
    veil = max(wants.shadow * SHADOW_REACHES, wants.plate)
    return worst_contrast(own, ground.seen_through(veil, other))


@lru_cache(maxsize=4096)
def tone_of(colour: tuple[int, int, int]) -> float:
    """Return the coded luminance of B, G, R."""
    return float(coded_light(luminance(colour)))
