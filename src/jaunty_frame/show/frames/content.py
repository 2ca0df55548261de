"""What one frame of a show shows: decided from the plan, without a pixel. Equal contents give equal pixels."""

from bisect import bisect_right
from dataclasses import replace
from typing import NamedTuple

from jaunty_frame.core.motion.paths import eased, progress_of_frame
from jaunty_frame.core.painting.surface import FrameFormat
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.photo import NO_CORRECTION
from jaunty_frame.document.transition import PhotoTransition, TimedTransition, Transition
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.show.frames.exhibits import slide_layers
from jaunty_frame.show.frames.fills import seen_fill
from jaunty_frame.show.frames.layers.fill import FillLayer
from jaunty_frame.show.frames.layers.layer import Layers, Source, sources_of
from jaunty_frame.show.frames.layers.mix import Mix, MixOverFill
from jaunty_frame.show.frames.layers.still import Faded, without_fills
from jaunty_frame.show.frames.piles import arriving_layers, comes_to_lie
from jaunty_frame.show.frames.words import layers_over, words_layers
from jaunty_frame.show.planning.joints import joint, previous_shown
from jaunty_frame.show.planning.plan import Plan

_MIDDLE = 0.5


class Veil(NamedTuple):
    """A colour over the whole picture, of which ``share`` is left."""

    colour: str
    share: float


class FrameContent(NamedTuple):
    """Layers from back to front, and veils over them."""

    layers: Layers
    veils: tuple[Veil, ...] = ()

    def sources(self, frame: FrameFormat) -> tuple[Source, ...]:
        """Return what must be ready before this can be painted on ``frame``."""
        return sources_of(self.layers, frame)


def frame_content(plan: Plan, n: int) -> FrameContent:
    """Return what frame ``n`` shows; 0 <= n < plan.schedule.total."""
    schedule = plan.schedule
    if not 0 <= n < schedule.total:
        raise IndexError(f"frame {n} of {schedule.total}")
    k = bisect_right(schedule.first, n) - 1
    before = previous_shown(plan, k)
    seen_until = schedule.first[before] + schedule.frames[before] if before is not None else 0
    if before is None or n >= seen_until:
        layers = slide_layers(plan, k, _progress(plan, k, n))
        return FrameContent((*layers, *layers_over(plan, n)), _veils(n, plan))
    transition = joint(plan, before)
    assert transition is not None
    progress = (n - schedule.first[k] + 0.5) / (seen_until - schedule.first[k])
    ends = (before, _progress(plan, before, n)), (k, _progress(plan, k, n))
    layers = transition_layers(plan, *ends, transition, progress)
    return FrameContent((*layers, *layers_over(plan, n)), _veils(n, plan))


def transition_layers(
    plan: Plan, old: tuple[int, float], new: tuple[int, float], transition: Transition, progress: float
) -> Layers:
    """Return what is seen at ``progress`` of a transition's time. old, new : a slide and how far it is on its way."""
    if isinstance(transition, TimedTransition):
        progress = eased(progress, transition.easing)
    if isinstance(transition, Pile) and comes_to_lie(plan, new[0]):
        # Prints lie on one another, words do not: they go with one slide and come with the next.
        words = Faded(words_layers(plan, *old), 1 - progress), Faded(words_layers(plan, *new), progress)
        pile = arriving_layers(plan, old, new, transition, progress)
        return (*pile, *(one for one in words if one.layers))
    below, above = slide_layers(plan, *old), slide_layers(plan, *new)
    if isinstance(transition, PhotoTransition) and transition.fill_kind != "same":
        fills = seen_fill(plan, *old), seen_fill(plan, *new)
        return (MixOverFill(fills, without_fills(below), without_fills(above), transition, progress),)
    return (Mix(below, above, transition, progress),)


def slide_content(plan: Plan, k: int, progress: float) -> FrameContent:
    """Return slide ``k`` alone at ``progress`` in 0..1 of its way, without transitions and fades, with what lies over
    the show then."""
    return FrameContent((*slide_layers(plan, k, progress), *_over_slide(plan, k, progress)))


def _over_slide(plan: Plan, k: int, progress: float) -> Layers:
    if not plan.schedule.frames[k]:
        return ()  # the output leaves it out
    return layers_over(plan, plan.schedule.first[k] + progress * (plan.schedule.frames[k] - 1))


def fill_alone(plan: Plan, k: int, progress: float) -> FrameContent:
    """Return the fill of slide ``k`` without what lies on it."""
    return FrameContent((seen_fill(plan, k, progress),))


def photo_alone(plan: Plan, k: int, progress: float) -> FrameContent:
    """Return what slide ``k`` shows on plain grey."""
    grey = PlainFill.model_construct(colour="#808080")
    return FrameContent((FillLayer(grey, None), *without_fills(slide_layers(plan, k, progress))))


def without_correction(plan: Plan, k: int) -> Plan:
    """Return the plan as if the photos of slide ``k`` had no colour correction."""
    photos = list(plan.table.photos)
    for row in plan.rows_of(k):
        photos[row] = photos[row].changed(correction=NO_CORRECTION)
    return replace(plan, table=replace(plan.table, photos=tuple(photos)))


def base_content(plan: Plan, k: int) -> FrameContent:
    """Return slide ``k`` alone at its solved composition, with what lies over the show in the middle of it."""
    return FrameContent((*slide_layers(plan, k, None), *_over_slide(plan, k, _MIDDLE)))


def frames_ahead(plan: Plan, n: int) -> tuple[int, ...]:
    """Return frame ``n`` and the next one at which something new comes into view."""
    k = bisect_right(plan.schedule.first, n)
    # Slides that the output leaves out at its end begin where it ends.
    after = plan.schedule.first[k] if k < len(plan.schedule.first) else plan.schedule.total
    return (n, after) if after < plan.schedule.total else (n,)


def _progress(plan: Plan, k: int, n: int) -> float:
    return progress_of_frame(n - plan.schedule.first[k], plan.schedule.frames[k])


def _veils(n: int, plan: Plan) -> tuple[Veil, ...]:
    schedule, rules, veils = plan.schedule, plan.table.rules, []
    # A show begins and ends on the colour itself.
    if n < schedule.fade_in:
        veils.append(Veil(rules.fade_in_colour, n / schedule.fade_in))
    if n >= schedule.total - schedule.fade_out:
        veils.append(Veil(rules.fade_out_colour, (schedule.total - 1 - n) / schedule.fade_out))
    return tuple(veils)
