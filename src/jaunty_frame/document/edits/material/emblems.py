"""Edits of emblems: small pictures over the show."""

from collections.abc import Iterable
from typing import Any

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import free_photo_id, picture_of
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.words import Emblem, EmblemInOutput


def add_emblem(photo: Photo, slide_ids: Iterable[str] = (), **fields: Any) -> Edit:
    """Lay a picture over slides, or over all; it comes into the set, unless it is there already."""

    def apply(project: Project) -> Project:
        known = {picture_of(one): one.id for one in project.photos}
        photo_id, photos = known.get(picture_of(photo)), project.photos
        if photo_id is None:
            photo_id = free_photo_id(photo.id, {one.id for one in photos})
            photos = (*photos, photo.changed(id=photo_id))
        taken, number = {one.id for one in project.emblems}, 1
        while f"emblem-{number}" in taken:
            number += 1
        emblem = Emblem(id=f"emblem-{number}", photo=photo_id, slides=tuple(slide_ids), **fields)
        return project.changed(photos=photos, emblems=(*project.emblems, emblem))

    return Edit("Add emblem", apply)


def set_emblem(emblem_id: str, **fields: Any) -> Edit:
    def apply(project: Project) -> Project:
        emblems = tuple(one.changed(**fields) if one.id == emblem_id else one for one in project.emblems)
        return project if emblems == project.emblems else project.changed(emblems=emblems)

    return Edit("Emblem", apply)


def set_emblem_in_output(emblem_id: str, output_id: str, label: str = "Emblem", **fields: Any) -> Edit:
    """Set what an emblem has of its own in one output; None means "as elsewhere"."""

    def changed(emblem: Emblem) -> Emblem:
        own = (emblem.in_output(output_id) or EmblemInOutput(output=output_id)).changed(**fields)
        others = tuple(one for one in emblem.in_outputs if one.output != output_id)
        kept = others if own == EmblemInOutput(output=output_id) else (*others, own)
        return emblem.changed(in_outputs=kept)

    def apply(project: Project) -> Project:
        emblems = tuple(changed(one) if one.id == emblem_id else one for one in project.emblems)
        return project if emblems == project.emblems else project.changed(emblems=emblems)

    return Edit(label, apply)


def remove_emblem(emblem_id: str) -> Edit:
    """Take an emblem off the show; its picture stays in the set."""

    def apply(project: Project) -> Project:
        return project.changed(emblems=tuple(one for one in project.emblems if one.id != emblem_id))

    return Edit("Remove emblem", apply)
