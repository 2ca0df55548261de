"""Piles as they are seen: what lies there, and the print that comes to lie on it."""

from math import pi, sin

from jaunty_frame.core.geometry.windows import WHOLE_PHOTO
from jaunty_frame.core.mounts.outline import Turn
from jaunty_frame.core.mounts.pieces import short_side
from jaunty_frame.document.mount import PILED, Mount
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.show.frames.fills import fill_layer, show_seconds
from jaunty_frame.show.frames.layers.layer import Layer, Layers
from jaunty_frame.show.frames.layers.print import GroundLayer, PrintLayer
from jaunty_frame.show.frames.layers.still import Still
from jaunty_frame.show.frames.prints import moved_print, print_as_if, print_layer
from jaunty_frame.show.planning.plan import Plan

_SLIDE = 0.03
"""Short sides that a print slides on at a drift of 1."""
_FAR = 0.08
"""Short sides beyond the frame's edge from where a print comes."""
_HIGHER = 0.14
"""By how much larger a print is at a height of 1."""
_TUMBLE = 9.0
"""Degrees by which a print leans more where it comes from."""
_MOST = 0.25


def lies_under(plan: Plan, k: int) -> tuple[int, ...]:
    """Return the slides that lie under slide ``k``, from the lowest up; none where it is in no pile."""
    pile = plan.pile_of(k)
    return pile[: pile.index(k)] if pile else ()


def comes_to_lie(plan: Plan, k: int) -> bool:
    """Return whether slide ``k`` comes to lie on others, or would if its joint were a pile: not where a pile is full,
    and a new one begins with it."""
    return not plan.table.piled[k] or bool(lies_under(plan, k))


def pile_layers(plan: Plan, k: int, progress: float | None) -> Layers:
    """Return slide ``k`` on what lies under it."""
    return (*_lying(plan, lies_under(plan, k), k, progress), *_print(plan, k, progress))


def arriving_layers(plan: Plan, old: tuple[int, float], new: tuple[int, float], joint: Pile, progress: float) -> Layers:
    """Return the pile up to slide ``old``, and slide ``new`` on its way to it; progress : eased."""
    return (*pile_layers(plan, *old), *_flying(plan, *new, joint, progress))


def _lying(plan: Plan, slides: tuple[int, ...], k: int, progress: float | None) -> Layers:
    """Return prints at rest on the fill of the lowest, while slide ``k`` is seen. A fill that would move lies still: it
    is one fill for all slides of the pile. One that lives goes on."""
    fill = fill_layer(plan, slides[0] if slides else k)
    if fill.seconds:
        fill = fill._replace(seconds=show_seconds(plan, k, 0.5 if progress is None else progress))
    prints = [_print(plan, k, 1.0) for k in slides]
    if fill.seconds:
        return (fill, *(layer for one in prints for layer in one))
    # One in the other: what lay there before is painted already when one more comes to lie on it.
    lying: Layer = fill
    for one in prints:
        lying = Still((lying, *one))
    return (lying,)


def _print(plan: Plan, k: int, progress: float | None) -> Layers:
    layers: list[Layer] = []
    for row in plan.rows_of(k):
        layer = _slid(plan, row, _whole(plan, row, progress), 0.5 if progress is None else progress)
        layers += [GroundLayer(layer.print), layer]
    return tuple(layers)


def _whole(plan: Plan, row: int, progress: float | None) -> PrintLayer:
    """Return the print of a row; of one that lies in no pile, what it would be there."""
    if plan.table.piled[int(plan.table.slide_of[row])]:
        return print_layer(plan, row, progress)
    return print_as_if(plan, row, PILED, WHOLE_PHOTO)


def _slid(plan: Plan, row: int, layer: PrintLayer, progress: float) -> PrintLayer:
    """Return a print that slides on while it is looked at, away from the middle."""
    pile = plan.settings_of_row(row).transition
    if not isinstance(pile, Pile) or not pile.drift:
        return layer
    aspect = float(plan.output.aspect)
    unit_x, unit_y = short_side(aspect)
    piece = layer.print.piece
    away_x, away_y = piece.x + piece.w / 2 - 0.5, piece.y + piece.h / 2 - 0.5
    length = max((away_x**2 + away_y**2) ** 0.5, 1e-6)
    reach = _SLIDE * pile.drift * (progress - 0.5)
    turn = layer.print.turn
    lean = turn.lean + pile.drift * (progress - 0.5) * (1.0 if turn.lean >= 0 else -1.0)
    return moved_print(
        layer, aspect, reach * unit_x * away_x / length, reach * unit_y * away_y / length, turn._replace(lean=lean)
    )


def _flying(plan: Plan, k: int, own_progress: float, joint: Pile, progress: float) -> Layers:
    """Return a print on its way: from beyond the frame, higher in between, with a shadow to match. own_progress : on
    the slide's own way."""
    layers: list[Layer] = []
    for row in plan.rows_of(k):
        rest = _slid(plan, row, _whole(plan, row, own_progress), own_progress)
        aspect = float(plan.output.aspect)
        unit_x, unit_y = short_side(aspect)
        piece, left = rest.print.piece, 1 - progress
        # Where the print stands wholly beyond the edge that it comes over.
        reach_x, reach_y = piece.w / 2 + _FAR * unit_x, piece.h / 2 + _FAR * unit_y
        middle_x, middle_y = piece.x + piece.w / 2, piece.y + piece.h / 2
        start = {
            "right": (-reach_x - middle_x, 0.0),
            "left": (1 + reach_x - middle_x, 0.0),
            "down": (0.0, -reach_y - middle_y),
            "up": (0.0, 1 + reach_y - middle_y),
        }[joint.arrives if joint.arrives != "auto" else free_side(plan, k)]
        height = joint.height * (left if progress < 0.5 else max(left, 0.5 * sin(pi * progress)))
        mount = _raised(rest.print.mount, height)
        turn = rest.print.turn
        tumble = _TUMBLE * left * (1.0 if turn.lean >= 0 else -1.0)
        raised = moved_print(
            rest,
            aspect,
            start[0] * left,
            start[1] * left,
            Turn(turn.lean + tumble, turn.yaw, turn.pitch),
            scale=1 + _HIGHER * height,
            mount=mount,
        )
        layers += [GroundLayer(raised.print), raised]
    return tuple(layers)


def _raised(mount: Mount, height: float) -> Mount:
    """Return the mount of a print that is held up: its shadow falls farther away, softer and fainter."""
    if not height:
        return mount
    return mount.changed(
        shadow=mount.shadow * (1 - 0.4 * height),
        shadow_blur=min(mount.shadow_blur + 0.1 * height, _MOST),
        shadow_distance=min(mount.shadow_distance + 0.09 * height, _MOST),
    )


def free_side(plan: Plan, k: int) -> str:
    """Return where a print that comes to lie travels to: from the side on which it has most room."""
    row = plan.rows_of(k)[0]
    piece = plan.mounting(row).piece
    rooms = {
        "right": piece.x,
        "left": 1 - piece.x - piece.w,
        "down": piece.y,
        "up": 1 - piece.y - piece.h,
    }
    return max(rooms, key=lambda side: rooms[side])
