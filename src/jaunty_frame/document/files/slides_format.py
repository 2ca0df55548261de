"""Slides as text, for the clipboard and for dragging between windows: with their photos and hand-set framings.

Photo paths in it are absolute, so that any project can take them up.
"""

from collections.abc import Callable, Collection
from typing import Annotated

from pydantic import Field

from jaunty_frame.document.basis.values import ShortText, Value
from jaunty_frame.document.files.json_text import Form, checked, read_object, write_object
from jaunty_frame.document.model import MAX_SLIDES, HandSet, Project, Slide
from jaunty_frame.document.photo import Photo

_FORM = Form("jaunty-frame-slides", 1, "set of slides")


class CopiedSlides(Value):
    """window : which window they are from; photos without slides are from the set."""

    window: ShortText = ""
    slides: Annotated[tuple[Slide, ...], Field(max_length=MAX_SLIDES)] = ()
    photos: Annotated[tuple[Photo, ...], Field(max_length=MAX_SLIDES)] = ()
    hand_set: Annotated[tuple[HandSet, ...], Field(max_length=MAX_SLIDES * 8)] = ()


def copied_slides(
    project: Project, slide_ids: Collection[str], absolute: Callable[[str], str], window: str = ""
) -> CopiedSlides:
    """Return slides of a project with all that belongs to them. absolute : gives photo paths that hold anywhere."""
    slides = tuple(slide for slide in project.slides if slide.id in slide_ids)
    return CopiedSlides(
        window=window,
        slides=slides,
        photos=_absolute(project.photos_of(slides), absolute),
        hand_set=tuple(framing for framing in project.hand_set if framing.slide in slide_ids),
    )


def copied_photos(
    project: Project, photo_ids: Collection[str], absolute: Callable[[str], str], window: str = ""
) -> CopiedSlides:
    """Return photos of a project's set by themselves."""
    photos = tuple(photo for photo in project.photos if photo.id in photo_ids)
    return CopiedSlides(window=window, photos=_absolute(photos, absolute))


def _absolute(photos: tuple[Photo, ...], absolute: Callable[[str], str]) -> tuple[Photo, ...]:
    return tuple(photo.changed(path=absolute(photo.path)) for photo in photos)


def slides_to_text(copied: CopiedSlides) -> str:
    return write_object(_FORM, copied.model_dump(mode="json", exclude_none=True))


def slides_from_text(text: str) -> CopiedSlides:
    """Return the slides written in ``text``; ProjectError where that is nothing of the kind."""
    content, _ = read_object(text, "What was copied", _FORM)
    return checked(CopiedSlides, content, "What was copied")
