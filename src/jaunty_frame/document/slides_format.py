"""Slides as text, for the clipboard and for dragging between windows: with their photos and hand-set framings.

Photo paths in it are absolute, so that any project can take them up.
"""

from collections.abc import Callable, Collection
from typing import Annotated

from pydantic import Field

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.photos import free_photo_id, picture_of
from jaunty_frame.document.edits.slides import free_slide_id
from jaunty_frame.document.json_text import Form, checked, read_object, write_object
from jaunty_frame.document.model import MAX_SLIDES, HandSet, Project, Slide, photo_slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.values import ShortText, Value

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


def paste_slides(copied: CopiedSlides, at: int) -> Edit:
    """Put copied slides into the running order before position ``at``; photos alone get a slide each.

    Photos that the set has already are used; hand-set framings and what is left out go by the ids of outputs.
    """

    def apply(project: Project) -> Project:
        known = {picture_of(photo): photo.id for photo in project.photos}
        new: list[Photo] = []
        names: dict[str, str] = {}
        taken = {photo.id for photo in project.photos}
        for photo in copied.photos:
            if picture_of(photo) not in known:
                own = known[picture_of(photo)] = free_photo_id(photo.id, taken)
                taken.add(own)
                new.append(photo.changed(id=own))
            names[photo.id] = known[picture_of(photo)]
        outputs = {output.id for output in project.outputs}
        slides, fresh, ids = list(project.slides), list[Slide](), dict[str, str]()
        for slide in copied.slides or _one_each(copied.photos):
            if not all(name in names for name in slide.exhibit.photos):
                continue  # it lacks its photo
            exhibit = slide.exhibit.renamed(names)
            own = ids[slide.id] = free_slide_id(next(iter(exhibit.photos), exhibit.kind), [*slides, *fresh])
            left_out = tuple(name for name in slide.left_out if name in outputs)
            fresh.append(slide.changed(id=own, exhibit=exhibit, left_out=left_out))
        hand_set = [
            framing.changed(slide=ids[framing.slide])
            for framing in copied.hand_set
            if framing.slide in ids and framing.output in outputs
        ]
        return project.changed(
            photos=(*project.photos, *new),
            slides=(*slides[:at], *fresh, *slides[at:]),
            hand_set=(*project.hand_set, *hand_set),
        )

    return Edit("Paste slides", apply)


def _one_each(photos: tuple[Photo, ...]) -> tuple[Slide, ...]:
    return tuple(photo_slide(photo.id, photo.id) for photo in photos)
