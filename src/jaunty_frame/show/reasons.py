"""Why a framing came out as it did, in plain words."""

import numpy as np

from jaunty_frame.core.framing import PLACEMENTS, Placement, required_visible, solve_bases
from jaunty_frame.core.geometry import FULLY_VISIBLE, bar_share
from jaunty_frame.show.findings import percent
from jaunty_frame.show.plan import Plan


def framing_reason(plan: Plan, k: int) -> str:
    """Return one sentence about the placement of slide ``k``."""
    if plan.hand_set[k]:
        return "Set by hand for this output only."
    row = np.array([k])
    areas = plan.table.rows(row)
    placement = PLACEMENTS[plan.placement[k]]
    needed = int(areas.required.sum())
    if placement is Placement.COVER:
        worst = float(required_visible(plan.opening[row], areas).min(initial=1.0))
        if worst < FULLY_VISIBLE:
            return f"Cover fills the frame and cuts {percent(1 - worst)} of a keep area."
        if not needed:
            return "Nothing must stay in view, so the photo fills the frame."
        return "The photo fills the frame, and all that must stay is in view."
    fill = f"{percent(float(bar_share(np.array([plan.framing(k).base]))[0]))} of the frame is fill"
    if plan.table.placement[k] == PLACEMENTS.index(Placement.WHOLE):
        return f"The whole photo is shown, as wanted; {fill}."
    size = plan.table.photo_size[row]
    aspect = np.array([float(plan.output.aspect)])
    cover = solve_bases(size[:, 0] / size[:, 1], aspect, areas, np.array([PLACEMENTS.index(Placement.COVER)]))
    lost = 1 - float(required_visible(cover.window, areas).min(initial=1.0))
    return f"Cover would cut {percent(lost)} of a keep area; with all of them in view, {fill}."
