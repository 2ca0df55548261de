"""What one frame of a show shows: decided from the plan, without a pixel. Equal contents give equal pixels."""

from bisect import bisect_right
from dataclasses import replace
from typing import NamedTuple

from jaunty_frame.core.motion.paths import progress_of_frame
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.core.time.schedule import Schedule
from jaunty_frame.document.photo import NO_CORRECTION
from jaunty_frame.show.frames.exhibits import slide_layers
from jaunty_frame.show.frames.layers.layer import Layers, Source, sources_of
from jaunty_frame.show.frames.layers.mix import Mix
from jaunty_frame.show.planning.plan import Plan


class FrameContent(NamedTuple):
    """Layers from back to front, and how much light the whole picture has."""

    layers: Layers
    light: float = 1.0

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        """Return what must be ready before this can be painted on ``frame``."""
        return sources_of(self.layers, frame)


def frame_content(plan: Plan, n: int) -> FrameContent:
    """Return what frame ``n`` shows; 0 <= n < plan.schedule.total."""
    schedule = plan.schedule
    if not 0 <= n < schedule.total:
        raise IndexError(f"frame {n} of {schedule.total}")
    k = bisect_right(schedule.first, n) - 1
    layers, seen_until = _at(plan, k, n), 0
    if k:
        seen_until = schedule.first[k - 1] + schedule.frames[k - 1]
    transition = plan.joint(k - 1) if n < seen_until else None
    if transition is not None:
        progress = (n - schedule.first[k] + 0.5) / (seen_until - schedule.first[k])
        layers = (Mix(_at(plan, k - 1, n), layers, transition, progress),)
    return FrameContent(layers, _light(n, schedule))


def slide_content(plan: Plan, k: int, progress: float) -> FrameContent:
    """Return slide ``k`` alone at ``progress`` in 0..1 of its way, without transitions and fades."""
    return FrameContent(slide_layers(plan, k, progress))


def without_correction(plan: Plan, k: int) -> Plan:
    """Return the plan as if the photos of slide ``k`` had no colour correction."""
    photos = list(plan.table.photos)
    for row in plan.rows_of(k):
        photos[row] = photos[row].changed(correction=NO_CORRECTION)
    return replace(plan, table=replace(plan.table, photos=tuple(photos)), memo={})


def base_content(plan: Plan, k: int) -> FrameContent:
    """Return slide ``k`` alone at its solved composition."""
    return FrameContent(slide_layers(plan, k, None))


def frames_ahead(plan: Plan, n: int) -> tuple[int, ...]:
    """Return frame ``n`` and the next one at which something new comes into view."""
    k = bisect_right(plan.schedule.first, n)
    return (n, plan.schedule.first[k]) if k < len(plan.schedule.first) else (n,)


def _at(plan: Plan, k: int, n: int) -> Layers:
    return slide_layers(plan, k, progress_of_frame(n - plan.schedule.first[k], plan.schedule.frames[k]))


def _light(n: int, schedule: Schedule) -> float:
    light = 1.0
    if n < schedule.fade_in:
        light = (n + 0.5) / schedule.fade_in
    if n >= schedule.total - schedule.fade_out:
        light *= (schedule.total - n - 0.5) / schedule.fade_out
    return light
