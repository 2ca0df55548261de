"""Edits of the set: photos come in, are turned, straightened, corrected."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from jaunty_frame.core.colouring.sketch import turned_sketch
from jaunty_frame.core.colouring.tones import turned_tones
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import free_slide_id, remove_slides, with_slides
from jaunty_frame.document.model import Project, Slide, exhibit_of, photo_slide
from jaunty_frame.document.photo import Correction, Photo


def add_photos(photos: Sequence[Photo], at: int | None = None) -> Edit:
    """Add photos to the set and a slide for each to the running order, at position ``at`` or at its end.

    Slides get the seconds that the house rules have for new ones.

    A copy of a photo that is in the set already gets a further slide of that one.
    """

    def apply(project: Project) -> Project:
        ids = {picture_of(photo): photo.id for photo in project.photos}
        taken = set(ids.values())
        new_photos: list[Photo] = []
        new = project.house_rules.seconds_new
        slides = list(project.slides)
        position = len(slides) if at is None else min(at, len(slides))
        for offset, photo in enumerate(photos):
            photo_id = ids.get(picture_of(photo))
            if photo_id is None:
                # A photo that has changed on disk keeps the name that it got from its former content.
                photo_id = ids[picture_of(photo)] = free_photo_id(photo.id, taken)
                taken.add(photo_id)
                new_photos.append(photo.changed(id=photo_id))
            own = free_slide_id(photo_id, slides)
            # A clip lasts as long as it is.
            seconds = new if photo.moving is None else None
            slides.insert(position + offset, photo_slide(own, photo.changed(id=photo_id), seconds=seconds))
        return project.changed(photos=(*project.photos, *new_photos), slides=tuple(slides))

    return Edit("Add photos" if len(photos) > 1 else "Add photo", apply)


def show_photos(photo_ids: Sequence[str], at: int | None = None) -> Edit:
    """Add a slide for each of some photos of the set, at position ``at`` of the running order or at its end."""

    def apply(project: Project) -> Project:
        wanted = {photo.id: photo for photo in project.photos}
        return add_photos([wanted[name] for name in photo_ids if name in wanted], at).apply(project)

    return Edit("Show photos" if len(photo_ids) > 1 else "Show photo", apply)


def remove_photos(photo_ids: Iterable[str]) -> Edit:
    """Take photos out of the set, with the slides that show them alone; groups go on with what is left."""
    gone = set(photo_ids)

    def left(slide: Slide, photos: Mapping[str, Photo]) -> Slide:
        kept = tuple(name for name in slide.exhibit.photos if name not in gone)
        if not kept or kept == slide.exhibit.photos:
            return slide
        rest = exhibit_of(photos[kept[0]]) if len(kept) == 1 else slide.exhibit.changed(members=kept)
        return slide.changed(exhibit=rest)

    def apply(project: Project) -> Project:
        photos = {photo.id: photo for photo in project.photos}
        before, project = project.slides, with_slides(project, lambda slide: left(slide, photos))
        others = {one.id for one, after in zip(before, project.slides, strict=True) if one is not after}
        project = project.changed(hand_set=tuple(one for one in project.hand_set if one.slide not in others))
        showing = [slide.id for slide in project.slides if gone.intersection(slide.exhibit.photos)]
        without = remove_slides(showing).apply(project)
        return without.changed(
            photos=tuple(photo for photo in without.photos if photo.id not in gone),
            emblems=tuple(emblem for emblem in without.emblems if emblem.photo not in gone),
        )

    return Edit("Remove photos from the set" if len(gone) > 1 else "Remove photo from the set", apply)


def without_copies(project: Project, photos: Sequence[Photo]) -> tuple[list[Photo], list[Photo]]:
    """Return the photos that show something new to ``project``, and those that are copies of others or of its own."""
    seen = {picture_of(photo) for photo in project.photos}
    fresh: list[Photo] = []
    copies: list[Photo] = []
    for photo in photos:
        (copies if picture_of(photo) in seen else fresh).append(photo)
        seen.add(picture_of(photo))
    return fresh, copies


def picture_of(photo: Photo) -> str:
    """Return what a photo and its copies have in common."""
    return photo.content or photo.id


def free_photo_id(wanted: str, taken: set[str]) -> str:
    """Return ``wanted``, or with a number where that is taken."""
    number, free = 1, wanted
    while free in taken:
        number += 1
        free = f"{wanted}-{number}"
    return free


def with_photo(project: Project, photo_id: str, **fields: Any) -> Project:
    """Return the project with fields of one photo changed."""
    return project.changed(
        photos=tuple(photo.changed(**fields) if photo.id == photo_id else photo for photo in project.photos)
    )


def set_on_photo(photo_id: str, label: str, **fields: Any) -> Edit:
    """Set ``fields`` (straightening, correction) of a photo."""
    return Edit(label, lambda project: with_photo(project, photo_id, **fields))


def correct_photos(photo_ids: Iterable[str], correction: Correction) -> Edit:
    """Give several photos a colour correction."""
    chosen = set(photo_ids)

    def apply(project: Project) -> Project:
        photos = tuple(
            photo.changed(correction=correction) if photo.id in chosen and photo.correction != correction else photo
            for photo in project.photos
        )
        return project if photos == project.photos else project.changed(photos=photos)

    return Edit("Correction", apply)


def turn_photos(photo_ids: Iterable[str], quarter_turns: int) -> Edit:
    """Turn photos clockwise; keep areas turn with them, their hand-set framings are dropped."""
    turning = set(photo_ids)

    def turned(photo: Photo) -> Photo:
        areas = tuple(area.turned(quarter_turns) for area in photo.keep_areas)
        attention = photo.attention.turned(quarter_turns)
        turns = (photo.quarter_turns + quarter_turns) % 4
        moving = photo.moving
        if moving is not None and moving.tracks:
            moving = moving.changed(tracks=tuple(track.turned(quarter_turns) for track in moving.tracks))
        return photo.changed(
            moving=moving,
            quarter_turns=turns,
            keep_areas=areas,
            attention=attention,
            sketch=turned_sketch(photo.sketch, quarter_turns),
            tones=turned_tones(photo.tones, quarter_turns),
            seems_turned=0,
        )

    def apply(project: Project) -> Project:
        slides = {slide.id for slide in project.slides if turning.intersection(slide.exhibit.photos)}
        turns = dict.fromkeys(turning, quarter_turns)
        return project.changed(
            photos=tuple(turned(photo) if photo.id in turning else photo for photo in project.photos),
            slides=tuple(
                slide.changed(exhibit=slide.exhibit.turned(turns)) if slide.id in slides else slide
                for slide in project.slides
            ),
            hand_set=tuple(framing for framing in project.hand_set if framing.slide not in slides),
        )

    return Edit("Turn photo" if len(turning) == 1 else "Turn photos", apply)
