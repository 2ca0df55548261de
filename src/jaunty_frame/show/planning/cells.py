"""What the solver finds for each row of slides in each output: the cells of the sheet, as arrays."""

from collections.abc import Sequence
from dataclasses import dataclass, fields
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Bases, Placement
from jaunty_frame.core.framing.close_up import close_up_windows
from jaunty_frame.core.framing.straightened_bases import solve_all_bases
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import course_options
from jaunty_frame.core.motion.moves import Cells, Moves, solve_moves
from jaunty_frame.document.model import Output
from jaunty_frame.show.planning.places.mounting import row_aspects
from jaunty_frame.show.planning.slide_table import SlideTable

_Arrays = TypeVar("_Arrays", Bases, Moves)


@dataclass(eq=False)
class SolvedCells:
    """What the solver found for the rows of one output (or for any other list of cells)."""

    bases: Bases
    moves: Moves
    options: NDArray[np.intp]

    def taken(self, rows: NDArray[np.intp]) -> "SolvedCells":
        return SolvedCells(_taken(self.bases, rows), _taken(self.moves, rows), self.options[rows])

    def with_rows(self, source: NDArray[np.intp], fresh: "SolvedCells") -> "SolvedCells":
        """Return the cells in a new order: rows of ``source``, the fresh ones where it is -1. These cells are used up.

        Most edits change a row or two and leave all others where they are; only these rows are written then.
        """
        kept = source >= 0
        if len(source) == len(self.options) and np.array_equal(source[kept], np.flatnonzero(kept)):
            changed = np.flatnonzero(~kept)
            for old, new in ((self.bases, fresh.bases), (self.moves, fresh.moves)):
                for field in fields(old):
                    getattr(old, field.name)[changed] = getattr(new, field.name)
            self.options[changed] = fresh.options
            return self
        order = np.where(kept, source, len(self.options) + np.cumsum(~kept) - 1)
        return SolvedCells(
            _joined(self.bases, fresh.bases, order),
            _joined(self.moves, fresh.moves, order),
            np.concatenate([self.options, fresh.options])[order],
        )


def _taken(arrays: _Arrays, rows: NDArray[np.intp]) -> _Arrays:
    return type(arrays)(*(getattr(arrays, field.name)[rows] for field in fields(arrays)))


def _joined(old: _Arrays, new: _Arrays, order: NDArray[np.intp]) -> _Arrays:
    pairs = ((getattr(old, field.name), getattr(new, field.name)) for field in fields(old))
    return type(old)(*(np.concatenate(pair)[order] for pair in pairs))


def cell_inputs(wanted: Sequence[tuple[Output, NDArray[np.intp]]], table: SlideTable, softness_of: FloatArray) -> Cells:
    """Return what moves depend on, of each output's rows, one output after the other.

    softness_of : (N, 4) windows whose softness counts.
    """
    rows = np.concatenate([rows for _, rows in wanted]) if wanted else np.empty(0, np.intp)
    counts = [len(rows) for _, rows in wanted]
    aspect = np.concatenate([row_aspects(output, rows, table) for output, rows in wanted]) if wanted else np.empty(0)
    height = np.repeat([float(output.height) for output, _ in wanted], counts)
    pace = np.repeat([float(output.pace) for output, _ in wanted], counts)
    size = table.photo_size[rows]
    return Cells(
        turned=Turned(table.straightening[rows], size[:, 0] / size[:, 1], aspect),
        areas=table.areas.rows(rows),
        moves=[table.moves[k] for k in rows.tolist()],
        seconds=table.seconds[rows] * pace,
        rate=table.rate[rows],
        softness=softness_of[:, 3] * size[:, 1] / height,
        least_softness=table.rules.least_softness,
    )


def solve_cells(wanted: Sequence[tuple[Output, NDArray[np.intp]]], table: SlideTable) -> SolvedCells:
    """Return the cells of each output's rows, one output after the other."""
    rows = np.concatenate([rows for _, rows in wanted]) if wanted else np.empty(0, np.intp)
    counts = [len(rows) for _, rows in wanted]
    covered = [output.zones.as_zones().overlay_boxes() for output, _ in wanted]
    overlays = np.zeros((len(wanted), max(map(len, covered), default=0), 4))
    for boxes, own in zip(overlays, covered, strict=True):
        boxes[: len(own)] = own or np.zeros((0, 4))
    bases = _solved_bases(wanted, rows, np.repeat(overlays, counts, axis=0), table)
    cells = cell_inputs(wanted, table, bases.window)
    moves = solve_moves(bases, cells)
    chosen = [table.slide(row) for row in rows.tolist()]
    options = course_options(
        cells.moves, [s.direction for s in chosen], [s.id for s in chosen], moves.possible, moves.natural, moves.way
    )
    return SolvedCells(bases, moves, options)


def _placements(
    wanted: Sequence[tuple[Output, NDArray[np.intp]]], rows: NDArray[np.intp], table: SlideTable
) -> NDArray[np.intp]:
    """Return the placement of each row; a piece with a shape of its own is filled by its photo."""
    if not table.has_mounts:
        return table.placement[rows]
    mounts = (table.mount_of(row, output.id, float(output.aspect)) for output, own in wanted for row in own.tolist())
    filled = np.array([mount is not None and mount.piece != "frame" for mount in mounts], bool)
    return np.where(filled, PLACEMENTS.index(Placement.COVER), table.placement[rows])


def _solved_bases(
    wanted: Sequence[tuple[Output, NDArray[np.intp]]], rows: NDArray[np.intp], overlays: FloatArray, table: SlideTable
) -> Bases:
    cells = cell_inputs(wanted, table, np.zeros((len(rows), 4)))
    turned, areas, placement = cells.turned, cells.areas, _placements(wanted, rows, table)
    bases = solve_all_bases(turned, areas, placement, overlays, table.least_attention[rows])
    parts_of = [table.slide(row).exhibit.close_up_of(table.photos[row].id) for row in rows.tolist()]
    close = np.flatnonzero([part is not None for part in parts_of])
    if close.size:
        parts = np.array([parts_of[k] for k in close.tolist()], float)
        heights = np.repeat([float(output.height) for output, _ in wanted], [len(r) for _, r in wanted])
        bases.window[close] = close_up_windows(
            parts, turned.rows(close), table.photo_size[rows[close], 1], heights[close] * table.rules.least_softness
        )
        bases.placement[close], bases.hairline[close] = PLACEMENTS.index(Placement.COVER), False
    return bases
