"""Taking in slides that were copied, from this project or another."""

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import free_photo_id, picture_of
from jaunty_frame.document.edits.slides import free_slide_id
from jaunty_frame.document.files.slides_format import CopiedSlides
from jaunty_frame.document.model import Project, Slide, photo_slide
from jaunty_frame.document.photo import Photo


def paste_slides(copied: CopiedSlides, at: int) -> Edit:
    """Put copied slides into the running order before position ``at``; photos alone get a slide each.

    Photos that the set has already are used; hand-set framings and what is set for one output go by the ids of outputs.
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
            slide = slide.renamed(names)
            own = free_slide_id(next(iter(slide.exhibit.photos), slide.exhibit.kind), [*slides, *fresh])
            ids[slide.id] = own
            fresh.append(slide.with_outputs(outputs).changed(id=own))
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
    return tuple(photo_slide(photo.id, photo) for photo in photos)
