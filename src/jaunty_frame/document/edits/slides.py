"""Edits of the running order and of what holds for its slides."""

from collections.abc import Callable, Iterable
from typing import Any

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.words import Emblem


def free_slide_id(shown: str, slides: Iterable[Slide]) -> str:
    """Return an id for a slide that shows a photo (by its id), or something else (by its kind)."""
    taken = {slide.id for slide in slides}
    number = 1
    while f"{shown}-{number}" in taken:
        number += 1
    return f"{shown}-{number}"


def _id_beside(slide: Slide, slides: Iterable[Slide]) -> str:
    """Return a free id for a slide that shows what ``slide`` does."""
    return free_slide_id(next(iter(slide.exhibit.photos), slide.exhibit.kind), slides)


def remove_slides(slide_ids: Iterable[str]) -> Edit:
    """Take slides out of the running order; their photos stay in the set."""
    gone = set(slide_ids)

    def apply(project: Project) -> Project:
        return project.changed(
            slides=tuple(slide for slide in project.slides if slide.id not in gone),
            hand_set=tuple(framing for framing in project.hand_set if framing.slide not in gone),
            accepted=tuple(one for one in project.accepted if one.slide not in gone),
            emblems=emblems_without_slides(project.emblems, gone),
            sound=project.sound.without_slides(gone),
        )

    return Edit("Remove slides" if len(gone) > 1 else "Remove slide", apply)


def emblems_without_slides(emblems: Iterable[Emblem], gone: set[str]) -> tuple[Emblem, ...]:
    """Return emblems without slides that go; one that lay over these alone goes with them."""
    kept = []
    for emblem in emblems:
        left = tuple(name for name in emblem.slides if name not in gone)
        if left or not emblem.slides:
            kept.append(emblem if left == emblem.slides else emblem.changed(slides=left))
    return tuple(kept)


def repeat_slide(slide_id: str) -> Edit:
    """Show a slide's photo once more, right after it."""

    def apply(project: Project) -> Project:
        slides = list(project.slides)
        position = next(k for k, slide in enumerate(slides) if slide.id == slide_id)
        again = slides[position].changed(id=_id_beside(slides[position], slides))
        slides.insert(position + 1, again)
        return project.changed(slides=tuple(slides))

    return Edit("Show photo again", apply)


def move_slides(slide_ids: Iterable[str], before: int) -> Edit:
    """Move slides, in their order, to stand before the slide that is now at position ``before``."""
    moving = set(slide_ids)

    def apply(project: Project) -> Project:
        taken = [slide for slide in project.slides if slide.id in moving]
        head = [slide for slide in project.slides[:before] if slide.id not in moving]
        tail = [slide for slide in project.slides[before:] if slide.id not in moving]
        slides = (*head, *taken, *tail)
        return project if slides == project.slides else project.changed(slides=slides)

    return Edit("Move slides" if len(moving) > 1 else "Move slide", apply)


def add_close_up(slide_id: str, box: Window) -> Edit:
    """Show a part of a slide's photo in a slide of its own, right after it."""

    def apply(project: Project) -> Project:
        slides = list(project.slides)
        position = next(k for k, slide in enumerate(slides) if slide.id == slide_id)
        before = slides[position]
        exhibit = before.exhibit.with_close_up(box)
        close = before.changed(id=_id_beside(before, slides), exhibit=exhibit, placement=None)
        slides.insert(position + 1, close)
        return project.changed(slides=tuple(slides))

    return Edit("Add close-up", apply)


def leave_out(slide_ids: Iterable[str], output_id: str, left_out: bool) -> Edit:
    """Leave slides out of an output, or show them there again."""
    chosen = set(slide_ids)

    def changed(slide: Slide) -> Slide:
        others = tuple(name for name in slide.left_out if name != output_id)
        return slide.changed(left_out=(*others, output_id) if left_out else others)

    def apply(project: Project) -> Project:
        return with_slides(project, lambda slide: changed(slide) if slide.id in chosen else slide)

    return Edit("Leave out" if left_out else "Show again", apply)


def with_slides(project: Project, change: Callable[[Slide], Slide]) -> Project:
    """Return the project with every slide changed; the same where none is. Equal slides stay the objects they are."""
    slides = tuple(slide if (after := change(slide)) is slide or after == slide else after for slide in project.slides)
    same = all(one is other for one, other in zip(slides, project.slides, strict=True))
    return project if same else project.changed(slides=slides)


def set_on_slides(slide_ids: Iterable[str], label: str, **fields: Any) -> Edit:
    """Set ``fields`` on slides; None means "as the house rules say"."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        return with_slides(project, lambda slide: slide.changed(**fields) if slide.id in chosen else slide)

    return Edit(label, apply)


def place_slides(slide_ids: Iterable[str], placement: Placement | None) -> Edit:
    """Set the placement of slides; a close-up is one no longer."""
    chosen = set(slide_ids)

    def placed(slide: Slide) -> Slide:
        return slide.changed(placement=placement, exhibit=slide.exhibit.with_close_up(None))

    def apply(project: Project) -> Project:
        return project.changed(slides=tuple(placed(s) if s.id in chosen else s for s in project.slides))

    return Edit("Placement", apply)
