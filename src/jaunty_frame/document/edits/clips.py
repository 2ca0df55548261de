"""Edits of clips' slides: which part is shown, how fast, and one slide made two."""

from collections.abc import Sequence
from fractions import Fraction
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import free_slide_id, with_slides
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.errors import UsageError


def set_clip(slide_ids: Sequence[str], label: str, **fields: Any) -> Edit:
    """Set fields of the clips of some slides; those that show none stay as they are."""
    chosen = set(slide_ids)

    def changed(slide: Slide) -> Slide:
        if slide.id not in chosen or not isinstance(slide.exhibit, ClipExhibit):
            return slide
        return slide.changed(exhibit=slide.exhibit.changed(**fields))

    return Edit(label, lambda project: with_slides(project, changed))


def split_clip(slide_id: str, at: Fraction) -> Edit:
    """Make two slides of one: its clip up to a moment of the file, and from there on.

    The second has no words, and seconds of its own no more than the first; UsageError where the moment lies in none of
    the two.
    """

    def apply(project: Project) -> Project:
        slides = list(project.slides)
        place = next((k for k, slide in enumerate(slides) if slide.id == slide_id), -1)
        exhibit = slides[place].exhibit if place >= 0 else None
        if not isinstance(exhibit, ClipExhibit):
            return project
        moving = project.photo(exhibit.photo).moving
        assert moving is not None
        begins, ends = exhibit.part_of(moving)
        if not begins < at < ends:
            raise UsageError("Here is nothing to be split: go to a moment between the clip's begin and end.")
        early, late = exhibit.changed(begins=begins, ends=at), exhibit.changed(begins=at, ends=exhibit.ends)
        first, second = (late, early) if exhibit.backwards else (early, late)
        own = free_slide_id(exhibit.photo, slides)
        slides[place : place + 1] = [
            slides[place].changed(exhibit=first, seconds=None),
            slides[place].changed(id=own, exhibit=second, seconds=None, words=(), instants=()),
        ]
        here = [framing for framing in project.hand_set if framing.slide == slide_id]
        copies = tuple(framing.changed(slide=own) for framing in here)
        return project.changed(slides=tuple(slides), hand_set=(*project.hand_set, *copies))

    return Edit("Split the clip", apply)
