"""Where the cells of the sheet lie: rows below each other, and where they are narrow, in blocks side by side.

Pixels of the sheet's content, origin top left. A block holds as many rows as are in view at once; the next rows stand
in the block at its right, so the order of time runs down, then to the right. Where no two blocks fit side by side there
is one block of all rows, which is scrolled down.
"""

from bisect import bisect_right
from collections.abc import Callable
from functools import cached_property
from itertools import accumulate
from typing import NamedTuple

SMALLEST, LARGEST = 22, 420
"""Heights of the pictures, in pixels."""

FIT_LARGEST = 150
"""Rows that are fitted to the sheet's width grow no higher: few outputs would leave two slides in view."""

_LOW = 64
"""Rows lower than this have no room for three lines of text and a named joint."""
_BLOCK_GAP, _WIDEST_GAP = 18, 60
_PHOTO_ASPECT = 1.5

# Of a row's height: how near to a joint what is dropped goes between slides.
_MIDDLE = 0.28


class Measures(NamedTuple):
    """What depends on nothing but the height of the pictures. tight : little is said beside them though they are high
    enough for more, so that they can be larger."""

    picture_height: int
    tight: bool = False

    @property
    def low(self) -> bool:
        """Whether there is room for little but the pictures."""
        return self.tight or self.picture_height < _LOW

    @property
    def pad(self) -> int:
        """The free space at each side of a picture; half of it is above and below."""
        return 4 if self.low else 10

    @property
    def joint(self) -> int:
        """The height of the strip below a row in which its joint is drawn."""
        return 4 if self.low else 26

    @property
    def row(self) -> int:
        return self.picture_height + self.pad + self.joint

    @property
    def head(self) -> int:
        """The height of the columns' heads."""
        return 38 if self.low else 90

    def widths(self, aspects: tuple[float, ...]) -> tuple[int, ...]:
        """Return the widths of the columns: the slide's, its photo's, and one for each output's aspect ratio."""
        slide, least = (44, 14) if self.low else (94, 90)
        high, sides = self.picture_height, 2 * self.pad
        return (slide, *(max(round(high * aspect) + sides, least) for aspect in (_PHOTO_ASPECT, *aspects)))


class LaneWidths(NamedTuple):
    """How wide the lane is that stands at the left of each block: usually, and beside low rows."""

    usual: int = 0
    low: int = 0

    def beside(self, measures: Measures) -> int:
        return self.low if measures.low else self.usual


NO_LANE = LaneWidths()


class Box(NamedTuple):
    """A rectangle in pixels."""

    x: int
    y: int
    w: int
    h: int


class SheetLayout:
    """``aspects`` of the outputs; ``width`` and ``height`` of the view that the cells are seen through; ``lanes`` : of
    the sound, in the slides' column; ``lane`` : how wide it is here."""

    def __init__(
        self,
        aspects: tuple[float, ...],
        rows: int,
        measures: Measures,
        width: int,
        height: int,
        lanes: LaneWidths = NO_LANE,
    ) -> None:
        self.measures = measures
        slide, *others = self.measures.widths(aspects)
        self.lane = lanes.beside(self.measures)
        self.widths = (slide + self.lane, *others)
        self.rows = rows
        in_view = max((width + _BLOCK_GAP) // (self.block_width + _BLOCK_GAP), 1)
        down = max(height // self.measures.row, 1)
        flows = in_view > 1 and rows > down
        self.rows_down = down if flows else max(rows, 1)
        self.blocks = -(-max(rows, 1) // self.rows_down)
        self.is_whole_in_view = rows <= down * in_view and self.block_width <= width
        # What is left beside the blocks goes between them.
        spread = (width - in_view * self.block_width) // max(in_view - 1, 1)
        self.step = self.block_width + min(max(spread, _BLOCK_GAP), _WIDEST_GAP)
        """How far each block lies from the one before."""

    @property
    def block_width(self) -> int:
        return self._edges[-1]

    @property
    def size(self) -> tuple[int, int]:
        """The width and height of all."""
        return (self.blocks - 1) * self.step + self.block_width, self.rows_down * self.measures.row if self.rows else 0

    @cached_property
    def _edges(self) -> list[int]:
        return [0, *accumulate(self.widths)]

    def cell(self, row: int, column: int) -> Box:
        block, down = divmod(row, self.rows_down)
        x = block * self.step + self._edges[column]
        return Box(x, down * self.measures.row, self.widths[column], self.measures.row)

    def head(self, block: int, column: int) -> Box:
        """Return where a column's head lies in the strip of heads."""
        return Box(block * self.step + self._edges[column], 0, self.widths[column], self.measures.head)

    def cell_at(self, x: int, y: int) -> tuple[int, int] | None:
        """Return row and column of the cell at a place, None where there is none."""
        block, across = divmod(x, self.step)
        down = y // self.measures.row
        row = block * self.rows_down + down
        if not (0 <= block < self.blocks and 0 <= down < self.rows_down and row < self.rows):
            return None
        return (row, self.column_at(x)) if across < self.block_width else None

    def column_at(self, x: int) -> int:
        """Return the column at a place; beside a block, its last."""
        return min(bisect_right(self._edges, x % self.step), len(self.widths)) - 1

    def row_before(self, x: int, y: int) -> int:
        """Return the row before which something dropped at a place would go."""
        block = min(max(x // self.step, 0), self.blocks - 1)
        down = min(max(round(y / self.measures.row), 0), self.rows_down)
        return min(block * self.rows_down + down, self.rows)

    def row_in_the_middle(self, x: int, y: int) -> int:
        """Return the row in whose middle a place lies, away from the joints; -1 elsewhere."""
        found = self.cell_at(x, y)
        share = y % self.measures.row / self.measures.row
        return found[0] if found is not None and _MIDDLE < share < 1 - _MIDDLE else -1

    def rows_in(self, x: int, y: int, width: int, height: int) -> list[int]:
        """Return the rows that a rectangle touches."""
        first_block, last_block = max(x // self.step, 0), min((x + width - 1) // self.step, self.blocks - 1)
        top = max(y // self.measures.row, 0)
        bottom = min((y + height - 1) // self.measures.row, self.rows_down - 1)
        return [
            block * self.rows_down + down
            for block in range(first_block, last_block + 1)
            for down in range(top, bottom + 1)
            if block * self.rows_down + down < self.rows
        ]


def fitted_rows(aspects: tuple[float, ...], width: int, lanes: LaneWidths = NO_LANE) -> Measures:
    """Return the largest rows at which all columns are in view."""

    def fits(measures: Measures) -> bool:
        return lanes.beside(measures) + sum(measures.widths(aspects)) <= width

    return _largest(FIT_LARGEST, fits)


def whole_show_rows(
    aspects: tuple[float, ...], rows: int, width: int, height_with_heads: int, lanes: LaneWidths = NO_LANE
) -> Measures:
    """Return the largest rows at which all are in view at once."""

    def fits(measures: Measures) -> bool:
        layout = SheetLayout(aspects, rows, measures, width, height_with_heads - measures.head, lanes)
        return layout.is_whole_in_view

    return _largest(LARGEST, fits)


def _largest(highest: int, fits: Callable[[Measures], bool]) -> Measures:
    """Return the largest measures that fit. What stands beside pictures makes way for them only where they would be
    low otherwise: without that step there would be a bare strip beside rows that are nearly high enough for it."""
    heights = range(highest, SMALLEST, -1)
    usual = next((one for high in heights if fits(one := Measures(high))), Measures(SMALLEST))
    if not usual.low:
        return usual
    return next((one for high in heights if fits(one := Measures(high, high >= _LOW))), usual)
