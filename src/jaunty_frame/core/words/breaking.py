"""Where lines may end (UAX #14) and where they should: of even length, with no short last line.

Lines are balanced: among all ways to set a text in so many lines, the one whose longest line is shortest; among those,
the one whose lines differ least, each line that ends with a short word costing a little.
"""

import re
import unicodedata
from collections.abc import Callable, Sequence
from functools import cache, lru_cache

_SPACED = re.compile(r"[^ ]* +|[^ ]+")
# Words in which no line may end: letters of alphabets with cases, figures, and what may follow them.
_PLAIN = re.compile(r"[(]?[A-Za-z0-9À-ÖØ-öø-ɏ]+[.,;:!?)]*")
_BEGINS = ("Lu", "Ll", "Nd", "Ps")
_MOST_BALANCED = 60
"""Units of a text whose lines are balanced; what it takes grows with their square."""
_HALVINGS = 30
_ORPHAN = 0.35
"""A last line under this share of the longest one costs as much as ragged lines."""


@lru_cache(maxsize=4096)
def break_units(text: str) -> list[int]:
    """Return the ends of the parts of a text between which a line may end, the text's own end last."""
    parts = _SPACED.findall(text)
    if not all(map(_stands_alone, parts)):
        return _library_units(text)
    ends, at = list[int](), 0
    for part in parts:
        ends += [at + end for end in _inner_units(part.rstrip(" "))[:-1]]
        at += len(part)
        ends.append(at)
    return ends or [len(text)]


def _stands_alone(part: str) -> bool:
    """Return whether a line may end before and after a word, whatever stands beside its spaces: it begins with a letter
    or a figure, or with what opens, and does not end with what opens."""
    first, last = unicodedata.category(part[0]), unicodedata.category(part.rstrip(" ")[-1:] or " ")
    return part[0] != " " and first in _BEGINS and last not in ("Ps", "Pi", "Pf") and part.isprintable()


@lru_cache(maxsize=8192)
def _inner_units(word: str) -> list[int]:
    return [len(word)] if _PLAIN.fullmatch(word) else _library_units(word)


def _library_units(text: str) -> list[int]:
    # Its tables take 0.03 s to load, and a line takes it 20 ms: words are remembered one by one.
    from uniseg.linebreak import line_break_units

    ends, at = list[int](), 0
    for unit in line_break_units(text):
        at += len(unit)
        ends.append(at)
    return ends


def ends_with_space(text: str) -> int:
    """Return how many characters at the end of a line are not seen there."""
    return len(text) - len(text.rstrip())


def balanced_lines(widths: Sequence[float], hanging: Sequence[float], lines: int) -> list[int]:
    """Return the ends (numbers of units, half-open) of ``lines`` lines, or of as many as there are units.

    widths : of the units, with the space after each; hanging : of that space, which is not seen at the end of a line.
    """
    count = len(widths)
    lines = max(1, min(lines, count))
    before = [0.0]
    for width in widths:
        before.append(before[-1] + width)

    def length(start: int, end: int) -> float:
        return before[end] - before[start] - hanging[end - 1]

    if count > _MOST_BALANCED:
        return _filled(count, lines, length)
    longest = _longest(count, lines, length)
    return _evenest(count, lines, longest * (1 + 1e-9), length)


def _filled(count: int, lines: int, length: Callable[[int, int], float]) -> list[int]:
    """Return the ends of lines that are filled one after the other, to the least width at which so many suffice: of
    long texts all lines but the last are even then, too."""

    def ends_at(width: float) -> list[int]:
        ends, start = list[int](), 0
        for end in range(1, count + 1):
            if end > start + 1 and length(start, end) > width:
                ends.append(end - 1)
                start = end - 1
        return [*ends, count]

    low, high = 0.0, length(0, count)
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        if len(ends_at(middle)) > lines:
            low = middle
        else:
            high = middle
    return ends_at(high)


def _longest(count: int, lines: int, length: Callable[[int, int], float]) -> float:
    """Return the length of the longest line where that is shortest."""

    @cache
    def best(end: int, left: int) -> float:
        if left == 1:
            return float(length(0, end))
        return min(max(best(start, left - 1), length(start, end)) for start in range(left - 1, end))

    return best(count, lines)


def _evenest(count: int, lines: int, longest: float, length: Callable[[int, int], float]) -> list[int]:
    """Return the ends of lines none of which is over ``longest`` and that differ least."""

    def cost(start: int, end: int) -> float:
        own = length(start, end)
        if own > longest:
            return float("inf")
        short = end == count and own < _ORPHAN * longest
        return (1 - own / longest) ** 2 + (1.0 if short else 0.0) if longest > 0 else 0.0

    @cache
    def best(end: int, left: int) -> tuple[float, tuple[int, ...]]:
        if left == 1:
            return cost(0, end), (end,)
        ways = ((*best(start, left - 1), start) for start in range(left - 1, end))
        whole, ends, _ = min(((so_far + cost(start, end), ends, start) for so_far, ends, start in ways))
        return whole, (*ends, end)

    return list(best(count, lines)[1])
