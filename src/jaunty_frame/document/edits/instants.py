"""Edits of instants: what a slide is like at points of its time."""

from collections.abc import Callable, Iterable
from typing import Any, Literal

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import EASE_IN, EASE_OUT
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.instant import POSE_FIELDS, SAME_INSTANT, Instant, WindowInstant
from jaunty_frame.document.model import Project, Slide

Edge = Literal["left", "right", "top", "bottom"]
_BEYOND = 1.25
"""Frames by which a print stands beyond the frame."""
_LASTS = 0.25
"""Of the slide's time: how long it takes to come in, or to go."""
_PLACES: dict[Edge, tuple[str, float]] = {
    "left": ("across", -_BEYOND),
    "right": ("across", _BEYOND),
    "top": ("down", -_BEYOND),
    "bottom": ("down", _BEYOND),
}


def instant_near(instants: Iterable[Instant], at: float) -> Instant | None:
    """Return the instant that stands at a share of the time, if there is one."""
    return next((one for one in instants if abs(one.at - at) <= SAME_INSTANT), None)


def set_at_instant(slide_ids: Iterable[str], at: float, **values: Any) -> Edit:
    """Set values at a point of the time: of the instant there, or of a new one."""

    def changed(slide: Slide) -> Slide:
        there = instant_near(slide.instants, at)
        new = there.changed(**values) if there else Instant(at=at, **values)
        return _with(slide, there, new)

    return _edit(slide_ids, "Instant", changed)


def move_instant(slide_ids: Iterable[str], at: float, to: float) -> Edit:
    """Move an instant; one that stands where it goes is replaced."""

    def changed(slide: Slide) -> Slide:
        there = instant_near(slide.instants, at)
        if there is None:
            return slide
        without = _with(slide, there, None)
        return _with(without, instant_near(without.instants, to), there.changed(at=min(max(to, 0.0), 1.0)))

    return _edit(slide_ids, "Move instant", changed)


def copy_instant(slide_ids: Iterable[str], at: float, to: float) -> Edit:
    """Have the values of an instant at another point of the time too."""

    def changed(slide: Slide) -> Slide:
        there = instant_near(slide.instants, at)
        if there is None or abs(at - to) <= SAME_INSTANT:
            return slide
        return _with(slide, instant_near(slide.instants, to), there.changed(at=to))

    return _edit(slide_ids, "Copy instant", changed)


def delete_instant(slide_ids: Iterable[str], at: float) -> Edit:
    return _edit(slide_ids, "Delete instant", lambda slide: _with(slide, instant_near(slide.instants, at), None))


def come_from(slide_ids: Iterable[str], edge: Edge) -> Edit:
    """Let a photo come from beyond an edge of the frame to where it rests."""
    name, value = _PLACES[edge]

    def changed(slide: Slide) -> Slide:
        slide = _with(slide, instant_near(slide.instants, 0.0), Instant(at=0.0, easing=EASE_OUT, **{name: value}))
        return _at_rest(slide, _LASTS, name)

    return _edit(slide_ids, "Comes in", changed)


def go_to(slide_ids: Iterable[str], edge: Edge) -> Edit:
    """Let a photo go beyond an edge of the frame at the end."""
    name, value = _PLACES[edge]

    def changed(slide: Slide) -> Slide:
        slide = _at_rest(slide, 1 - _LASTS, name)
        return _with(slide, instant_near(slide.instants, 1.0), Instant(at=1.0, **{name: value}))

    return _edit(slide_ids, "Goes out", changed)


def set_window_instant(slide_id: str, output_id: str, at: float, window: Window | None, member: int = 0) -> Edit:
    """Let the window of a framing set by hand go through a place; None = no longer."""

    def apply(project: Project) -> Project:
        framing = project.hand_set_framing(slide_id, output_id, member)
        if framing is None:
            return project
        others = [one for one in framing.between if abs(one.at - at) > SAME_INSTANT]
        if window is not None:
            others.append(WindowInstant(at=at, window=window))
        after = framing.changed(between=tuple(sorted(others, key=lambda one: one.at)))
        return project.changed(hand_set=tuple(after if one is framing else one for one in project.hand_set))

    return Edit("Window at an instant", apply)


def _at_rest(slide: Slide, at: float, name: str) -> Slide:
    there = instant_near(slide.instants, at)
    rest = (there or Instant(at=at, easing=EASE_IN)).changed(**{name: 0.0})
    return _with(slide, there, rest)


def _with(slide: Slide, old: Instant | None, new: Instant | None) -> Slide:
    kept = [one for one in slide.instants if one is not old]
    if new is not None and (new.fill is not None or any(getattr(new, name) is not None for name in POSE_FIELDS)):
        kept.append(new)
    return slide.changed(instants=tuple(sorted(kept, key=lambda one: one.at)))


def _edit(slide_ids: Iterable[str], label: str, change: Callable[[Slide], Slide]) -> Edit:
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        return with_slides(project, lambda slide: change(slide) if slide.id in chosen else slide)

    return Edit(label, apply)
