"""What one frame of a show shows: decided from the plan, without a pixel. Equal contents give equal pixels."""

from bisect import bisect_right
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import degrees_at, progress_of_frame, window_at
from jaunty_frame.show.planning.plan import Plan


class Layer(NamedTuple):
    """One slide, seen through ``window``, the photo turned clockwise by ``degrees`` about the window's centre."""

    slide: int
    window: Window
    degrees: float = 0.0


class FrameContent(NamedTuple):
    """A slide, in a transition the incoming one with its weight, and how much light the picture has."""

    layer: Layer
    incoming: Layer | None = None
    weight: float = 0.0
    light: float = 1.0

    def alone(self) -> "FrameContent":
        """Return the slide's picture by itself; which slide it is makes no difference to its pixels."""
        return FrameContent(self.layer._replace(slide=0))


def frame_content(plan: Plan, n: int) -> FrameContent:
    """Return what frame ``n`` shows; 0 <= n < plan.schedule.total."""
    schedule = plan.schedule
    if not 0 <= n < schedule.total:
        raise IndexError(f"frame {n} of {schedule.total}")
    k = bisect_right(schedule.first, n) - 1
    light = _light(n, schedule.total, schedule.fade_in, schedule.fade_out)
    last_of_before = schedule.first[k - 1] + schedule.frames[k - 1] if k else 0
    if n >= last_of_before:
        return FrameContent(_layer(plan, k, n), light=light)
    first = schedule.first[k]
    weight = (n - first + 0.5) / (last_of_before - first)
    return FrameContent(_layer(plan, k - 1, n), _layer(plan, k, n), weight, light)


def slide_content(plan: Plan, k: int, progress: float) -> FrameContent:
    """Return slide ``k`` alone at ``progress`` in 0..1 of its move, without transitions and fades."""
    return FrameContent(_layer_at(plan, k, progress))


def base_content(plan: Plan, k: int) -> FrameContent:
    """Return slide ``k`` alone at its solved composition."""
    framing = plan.framing(k)
    return FrameContent(Layer(k, framing.base, framing.base_degrees))


def _layer(plan: Plan, k: int, n: int) -> Layer:
    return _layer_at(plan, k, progress_of_frame(n - plan.schedule.first[k], plan.schedule.frames[k]))


def _layer_at(plan: Plan, k: int, progress: float) -> Layer:
    framing = plan.framing(k)
    window = window_at(framing.opening, framing.closing, framing.easing, progress, framing.arc)
    degrees = degrees_at(framing.opening_degrees, framing.closing_degrees, framing.easing, progress)
    return Layer(k, window, degrees)


def _light(n: int, total: int, fade_in: int, fade_out: int) -> float:
    light = 1.0
    if n < fade_in:
        light = (n + 0.5) / fade_in
    if n >= total - fade_out:
        light *= (total - n - 0.5) / fade_out
    return light
