"""Aspects: what can be carried over from one slide to others, or kept in a look, each by itself.

An aspect is intent: words such as placement and move, never a window in numbers; so it makes sense on any shape.
"""

from enum import StrEnum
from typing import Any

from jaunty_frame.document.model import Slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import Settings


class SlideAspect(StrEnum):
    PLACEMENT = "placement"
    MOVE = "move"
    SECONDS = "seconds"
    JOINT = "joint"
    FILL = "fill"
    MOUNT = "mount"
    INSTANTS = "instants"
    CORRECTION = "correction"


SLIDE_FIELDS: dict[SlideAspect, tuple[str, ...]] = {
    SlideAspect.PLACEMENT: ("placement", "covering"),
    SlideAspect.MOVE: ("move", "direction", "strength", "easing", "path"),
    SlideAspect.SECONDS: ("seconds",),
    SlideAspect.JOINT: ("transition",),
    SlideAspect.FILL: ("fill",),
    SlideAspect.MOUNT: ("mount",),
    SlideAspect.INSTANTS: ("instants",),
    SlideAspect.CORRECTION: (),
}
"""Fields of the slide that belong to an aspect; the correction belongs to the photo."""


def own_fields(slide: Slide, aspects: set[SlideAspect]) -> dict[str, Any]:
    """Return what a slide itself says of aspects; None = as the house rules say."""
    return {name: getattr(slide, name) for aspect in SlideAspect if aspect in aspects for name in SLIDE_FIELDS[aspect]}


def held_fields(slide: Slide, settings: Settings, aspects: set[SlideAspect]) -> dict[str, Any]:
    """Return what holds for a slide, wherever it is said."""
    return {name: getattr(settings, name, getattr(slide, name)) for name in own_fields(slide, aspects)}


def correction_of(photo: Photo | None, aspects: set[SlideAspect]) -> Any:
    """Return the photo's correction if it is among the aspects, else None."""
    return photo.correction if photo is not None and SlideAspect.CORRECTION in aspects else None
