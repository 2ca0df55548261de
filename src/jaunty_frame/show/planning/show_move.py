"""One slow move through the whole show: every slide goes on zooming where the one before it was."""

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import PLACEMENTS, Bases, Placement
from jaunty_frame.core.geometry.windows import FloatArray, fully_visible
from jaunty_frame.core.motion.courses import Strength
from jaunty_frame.core.motion.moves import largest_gain, set_apart, tightened, weighted_centre, widened
from jaunty_frame.core.time.schedule import Timing
from jaunty_frame.document.model import Output
from jaunty_frame.show.planning.cells import cell_inputs
from jaunty_frame.show.planning.slide_table import SlideTable

TOTAL_GAIN = {Strength.GENTLE: 1.12, Strength.PLAIN: 1.25, Strength.STRONG: 1.5}
"""Zoom from the show's first frame to its last."""


def show_moved(
    output: Output, bases: Bases, table: SlideTable, rows: NDArray[np.intp], timing: Timing
) -> tuple[FloatArray, FloatArray]:
    """Return openings and closings (M, 4) of ``rows``: each has its part of the show's zoom.

    In ``cover`` the base is the widest window and a slide that allows less zoom gets less; in ``subject`` and ``whole``
    the base is the tightest and the rest of the zoom is added around it.
    """
    base = bases.window[rows]
    covers = bases.placement[rows] == PLACEMENTS.index(Placement.COVER)
    cells = cell_inputs([(output, rows)], table, base)
    total = np.full(len(rows), TOTAL_GAIN[table.rules.strength])
    shown = cells.areas.required & fully_visible(cells.shares(base))
    centre, reach = weighted_centre(cells.areas), cells.turned.reach
    gain = largest_gain(base, np.clip(cells.sharp_gain, 1.0, total), centre, cells, shown)
    apart, out = set_apart(base, total, cells.turned)
    wide = np.where(covers[:, None], base, widened(apart, out, reach))
    tight = np.where(covers[:, None], tightened(base, gain, centre, reach), apart)

    slides = table.slide_of[rows]
    ends = [np.array(times, float)[slides] / max(timing.end, 1) for times in (timing.starts, timing.ends)]
    if table.rules.show_move == "pull-out":
        ends = [1 - end for end in ends]
    ratio = np.log(tight[:, 2] / wide[:, 2])
    still = np.abs(ratio) < 1e-9
    windows = []
    for progress in ends:
        # As in core.paths: exponential zoom from the widest window to the tightest.
        share = np.where(still, progress, np.expm1(progress * ratio) / np.where(still, 1.0, np.expm1(ratio)))
        windows.append(wide + share[:, None] * (tight - wide))
    return windows[0], windows[1]
