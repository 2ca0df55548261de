"""Setting a text: paragraphs broken into balanced lines, glyph by glyph, in ems.

A block's origin is the top left corner of its box, x right, y down. Its box reaches from the height of capitals of the
first line to the depth of letters of the last one, or as far as ink does, and across from the first ink to the last: so
nothing painted lies outside it, and texts with and without descenders stand on the same line.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise
from typing import Literal, NamedTuple

from jaunty_frame.core.words.breaking import balanced_lines, break_units, ends_with_space
from jaunty_frame.core.words.direction import reads_leftwards, visual_order
from jaunty_frame.core.words.faces import Face
from jaunty_frame.core.words.shaping import Glyph, Shaped, shaped

Alignment = Literal["left", "centre", "right"]
PITCH = 1.25
"""Ems from one baseline to the next at a line spacing of 1; taller faces have a little more."""
_NO_INK = (0.0, 0.0, 0.0, 0.0)
_DEPTH = 0.22
_TALL = 0.86


class Typeset(NamedTuple):
    """What a text is set in. spacing : ems between letters; pitch : of lines, in usual ones."""

    faces: tuple[Face, ...]
    spacing: float = 0.0
    pitch: float = 1.0


class PlacedGlyph(NamedTuple):
    """x, y : ems of its origin, on the baseline."""

    face: Face
    glyph: int
    x: float
    y: float


class Letter(NamedTuple):
    """Characters ``start`` to ``end`` as one cluster, from ``left`` to ``right`` in ems."""

    start: int
    end: int
    left: float
    right: float
    leftwards: bool


class Line(NamedTuple):
    """Characters ``start`` to ``end`` of the text; letters from left to right; glyphs : how many of the block's."""

    start: int
    end: int
    left: float
    right: float
    baseline: float
    letters: tuple[Letter, ...]
    glyphs: int


@dataclass(frozen=True)
class Block:
    """A text that is set. width, height : of its box, in ems; missing : characters that no face has."""

    text: str
    glyphs: tuple[PlacedGlyph, ...]
    lines: tuple[Line, ...]
    width: float
    height: float
    cap_height: float
    missing: tuple[str, ...]

    def __hash__(self) -> int:
        return hash((self.text, self.width, self.height, self.lines[0].left))

    @property
    def line_texts(self) -> tuple[str, ...]:
        return tuple(self.text[line.start : line.end].strip() for line in self.lines)


class _Line(NamedTuple):
    """A line before it is placed: glyphs and letters (start, left, right, leftwards) from 0 on; ink : left, bottom,
    right, top."""

    start: int
    end: int
    seen: int
    glyphs: list[tuple[Face, Glyph, float]]
    letters: list[tuple[int, float, float, bool]]
    ink: tuple[float, float, float, float]


@lru_cache(maxsize=4096)
def text_blocks(text: str, typeset: Typeset, most_lines: int) -> tuple[Block, ...]:
    """Return a text set in as many centred lines as it has paragraphs, in one more, and so on up to ``most_lines``
    where it can be broken so often. Without text there is one block, of one empty line."""
    paragraphs = _paragraphs(text)
    found: list[Block] = []
    for more in range(max(most_lines - len(paragraphs), 0) + 1):
        block = _block(text, paragraphs, typeset, more)
        if found and len(block.lines) == len(found[-1].lines):
            break
        found.append(block)
    return tuple(found)


def _paragraphs(text: str) -> list[tuple[int, str]]:
    found, at = [], 0
    for line in text.split("\n"):
        found.append((at, "".join(" " if ord(one) < 32 else one for one in line)))
        at += len(line) + 1
    return found


def _block(text: str, paragraphs: list[tuple[int, str]], typeset: Typeset, more: int) -> Block:
    """Return the block with ``more`` lines than paragraphs, given to the longest ones."""
    whole = [_shaped(line, typeset.faces, typeset.spacing) for _, line in paragraphs]
    counts = [1] * len(paragraphs)
    for _ in range(more):
        widths = [_width(one) / count for one, count in zip(whole, counts, strict=True)]
        counts[widths.index(max(widths))] += 1
    lines = [
        line
        for (at, words), one, count in zip(paragraphs, whole, counts, strict=True)
        for line in _broken(at, words, one, count)
    ]
    missing = tuple(dict.fromkeys(character for one in whole for character in one.missing))
    return _placed(text, lines, typeset, missing)


@lru_cache(maxsize=2048)
def _shaped(line: str, faces: tuple[Face, ...], spacing: float) -> Shaped:
    return shaped(line, faces, reads_leftwards(line), spacing)


def _width(of: Shaped) -> float:
    return sum(glyph.advance for run in of.runs for glyph in run.glyphs)


def _broken(at: int, words: str, of: Shaped, count: int) -> list[_Line]:
    if not words:
        return [_Line(at, at, at, [], [], _NO_INK)]
    advance = [0.0] * (len(words) + 1)
    for run in of.runs:
        for glyph in run.glyphs:
            advance[glyph.cluster] += glyph.advance
    ends = break_units(words)
    parts = list(pairwise([0, *ends]))
    widths = [sum(advance[start:end]) for start, end in parts]
    hanging = [sum(advance[end - ends_with_space(words[start:end]) : end]) for start, end in parts]
    stops = balanced_lines(widths, hanging, count)
    lines = []
    for first, last in pairwise([0, *stops]):
        start, end = (ends[first - 1] if first else 0), ends[last - 1]
        lines.append(_line(at, words, of, start, end))
    return lines


def _line(at: int, words: str, of: Shaped, start: int, end: int) -> _Line:
    """Return characters ``start`` to ``end`` as a line; the spaces at its end take no room."""
    seen = end - ends_with_space(words[start:end])
    runs = [run for run in of.runs if run.start < seen and run.end > start]
    glyphs, letters, x = list[tuple[Face, Glyph, float]](), list[tuple[int, float, float, bool]](), 0.0
    left, bottom, right, top = float("inf"), 0.0, float("-inf"), 0.0
    for index in visual_order([run.level for run in runs]):
        face, level, _, _, of_run = runs[index]
        leftwards = level % 2 == 1
        for glyph in of_run:
            _, cluster, advance, dx, dy, ink = glyph
            if not start <= cluster < seen:
                continue
            glyphs.append((face, glyph, x))
            if ink != _NO_INK:
                left, right = min(left, x + dx + ink[0]), max(right, x + dx + ink[2])
                bottom, top = min(bottom, dy + ink[1]), max(top, dy + ink[3])
            after = x + advance
            if letters and letters[-1][0] == at + cluster:
                letters[-1] = at + cluster, letters[-1][1], after, leftwards
            else:
                letters.append((at + cluster, x, after, leftwards))
            x = after
    if left > right:
        left, right = 0.0, x
    return _Line(at + start, at + end, at + seen, glyphs, letters, (left, bottom, right, top))


def _placed(text: str, lines: list[_Line], typeset: Typeset, missing: tuple[str, ...]) -> Block:
    metrics = typeset.faces[0].metrics
    pitch = max(PITCH, _TALL * (metrics.ascent + metrics.descent)) * typeset.pitch
    width = max(line.ink[2] - line.ink[0] for line in lines)
    above = max(metrics.cap_height, lines[0].ink[3])
    depth = max(min(metrics.descent, _DEPTH), -lines[-1].ink[1])
    glyphs, placed = list[PlacedGlyph](), list[Line]()
    for number, line in enumerate(lines):
        shift = (width - line.ink[2] + line.ink[0]) / 2 - line.ink[0]
        baseline, first = above + number * pitch, len(glyphs)
        glyphs += [
            PlacedGlyph(face, glyph.glyph, x + shift + glyph.dx, baseline - glyph.dy)
            for face, glyph, x in line.glyphs
            if glyph.ink != _NO_INK
        ]
        starts = sorted({start for start, *_ in line.letters} | {line.seen})
        until = dict(pairwise(starts))
        letters = tuple(
            Letter(start, until[start], left + shift, right + shift, leftwards)
            for start, left, right, leftwards in line.letters
        )
        ink = line.ink[0] + shift, line.ink[2] + shift
        placed.append(Line(line.start, line.end, *ink, baseline, letters, len(glyphs) - first))
    height = above + (len(lines) - 1) * pitch + depth
    return Block(text, tuple(glyphs), tuple(placed), max(width, 1e-3), height, metrics.cap_height, missing)


@lru_cache(maxsize=4096)
def aligned(block: Block, align: Alignment) -> Block:
    """Return a centred block with its lines at its left, at its right, or centred."""
    if len(block.lines) < 2 or align == "centre":
        return block
    glyphs, lines, first = list[PlacedGlyph](), list[Line](), 0
    for line in block.lines:
        room = block.width - (line.right - line.left)
        shift = (room if align == "right" else 0.0) - line.left
        last = first + line.glyphs
        glyphs += [PlacedGlyph(face, glyph, x + shift, y) for face, glyph, x, y in block.glyphs[first:last]]
        letters = tuple(
            Letter(start, end, left + shift, right + shift, leftwards)
            for start, end, left, right, leftwards in line.letters
        )
        lines.append(line._replace(left=line.left + shift, right=line.right + shift, letters=letters))
        first = last
    return replace(block, glyphs=tuple(glyphs), lines=tuple(lines))


class Caret(NamedTuple):
    """An upright stroke: x and its ends, in ems of the block."""

    x: float
    top: float
    bottom: float


def caret_at(block: Block, index: int) -> Caret:
    """Return where the caret stands before character ``index`` of the text."""
    line = _line_of(block, index)
    x = _caret_x(line, index)
    return Caret(x, line.baseline - 1.05 * block.cap_height - 0.1, line.baseline + 0.25)


def _line_of(block: Block, index: int) -> Line:
    """Return the line in which the caret stands before a character: at the end of one that was broken it stands at the
    beginning of the next."""
    for line, after in pairwise(block.lines):
        if index < line.end or (index == line.end and after.start > line.end):
            return line
    return block.lines[-1]


def _caret_x(line: Line, index: int) -> float:
    for letter in line.letters:
        if letter.start <= index < letter.end:
            share = (index - letter.start) / (letter.end - letter.start)
            return (
                letter.right - share * (letter.right - letter.left)
                if letter.leftwards
                else (letter.left + share * (letter.right - letter.left))
            )
    if not line.letters:
        return (line.left + line.right) / 2
    last = max(line.letters, key=lambda letter: letter.end)
    # Spaces at the end hang; the caret goes along with them.
    beyond = 0.28 * max(min(index, line.end) - last.end, 0)
    return last.left - beyond if last.leftwards else last.right + beyond


def index_at(block: Block, x: float, y: float) -> int:
    """Return the character before which a click at (x, y), in ems of the block, puts the caret."""
    line = min(block.lines, key=lambda line: abs(line.baseline - 0.35 - y))
    choices = {index: abs(_caret_x(line, index) - x) for index in _stops(line, line is block.lines[-1])}
    return min(choices, key=lambda index: choices[index]) if choices else line.start


def _stops(line: Line, is_last: bool) -> Sequence[int]:
    stops = [letter.start for letter in line.letters]
    end = max((letter.end for letter in line.letters), default=line.start)
    return [*stops, end]
