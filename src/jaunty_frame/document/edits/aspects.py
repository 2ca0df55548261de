"""Edits that carry aspects from one slide to others, as they are or as a look."""

from collections.abc import Iterable, Sequence
from typing import Any

from jaunty_frame.core.motion.courses import Direction
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import correct_photos
from jaunty_frame.document.edits.slides import with_slides
from jaunty_frame.document.looks.aspects import SlideAspect, correction_of, held_fields, own_fields
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.model import Project, Slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import project_settings
from jaunty_frame.errors import UsageError

_MIRRORED = {"left": "right", "right": "left"}


def carry_over(from_id: str, aspects: set[SlideAspect], to_ids: Sequence[str], mirrored: bool = False) -> Edit:
    """Let slides say of ``aspects`` what one of them says; where it says nothing, they follow the house rules.

    mirrored : every second one, beginning with the first, gets left for right.
    """

    def apply(project: Project) -> Project:
        source = project.slide(from_id)
        fields = own_fields(source, aspects)
        turned = set(to_ids[::2]) if mirrored else set()
        chosen = set(to_ids)

        def carried(slide: Slide) -> Slide:
            if slide.id not in chosen:
                return slide
            return _with(slide, mirrored_fields(fields) if slide.id in turned else fields)

        correction = correction_of(_photo(project, source), aspects)
        changed = with_slides(project, carried)
        return changed if correction is None else correct_photos(_photos(project, chosen), correction).apply(changed)

    return Edit("Carry over", apply)


def mirrored_fields(fields: dict[str, Any]) -> dict[str, Any]:
    """Return fields of a slide with left for right."""
    mirrored = dict(fields)
    direction = mirrored.get("direction")
    if direction is not None:
        words = [_MIRRORED.get(word, word) for word in direction.value.split("-")]
        mirrored["direction"] = Direction("-".join(words))
    transition = mirrored.get("transition")
    side = getattr(transition, "direction", None)
    if transition is not None and side in _MIRRORED:
        mirrored["transition"] = transition.changed(direction=_MIRRORED[side])
    return mirrored


def apply_look(look: Look, slide_ids: Iterable[str]) -> Edit:
    """Let slides, and their photos, be as a look says."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        fields = look.slide_fields
        changed = with_slides(project, lambda slide: _with(slide, fields) if slide.id in chosen else slide)
        if look.correction is None:
            return changed
        return correct_photos(_photos(project, chosen), look.correction).apply(changed)

    return Edit(f"Look “{look.name}”", apply)


def look_of(project: Project, slide_id: str, aspects: set[SlideAspect], name: str) -> Look:
    """Return a look of what holds for a slide."""
    slide = project.slide(slide_id)
    held = held_fields(slide, project_settings(project, [slide])[0], aspects)
    return Look(name=name, **held, correction=correction_of(_photo(project, slide), aspects))


def save_look(look: Look) -> Edit:
    """Keep a look in the project, in place of one of the same name."""

    def apply(project: Project) -> Project:
        others = tuple(one for one in project.looks if one.name != look.name)
        return project.changed(looks=(*others, look))

    return Edit(f"Save look “{look.name}”", apply)


def rename_look(name: str, new_name: str) -> Edit:
    def apply(project: Project) -> Project:
        if new_name != name and any(look.name == new_name for look in project.looks):
            raise UsageError(f"There is a look “{new_name}” already; choose another name.")
        return project.changed(
            looks=tuple(one.changed(name=new_name) if one.name == name else one for one in project.looks)
        )

    return Edit(f"Rename look “{name}”", apply)


def delete_look(name: str) -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(looks=tuple(look for look in project.looks if look.name != name))

    return Edit(f"Delete look “{name}”", apply)


def _with(slide: Slide, fields: dict[str, Any]) -> Slide:
    slide = slide.changed(**fields)
    # A close-up says where the slide looks; a placement that is carried over says so in its place.
    return slide.changed(exhibit=slide.exhibit.with_close_up(None)) if "placement" in fields else slide


def _photo(project: Project, slide: Slide) -> Photo | None:
    return next((project.photo(name) for name in slide.exhibit.photos), None)


def _photos(project: Project, slide_ids: set[str]) -> set[str]:
    return {name for slide in project.slides if slide.id in slide_ids for name in slide.exhibit.photos}
