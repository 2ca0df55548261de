"""Words of one output before they are placed: their text as it is set, their sizes, the ways to break them.

Words whose place was chosen need nothing more (``chosen_box``); all others are solved (``words_solving``).
"""

from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.core.words.faces import Face
from jaunty_frame.core.words.legibility import least_size
from jaunty_frame.core.words.places import anchor_place, anchored
from jaunty_frame.core.words.typesetting import Block, Typeset, text_blocks
from jaunty_frame.document.words import TypeStyle, Words, WordsKind
from jaunty_frame.show.planning.grounds import free_region
from jaunty_frame.show.planning.words.placed import Worded, WordsTime, shown_text, style_of, words_time

MOST_LINES: dict[WordsKind, int] = {"title": 4, "caption": 2, "credit": 14}
_LEAST_SHRINKING = 0.5
_WIDEST = 0.94
"""Of the free region, that words take at most."""
_ESCAPES = 6
"""Lines more that words are broken into before they would be cut."""


class Item(NamedTuple):
    """Words to be placed, before they are. number : among those of slide ``k``, from back to front."""

    k: int
    number: int
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

    @property
    def is_chosen(self) -> bool:
        """Whether the user said where it stands."""
        return self.words.anchor != "auto"

    @property
    def padding(self) -> float:
        """What a plate behind it takes about it, in short sides: its own, or one that may be added."""
        return self.style.plate_padding * self.size if self.style.plate or self.style.colour_by == "auto" else 0.0


class Ways(NamedTuple):
    """The blocks in which words may be set, at the size at which they fit."""

    blocks: tuple[Block, ...]
    size: float


def items_of(plan: Worded, k: int) -> list[Item]:
    """Return the words of a slide that its output shows."""
    if not plan.fonts.families:
        return []
    found = (_item(plan, k, number, words) for number, words in enumerate(plan.slides[k].words))
    return [item for item in found if item is not None]


def _item(plan: Worded, k: int, number: int, words: Words) -> Item | None:
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
    return Item(k, number, here, style, time, typeset, text, size, size, lines, may_shrink)


def _faces(plan: Worded, style: TypeStyle, text: str) -> tuple[Face, ...]:
    """Return the faces that a text needs: its own, those that ship, and what else has characters that these lack."""
    faces = plan.fonts.faces_for(style.family, style.weight)
    lacking = (
        one for one in dict.fromkeys(text) if ord(one) > 127 and not any(ord(one) in f.characters for f in faces)
    )
    return (*faces, *dict.fromkeys(face for one in lacking if (face := plan.fonts.face_with(one)) is not None))


def ways_of(item: Item, region: Window, unit_x: float, unit_y: float) -> Ways:
    """Return the ways to set words that fit the region: smaller words before more lines than a kind should have, more
    lines before words that are cut. unit_x, unit_y : a short side, in fractions of the frame."""
    widest, highest = region.w * _WIDEST / unit_x, region.h * _WIDEST / unit_y

    def fitting(blocks: tuple[Block, ...]) -> float:
        return max(min(widest / block.width, highest / block.height) for block in blocks)

    blocks = text_blocks(item.text, item.typeset, item.most_lines)
    size = min(item.size, fitting(blocks))
    if size < item.size * _LEAST_SHRINKING:
        blocks = text_blocks(item.text, item.typeset, item.most_lines + _ESCAPES)
        size = min(item.size, fitting(blocks))
    fits = tuple(b for b in blocks if b.width * size <= widest * 1.001 and b.height * size <= highest * 1.001)
    return Ways(fits or blocks[-1:], size)


class Chosen(NamedTuple):
    """Where words stand that somebody has put there. across : where in the region, 0 left to 1 right."""

    block: Block
    box: Window
    across: float


def chosen_place(plan: Worded, item: Item, ways: Ways, block: Block | None = None) -> Chosen:
    """Return where words stand whose place was chosen. block : as they are to be set, where that is known."""
    region, (unit_x, unit_y) = free_region(plan), short_side(float(plan.output.aspect))
    if item.words.anchor == "free":
        block = block or ways.blocks[0]
        width, height = block.width * ways.size * unit_x, block.height * ways.size * unit_y
        (x, y) = item.words.place
        return Chosen(block, Window(x - width / 2, y - height / 2, width, height), 0.5)
    widest = region.w / unit_x / ways.size * _WIDEST
    block = next((one for one in ways.blocks if one.width <= widest), ways.blocks[-1])
    across, down = anchor_place(item.words.anchor)
    size = block.width * ways.size * unit_x, block.height * ways.size * unit_y
    return Chosen(block, anchored(size, region, across, down), across)


def chosen_boxes(plan: Worded, k: int) -> list[Window]:
    """Return where the words of a slide stand whose place was chosen."""
    if not any(words.as_in(plan.output.id).anchor != "auto" for words in plan.slides[k].words):
        return []
    region, units = free_region(plan), short_side(float(plan.output.aspect))
    chosen = [item for item in items_of(plan, k) if item.is_chosen]
    return [chosen_place(plan, item, ways_of(item, region, *units)).box for item in chosen]
