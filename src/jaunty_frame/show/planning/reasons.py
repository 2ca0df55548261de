"""Why a framing came out as it did: a short list of reasons in plain words."""

from math import exp

import numpy as np

from jaunty_frame.core.framing.attention import held_within
from jaunty_frame.core.framing.bases import PLACEMENTS, Placement
from jaunty_frame.core.framing.straightened_bases import solve_all_bases
from jaunty_frame.core.geometry.windows import bar_share, fully_visible
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.core.motion.moves import LEAST_GAIN
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.show.planning.area_names import area_name
from jaunty_frame.show.planning.cells import cell_inputs
from jaunty_frame.show.planning.places.readability import help_words
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.show_move import TOTAL_GAIN
from jaunty_frame.show.planning.stages.ways import Framing
from jaunty_frame.show.words import percent

_SHORTENED = 0.98
_UP_TO_A_THIRD = 0.02


def framing_reasons(plan: Plan, k: int) -> list[str]:
    """Return why row ``k`` is framed as it is: its placement, its place, its move; one sentence each."""
    reasons = _reasons(plan, k)
    return reasons if plan.photo(k).moving is None else [sentence.replace("photo", "clip") for sentence in reasons]


def _reasons(plan: Plan, k: int) -> list[str]:
    framing = plan.framing(k)
    if plan.hand_set[k]:
        by_hand = f"Set by hand for {plan.output.name} only."
        return [by_hand, *_straightened(plan, k), *_motion(plan, k, framing)]
    return [
        *_placement(plan, k, framing),
        *_position(plan, k, framing),
        *_straightened(plan, k),
        *_motion(plan, k, framing),
        *_set_off(plan, k),
    ]


def _set_off(plan: Plan, k: int) -> list[str]:
    wanted = plan.mounting(k).help
    return [] if wanted is None else [help_words(wanted)]


def _placement(plan: Plan, k: int, framing: Framing) -> list[str]:
    if _is_close_up(plan, k):
        return ["A close-up: the chosen part fills the frame, as large as the photo stays sharp."]
    wanted = PLACEMENTS[plan.table.placement[k]]
    bars = float(bar_share(np.array([framing.base.window]))[0])
    areas = plan.areas_of(k)
    required = [j for j, area in enumerate(areas) if area.weight >= 1]
    lost, which, held = _in_cover(plan, k)
    if framing.placement is Placement.COVER:
        if plan.hairline[k]:
            return [f"Bars of {percent(bars)} stay: filling the frame would cut {area_name(areas, which)}."]
        if not fully_visible(1 - lost):
            return [f"The photo fills the frame, as wanted, and loses {percent(lost)} of {area_name(areas, which)}."]
        if not required:
            return ["Nothing is required to stay in view, so the photo fills the frame."]
        names = area_name(areas, required[0]) if len(required) == 1 else "all that must stay"
        return [f"The photo fills the frame, and {names} is in view."]
    if wanted is Placement.WHOLE:
        return [f"The whole photo is shown, as wanted; bars take {percent(bars)}."]
    if not fully_visible(1 - lost):
        all_of = "all of it" if len(required) == 1 else "all that must stay"
        cut = f"{percent(lost)} of {area_name(areas, which)}"
        return [f"Cover would lose {cut}; showing {all_of} needs {percent(bars)} bars."]
    if wanted is Placement.AUTO:
        return [f"Filling the frame would hold only {percent(held)} of what draws the eye; bars take {percent(bars)}."]
    return [f"All that must stay is shown with room around it, as wanted; bars take {percent(bars)}."]


def _is_close_up(plan: Plan, k: int) -> bool:
    return plan.table.slide(k).exhibit.close_up_of(plan.photo(k).id) is not None


def _in_cover(plan: Plan, k: int) -> tuple[float, int, float]:
    """Return the largest share of a required area that the best cover loses, which area that is, and how much of the
    attention the cover holds (all where that is not known)."""
    row = np.array([k])
    cell = cell_inputs([(plan.output, row)], plan.table, plan.closing[row])
    cover = solve_all_bases(cell.turned, cell.areas, np.array([PLACEMENTS.index(Placement.COVER)]))
    held = 1.0
    if cell.areas.attention is not None and cell.areas.attention.any():
        free = int(cover.free_axis[0])
        start, extent = cover.window[:, free], cover.window[:, 2 + free]
        held = float(held_within(cell.areas.attention[:, free], start[:, None], extent[:, None])[0, 0])
    if not cell.areas.required.any():
        return 0.0, 0, held
    shares = np.where(cell.areas.required, cell.shares(cover.window), 1.0)[0]
    return 1 - float(shares.min()), int(shares.argmin()), held


def _position(plan: Plan, k: int, framing: Framing) -> list[str]:
    areas = plan.areas_of(k)
    if framing.placement is not Placement.COVER or _is_close_up(plan, k):
        return []
    x, y, w, h = framing.base.window
    axis = 0 if w < h else 1
    extent = (w, h)[axis]
    if extent > 1 - 1e-6:
        return []
    if not areas:
        return ["No subject was found; the middle of the photo is shown."]
    if any(plan.photo(k).attention.across) and _cuts(plan, k, framing):
        return ["Not all of it fits; the frame holds what draws the most attention."]
    weight = sum(area.weight for area in areas) or 1.0
    centre = sum(area.weight * (area.box[axis] + area.box[2 + axis] / 2) for area in areas) / weight
    at = (centre - (x, y)[axis]) / extent
    if min(abs(at - 1 / 3), abs(at - 2 / 3)) < _UP_TO_A_THIRD:
        return ["What matters stands on a third of the frame."]
    if abs(at - 0.5) < _UP_TO_A_THIRD:
        return ["What matters stands in the middle of the frame."]
    return []


def _cuts(plan: Plan, k: int, framing: Framing) -> bool:
    """Return whether the base cuts a keep area."""
    cell = cell_inputs([(plan.output, np.array([k]))], plan.table, plan.closing[k : k + 1])
    shares = cell.shares(np.array([framing.base.window]))
    return bool(np.any(~fully_visible(shares) & (cell.areas.weights > 0)))


def _straightened(plan: Plan, k: int) -> list[str]:
    degrees = float(plan.table.straightening[k])
    if not degrees:
        return []
    return [f"Straightened by {abs(degrees):.1f}° {'clockwise' if degrees > 0 else 'counter-clockwise'}."]


_MOVES = {
    Move.HOLD: "Held still",
    Move.PUSH_IN: "Pushes in",
    Move.PULL_OUT: "Pulls out",
    Move.PAN: "Pans",
    Move.TILT: "Tilts",
    Move.DIAGONAL: "Moves",
    Move.LEAN: "Turns",
    Move.ENTER: "Enters",
}


def _motion(plan: Plan, k: int, framing: Framing) -> list[str]:
    if k in plan.followed:
        return ["Follows what must stay in view, as still as it can."]
    by_hand = bool(plan.hand_set[k])
    wanted, move = plan.table.moves[k], framing.move
    seconds = float(plan.table.seconds[k])
    if move is Move.HOLD:
        if by_hand or wanted is Move.HOLD:
            return ["Held still."]
        if exp(plan.table.rate[k] * seconds) < LEAST_GAIN:
            why = f"in {clock_text(seconds)} a move would hardly be seen"
        elif 1.0 <= framing.softness / plan.table.rules.least_softness < LEAST_GAIN:
            why = "the photo is too soft to go closer"
        else:
            why = "there is no room to move without losing what must stay"
        return [f"Held still: {why}."]
    rising = ", rising on its way" if framing.way.arc else ""
    said = _MOVES[move]
    if move in (Move.PUSH_IN, Move.PULL_OUT):
        gain = max(framing.way.opening.w, framing.way.closing.w) / min(framing.way.opening.w, framing.way.closing.w)
        said += f" by {percent(gain - 1)} in {clock_text(seconds)}"
        full = TOTAL_GAIN[plan.table.rules.strength] if plan.show_moved[k] else exp(plan.table.rate[k] * seconds)
        if plan.show_moved[k]:
            return [f"{said}: its part of the show's own move."]
        if not by_hand and LEAST_GAIN <= gain < full * _SHORTENED:
            return [f"{said}; {percent(full - 1)} would cut what must stay or look soft."]
        return [f"{said}{rising}."]
    direction = framing.course.direction
    where = "" if direction is Direction.AUTO else " " + direction.value.replace("-", " and ")
    if move is Move.LEAN:
        lean = abs(framing.way.opening_degrees - framing.way.closing_degrees)
        return [f"Turns level by {lean:.1f}° {'clockwise' if direction is Direction.RIGHT else 'counter-clockwise'}."]
    if move is Move.ENTER:
        return [f"Enters the frame, moving{where}."]
    travel = max(
        abs(framing.way.closing.x - framing.way.opening.x) / framing.way.closing.w,
        abs(framing.way.closing.y - framing.way.opening.y) / framing.way.closing.h,
    )
    return [f"{said}{where} by {percent(travel)} of the frame in {clock_text(seconds)}{rising}."]
