"""The fill of a slide at an instant."""

from jaunty_frame.core.colouring.likeness import Help
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import eased
from jaunty_frame.document.fill import Drift, Fill, PictureFill
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.show.frames.layers.fill import DRIFT, FillLayer
from jaunty_frame.show.frames.layers.layer import Layer, photo_file
from jaunty_frame.show.frames.layers.mix import Mix
from jaunty_frame.show.planning.plan import Plan

_INNER = 1 - 2 * DRIFT
_MIDDLE = 0.5
_DISSOLVE = CrossDissolve.model_construct()
# From where to where the view of a larger fill goes: its left and top edge in drifts, and whether it is whole.
_TRAVELS: dict[Drift, tuple[tuple[float, float], tuple[float, float]]] = {
    "left": ((0, 1), (2, 1)),
    "right": ((2, 1), (0, 1)),
    "up": ((1, 0), (1, 2)),
    "down": ((1, 2), (1, 0)),
}


def seen_fill(plan: Plan, k: int, progress: float | None) -> Layer:
    """Return the fill of slide ``k`` as its instants have it: that of the last one that has a fill, or on the way from
    there to the next one's."""
    at = _MIDDLE if progress is None else progress
    instants = [one for one in plan.slides[k].instants if one.fill is not None]
    seen = [one for one in plan.slides[k].instants if one.at <= at]
    passed = [one for one in instants if one.at <= at]
    before = fill_layer(plan, k, progress, passed[-1].fill if passed else None)
    if len(passed) == len(instants):
        return before
    # It comes on the way from the instant before, whatever that one has.
    coming = instants[len(passed)]
    start, easing = (seen[-1].at, seen[-1].easing) if seen else (0.0, coming.easing)
    share = eased((at - start) / (coming.at - start), easing)
    return Mix((before,), (fill_layer(plan, k, progress, coming.fill),), _DISSOLVE, share) if share > 0 else before


def fill_layer(plan: Plan, k: int, progress: float | None = None, fill: Fill | None = None) -> FillLayer:
    """Return the fill of slide ``k``, whether or not it is seen. progress : on the slide's way, None = in its middle;
    fill : another than the slide's own."""
    fill, rows = fill or plan.fill(k), plan.rows_of(k)
    at = _MIDDLE if progress is None else progress
    picture = plan.table.by_id.get(fill.picture) if fill.picture else None
    if picture is None and fill.made_of_photo:
        row = plan.picture_row(k)
        picture = None if row is None else plan.photo(row)
    photo = photo_file(picture) if picture is not None and fill.made_of_photo else None
    washed = _washed(plan, rows)
    if washed is not None and isinstance(fill, PictureFill):
        fill = fill.changed(wash=washed.wash, washed=max(fill.washed, washed.washed))
    drift: Drift = getattr(fill, "drift", "none")
    view = _view(plan, k, drift, at) if drift != "none" else None
    return FillLayer(fill, photo, view, show_seconds(plan, k, at) if fill.lives else 0.0)


def _washed(plan: Plan, rows: range) -> Help | None:
    """Return the help of a slide's photo where it is a wash."""
    found = plan.mounting(rows[0]).help if len(rows) == 1 else None
    return found if found is not None and found.washed else None


def show_seconds(plan: Plan, k: int, at: float) -> float:
    """Return the time of the show at an instant of a slide."""
    schedule, rate = plan.schedule, float(plan.output.frame_rate)
    return (schedule.first[k] + at * max(schedule.frames[k] - 1, 0)) / rate


def _view(plan: Plan, k: int, drift: Drift, at: float) -> Window:
    """Return the part of a larger fill that is seen at an instant."""
    if drift in _TRAVELS:
        (x0, y0), (x1, y1) = _TRAVELS[drift]
        return Window((x0 + (x1 - x0) * at) * DRIFT, (y0 + (y1 - y0) * at) * DRIFT, _INNER, _INNER)
    if drift in ("closer", "away"):
        return _zoomed(1 - at if drift == "closer" else at)
    rows = plan.rows_of(k)
    if not rows:
        return _zoomed(_MIDDLE)
    return _with_photo(plan, rows[0], at, 1.0 if drift == "along" else -1.0)


def _zoomed(share: float) -> Window:
    """Return the view from near (0) to whole (1)."""
    side = _INNER + (1 - _INNER) * share
    return Window((1 - side) / 2, (1 - side) / 2, side, side)


def _with_photo(plan: Plan, row: int, at: float, sign: float) -> Window:
    """Return the view that moves with a photo, or against it, so far as the fill reaches: its move as seen, relative to
    the middle of its way."""
    way = plan.framing(row).way
    here, rest = way.at(at).window, way.at(_MIDDLE).window
    widest = max(way.opening.w, way.closing.w, rest.w)
    tightest = min(way.opening.w, way.closing.w, rest.w)
    # The share of its own zoom that is left open: whole where the photo is widest.
    zoom = (here.w - tightest) / (widest - tightest) if widest > tightest * 1.001 else _MIDDLE
    view = _zoomed(zoom if sign > 0 else 1 - zoom)
    most = max(abs(end[axis] - rest[axis]) / rest[axis + 2] for end in (way.opening, way.closing) for axis in (0, 1))
    reach = DRIFT / most if most > DRIFT else 1.0
    room_x, room_y = (1 - view.w) / 2, (1 - view.h) / 2
    shift_x, shift_y = (
        sign * reach * (here[axis] + here[axis + 2] / 2 - rest[axis] - rest[axis + 2] / 2) / rest[axis + 2]
        for axis in (0, 1)
    )
    return view._replace(x=view.x + min(max(shift_x, -room_x), room_x), y=view.y + min(max(shift_y, -room_y), room_y))
