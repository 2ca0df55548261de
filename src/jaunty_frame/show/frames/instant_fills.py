"""What a slide's instants make of its fill at a point of its time."""

from jaunty_frame.core.motion.paths import eased
from jaunty_frame.document.instant import Instant
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.layers.layer import Layer
from jaunty_frame.show.frames.layers.mix import Mix

_DISSOLVE = CrossDissolve.model_construct()


def fill_at(layer: FillLayer, instants: tuple[Instant, ...], at: float) -> Layer:
    """Return the fill at a share of the time: that of the last instant that has one, coming over the one before."""
    before: FillLayer = layer
    came: Instant | None = None
    for one in instants:
        if one.fill is None:
            came = one if one.at <= at else came
            continue
        new = layer._replace(fill=one.fill, view=None)
        if one.at <= at:
            before, came = new, one
            continue
        start = came.at if came is not None else 0.0
        easing = came.easing if came is not None else one.easing
        share = eased((at - start) / max(one.at - start, 1e-9), easing)
        return before if share <= 0 else Mix((before,), (new,), _DISSOLVE, share)
    return before
