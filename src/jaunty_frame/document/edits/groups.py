"""Edits that put photos together on one slide, and take them apart again."""

from collections.abc import Sequence

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.slides import emblems_without_slides, free_slide_id, with_slides
from jaunty_frame.document.exhibit import Exhibit
from jaunty_frame.document.exhibits.group import MOST_TOGETHER, GroupExhibit
from jaunty_frame.document.model import MOST_WORDS, Project, Slide, exhibit_of
from jaunty_frame.document.words import Words
from jaunty_frame.errors import UsageError


def put_together(slide_ids: Sequence[str]) -> Edit:
    """Show the photos of slides on the first of them; the others go. UsageError where they are too many or too few."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        slides = [slide for slide in project.slides if slide.id in chosen]
        photos = tuple(dict.fromkeys(name for slide in slides for name in slide.exhibit.photos))
        if not 2 <= len(photos) <= MOST_TOGETHER:
            raise UsageError(f"Two to {MOST_TOGETHER} different photos can be put together; these are {len(photos)}.")
        first = slides[0].changed(exhibit=GroupExhibit(members=photos), placement=None, words=_words_of(slides))
        gone = chosen - {first.id}
        kept = tuple(first if slide.id == first.id else slide for slide in project.slides if slide.id not in gone)
        emblems = emblems_without_slides(project.emblems, gone)
        return _without_framings(project, chosen).changed(
            slides=kept, emblems=emblems, sound=project.sound.without_slides(gone, first.id)
        )

    return Edit("Put together", apply)


def add_to_slide(slide_id: str, photo_ids: Sequence[str]) -> Edit:
    """Show photos of the set beside what a slide shows already, as many as there is room for."""

    def apply(project: Project) -> Project:
        slide = project.slide(slide_id)
        photos = tuple(dict.fromkeys((*slide.exhibit.photos, *photo_ids)))[:MOST_TOGETHER]
        if len(photos) < 2 or photos == slide.exhibit.photos:
            return project
        before = slide.exhibit
        group = before.changed(members=photos) if isinstance(before, GroupExhibit) else GroupExhibit(members=photos)
        changed = slide.changed(exhibit=group, placement=None)
        slides = tuple(changed if one.id == slide_id else one for one in project.slides)
        return _without_framings(project, {slide_id}).changed(slides=slides)

    return Edit("Put together", apply)


def take_apart(slide_id: str) -> Edit:
    """Give every photo of a group a slide of its own, one after the other."""

    def apply(project: Project) -> Project:
        slides: list[Slide] = []
        photos = {photo.id: photo for photo in project.photos}
        for slide in project.slides:
            if slide.id != slide_id or not isinstance(slide.exhibit, GroupExhibit):
                slides.append(slide)
                continue
            for k, photo in enumerate(slide.exhibit.photos):
                own = slide.id if k == 0 else free_slide_id(photo, [*project.slides, *slides])
                words = slide.words if k == 0 else ()
                slides.append(slide.changed(id=own, exhibit=exhibit_of(photos[photo]), words=words))
        return _without_framings(project, {slide_id}).changed(slides=tuple(slides))

    return Edit("Take apart", apply)


def _words_of(slides: Sequence[Slide]) -> tuple[Words, ...]:
    """Return the words of several slides for one."""
    words = [one for slide in slides for one in slide.words][:MOST_WORDS]
    return tuple(one.changed(id=f"words-{number}") for number, one in enumerate(words, 1))


def set_exhibit(slide_id: str, exhibit: Exhibit) -> Edit:
    """Show the same photos otherwise: in another arrangement, for example."""

    def changed(slide: Slide) -> Slide:
        return slide.changed(exhibit=exhibit) if slide.id == slide_id else slide

    return Edit("Arrangement", lambda project: with_slides(project, changed))


def _without_framings(project: Project, slide_ids: set[str]) -> Project:
    """Return the project without the framings set by hand of slides that show something else now."""
    return project.changed(hand_set=tuple(one for one in project.hand_set if one.slide not in slide_ids))
