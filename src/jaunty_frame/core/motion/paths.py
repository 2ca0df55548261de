"""How the window travels from opening to closing.

Zoom is perceived in ratios, so the window's size changes exponentially with the eased progress u:
with r = ln(w1 / w0), s = expm1(u r) / expm1(r) and window = opening + s (closing - opening). All windows of a
path are convex combinations of its ends; they stay inside every convex region that holds both. Far pans may rise on
their way instead (``core.motion.arcs``).
"""

from functools import lru_cache
from math import expm1, log

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.arcs import Arc, arc_window

Easing = tuple[float, float, float, float]

# Source: W3C CSS Easing Functions 1, section 2.2.
LINEAR: Easing = (0.0, 0.0, 1.0, 1.0)
EASE: Easing = (0.25, 0.1, 0.25, 1.0)
EASE_IN: Easing = (0.42, 0.0, 1.0, 1.0)
EASE_OUT: Easing = (0.0, 0.0, 0.58, 1.0)
EASE_IN_OUT: Easing = (0.42, 0.0, 0.58, 1.0)
# Ours, for a photo that enters the frame: in place after a third of the time, then at rest.
ENTERING: Easing = (0.05, 0.7, 0.1, 1.0)

_ACCURACY = 1e-9
_STEPS = 60


@lru_cache(maxsize=65536)
def eased(progress: float, easing: Easing) -> float:
    """Return the output of the cubic Bezier timing function ``easing`` at ``progress`` in 0..1.

    Source: W3C CSS Easing Functions 1. x(t) is solved to 1e-9 by Newton's method inside a bisection bracket.
    """
    x1, y1, x2, y2 = easing
    if progress <= 0.0 or progress >= 1.0:
        return 0.0 if progress <= 0.0 else 1.0
    if x1 == y1 and x2 == y2:
        return progress
    low, high, t = 0.0, 1.0, progress
    for _ in range(_STEPS):
        error = _bezier(t, x1, x2) - progress
        if abs(error) < _ACCURACY:
            break
        low, high = (t, high) if error < 0 else (low, t)
        slope = _bezier_slope(t, x1, x2)
        step = t - error / slope if slope > 0 else low
        t = step if low < step < high else (low + high) / 2
    return _bezier(t, y1, y2)


def _bezier(t: float, a: float, b: float) -> float:
    return ((1 + 3 * a - 3 * b) * t + (3 * b - 6 * a)) * t * t + 3 * a * t


def _bezier_slope(t: float, a: float, b: float) -> float:
    return (3 * (1 + 3 * a - 3 * b) * t + 2 * (3 * b - 6 * a)) * t + 3 * a


def window_at(opening: Window, closing: Window, easing: Easing, progress: float, arc: Arc | None = None) -> Window:
    """Return the window at ``progress`` in 0..1 of the move from ``opening`` to ``closing``, straight or by an arc."""
    if opening == closing:
        return opening
    if arc is not None:
        return arc_window(opening, closing, arc, eased(progress, easing))
    s = _travelled(opening, closing, eased(progress, easing))
    if s >= 1.0:
        return closing
    return Window(*(a + s * (b - a) for a, b in zip(opening, closing, strict=True)))


def degrees_at(opening: float, closing: float, easing: Easing, progress: float) -> float:
    """Return the turn at ``progress`` in 0..1 of a move between two turns in degrees."""
    return opening if opening == closing else opening + eased(progress, easing) * (closing - opening)


def _travelled(opening: Window, closing: Window, u: float) -> float:
    r = log(closing.w / opening.w)
    # Below this the exponential differs from the straight line by less than a millionth of the way.
    return u if abs(r) < 1e-6 else expm1(u * r) / expm1(r)


def progress_of_frame(frame: int, frames: int) -> float:
    """Return the progress at ``frame`` of a slide seen for ``frames``: 0 at its first, 1 at its last."""
    return frame / (frames - 1) if frames > 1 else 0.0
