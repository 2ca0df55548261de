"""A path that rises on its way from one place to a far one, so that the picture neither rushes by nor blurs.

J. J. van Wijk and W. A. A. Nuij, "Smooth and efficient zooming and panning", IEEE InfoVis 2003: the window grows,
travels and shrinks at one perceived speed. At every place it is at least as wide as on the straight path.
"""

from functools import lru_cache
from math import asinh, cosh, exp, hypot, log, sinh, sqrt, tanh
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window, grown, lies_in, lies_in_photo

_MOST_RHO = sqrt(2)
"""How much the persons in the paper liked the window to rise."""
_LEAST_RHO = 0.05
_SAMPLES = 48
_HALVINGS = 24
# Ends nearer than this, in photo widths, have no way between them.
_SAME_PLACE = 1e-9


class Arc(NamedTuple):
    """rho : how much the window rises, in 0..sqrt 2; photo_aspect : by which across and down are compared."""

    rho: float
    photo_aspect: float


def arc_window(opening: Window, closing: Window, arc: Arc, u: float) -> Window:
    """Return the window after the part ``u`` in 0..1 of the way's perceived length. All windows have one shape."""
    if u <= 0.0 or u >= 1.0:
        return opening if u <= 0.0 else closing
    rho, w0, w1 = arc.rho, opening.w, closing.w
    (x0, y0), (x1, y1) = _middle(opening), _middle(closing)
    way = hypot(x1 - x0, (y1 - y0) / arc.photo_aspect)
    if way < _SAME_PLACE:
        return _about(x0 + u * (x1 - x0), y0 + u * (y1 - y0), w0 * exp(u * log(w1 / w0)), opening)
    rise = rho * rho * way
    r0 = -asinh((w1 * w1 - w0 * w0 + rise * rise) / (2 * w0 * rise))
    r1 = -asinh((w1 * w1 - w0 * w0 - rise * rise) / (2 * w1 * rise))
    r = r0 + u * (r1 - r0)
    part = w0 / rise * (cosh(r0) * tanh(r) - sinh(r0))
    return _about(x0 + part * (x1 - x0), y0 + part * (y1 - y0), w0 * cosh(r0) / cosh(r), opening)


@lru_cache(maxsize=4096)
def highest_arc(
    opening: Window, closing: Window, photo_aspect: float, reach: tuple[float, float] = (1.0, 1.0)
) -> Arc | None:
    """Return the arc that rises most without leaving the photo and the wider end; None if none does.

    reach : extent of the windows' bounding boxes in windows, where they turn.
    """
    wider = max(opening, closing, key=lambda window: window.w)

    def fits(rho: float) -> bool:
        windows = arc_path(opening, closing, Arc(rho, photo_aspect))
        return all(lies_in_photo(grown(window, reach)) or lies_in(window, wider) for window in windows)

    (x0, y0), (x1, y1) = _middle(opening), _middle(closing)
    if hypot(x1 - x0, y1 - y0) < _SAME_PLACE or not fits(_LEAST_RHO):
        return None
    if fits(_MOST_RHO):
        return Arc(_MOST_RHO, photo_aspect)
    low, high = _LEAST_RHO, _MOST_RHO
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if fits(middle) else (low, middle)
    return Arc(low, photo_aspect)


def arc_path(opening: Window, closing: Window, arc: Arc) -> tuple[Window, ...]:
    """Return windows along the way, so close that those between are near their convex combinations."""
    return tuple(arc_window(opening, closing, arc, k / _SAMPLES) for k in range(_SAMPLES + 1))


def _middle(window: Window) -> tuple[float, float]:
    return window.x + window.w / 2, window.y + window.h / 2


def _about(x: float, y: float, width: float, like: Window) -> Window:
    height = width * like.h / like.w
    return Window(x - width / 2, y - height / 2, width, height)
