"""Edits: pure functions from a project to a changed one, with the label that undo shows.

``merge`` is the same for the small steps of one gesture (a drag, a slider), which become one undo step.
"""

from collections.abc import Callable, Iterable, Sequence
from typing import Any, NamedTuple

from jaunty_frame.core.geometry.windows import Window, turned_box
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.document.model import (
    MAX_KEEP_AREAS,
    NO_ATTENTION,
    Attention,
    HandSet,
    HouseRules,
    KeepArea,
    Output,
    Photo,
    Project,
    Slide,
    ZoneMargins,
)
from jaunty_frame.document.outputs import with_free_id

# Just below required: among the wishes it comes first.
_INTENT_WEIGHT = 0.9


class Edit(NamedTuple):
    """A change of the project. ``apply`` returns the same object where nothing changes."""

    label: str
    apply: Callable[[Project], Project]
    merge: str = ""


def add_photos(photos: Sequence[Photo], at: int | None = None) -> Edit:
    """Add photos to the set and a slide for each to the running order, at position ``at`` or at its end.

    A copy of a photo that is in the set already gets a further slide of that one.
    """

    def apply(project: Project) -> Project:
        ids = {_picture(photo): photo.id for photo in project.photos}
        taken = set(ids.values())
        new: list[Photo] = []
        slides = list(project.slides)
        position = len(slides) if at is None else min(at, len(slides))
        for offset, photo in enumerate(photos):
            photo_id = ids.get(_picture(photo))
            if photo_id is None:
                # A photo that has changed on disk keeps the name that it got from its former content.
                photo_id = ids[_picture(photo)] = _free_id(photo.id, taken)
                taken.add(photo_id)
                new.append(photo.changed(id=photo_id))
            slides.insert(position + offset, Slide(id=_free_slide_id(photo_id, slides), photo=photo_id))
        return project.changed(photos=(*project.photos, *new), slides=tuple(slides))

    return Edit("Add photos" if len(photos) > 1 else "Add photo", apply)


def without_copies(project: Project, photos: Sequence[Photo]) -> tuple[list[Photo], list[Photo]]:
    """Return the photos that show something new to ``project``, and those that are copies of others or of its own."""
    seen = {_picture(photo) for photo in project.photos}
    fresh: list[Photo] = []
    copies: list[Photo] = []
    for photo in photos:
        (copies if _picture(photo) in seen else fresh).append(photo)
        seen.add(_picture(photo))
    return fresh, copies


def _picture(photo: Photo) -> str:
    """Return what a photo and its copies have in common."""
    return photo.content or photo.id


def _free_id(wanted: str, taken: set[str]) -> str:
    number, free = 1, wanted
    while free in taken:
        number += 1
        free = f"{wanted}-{number}"
    return free


def _free_slide_id(photo_id: str, slides: Iterable[Slide]) -> str:
    taken = {slide.id for slide in slides}
    number = 1
    while f"{photo_id}-{number}" in taken:
        number += 1
    return f"{photo_id}-{number}"


def remove_slides(slide_ids: Iterable[str]) -> Edit:
    """Take slides out of the running order, and photos that are no longer shown out of the set."""
    gone = set(slide_ids)

    def apply(project: Project) -> Project:
        slides = tuple(slide for slide in project.slides if slide.id not in gone)
        used = {slide.photo for slide in slides}
        return project.changed(
            slides=slides,
            photos=tuple(photo for photo in project.photos if photo.id in used),
            hand_set=tuple(framing for framing in project.hand_set if framing.slide not in gone),
        )

    return Edit("Remove slides" if len(gone) > 1 else "Remove slide", apply)


def repeat_slide(slide_id: str) -> Edit:
    """Show a slide's photo once more, right after it."""

    def apply(project: Project) -> Project:
        slides = list(project.slides)
        position = next(k for k, slide in enumerate(slides) if slide.id == slide_id)
        again = slides[position].changed(id=_free_slide_id(slides[position].photo, slides))
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


def set_on_slides(slide_ids: Iterable[str], label: str, merge: str = "", **fields: Any) -> Edit:
    """Set ``fields`` on slides; None means "as the house rules say"."""
    chosen = set(slide_ids)

    def apply(project: Project) -> Project:
        slides = tuple(s.changed(**fields) if s.id in chosen else s for s in project.slides)
        return project.changed(slides=slides)

    return Edit(label, apply, merge)


def set_for_all(label: str, **fields: Any) -> Edit:
    """Set house rules and make all slides follow them in what they share."""
    own = {name: None for name in fields if name in Slide.model_fields}

    def apply(project: Project) -> Project:
        slides = tuple(s.changed(**own) for s in project.slides) if own else project.slides
        return project.changed(house_rules=project.house_rules.changed(**fields), slides=slides)

    return Edit(label, apply)


def set_house_rules(rules: HouseRules) -> Edit:
    return Edit("House rules", lambda project: project.changed(house_rules=rules))


def set_title(title: str) -> Edit:
    return Edit("Title", lambda project: project.changed(title=title), merge="title")


def set_keep_areas(photo_id: str, areas: Sequence[KeepArea], merge: str = "") -> Edit:
    """Replace a photo's keep areas. Where boxes change, the attention that was found with them goes."""

    def apply(project: Project) -> Project:
        photo = project.photo(photo_id)
        same = [area.box for area in areas] == [area.box for area in photo.keep_areas]
        attention = photo.attention if same else NO_ATTENTION
        return with_photo(project, photo_id, keep_areas=tuple(areas), attention=attention)

    return Edit("Keep areas", apply, merge)


def set_found_areas(
    photo_id: str,
    areas: Sequence[KeepArea],
    attention: Attention,
    quarter_turns: int,
    finder: int,
    again: bool,
) -> Edit:
    """Take over what finder version ``finder`` found in a photo that was turned by ``quarter_turns``.

    Areas that the user drew or moved stay as they are. Where there are some, found ones are added only if the user
    asked (``again``), and no attention: what the user drew says what matters. A photo that is gone or was looked at
    meanwhile is left alone.
    """

    def apply(project: Project) -> Project:
        photo = next((photo for photo in project.photos if photo.id == photo_id), None)
        if photo is None or (photo.finder and not again):
            return project
        turns = photo.quarter_turns - quarter_turns
        own = tuple(area for area in photo.keep_areas if area.origin == "hand")
        found = tuple(area.changed(box=_inside(turned_box(Window(*area.box), turns))) for area in areas)
        room = MAX_KEEP_AREAS - len(own)
        kept = own if own and not again else own + found[:room]
        draws = NO_ATTENTION if own else attention.turned(turns)
        return with_photo(project, photo_id, keep_areas=kept, attention=draws, finder=finder)

    return Edit("Find keep areas", apply)


def with_photo(project: Project, photo_id: str, **fields: Any) -> Project:
    """Return the project with fields of one photo changed."""
    return project.changed(
        photos=tuple(photo.changed(**fields) if photo.id == photo_id else photo for photo in project.photos)
    )


def turn_photos(photo_ids: Iterable[str], quarter_turns: int) -> Edit:
    """Turn photos clockwise; keep areas turn with them, their hand-set framings are dropped."""
    turning = set(photo_ids)

    def turned(photo: Photo) -> Photo:
        areas = tuple(a.changed(box=_inside(turned_box(Window(*a.box), quarter_turns))) for a in photo.keep_areas)
        attention = photo.attention.turned(quarter_turns)
        turns = (photo.quarter_turns + quarter_turns) % 4
        return photo.changed(quarter_turns=turns, keep_areas=areas, attention=attention)

    def apply(project: Project) -> Project:
        slides = {slide.id for slide in project.slides if slide.photo in turning}
        return project.changed(
            photos=tuple(turned(photo) if photo.id in turning else photo for photo in project.photos),
            slides=tuple(_with_turned_close_up(s, quarter_turns) if s.id in slides else s for s in project.slides),
            hand_set=tuple(framing for framing in project.hand_set if framing.slide not in slides),
        )

    return Edit("Turn photo" if len(turning) == 1 else "Turn photos", apply)


def _with_turned_close_up(slide: Slide, quarter_turns: int) -> Slide:
    if slide.close_up is None:
        return slide
    return slide.changed(close_up=_inside(turned_box(Window(*slide.close_up), quarter_turns)))


def set_on_photo(photo_id: str, label: str, merge: str = "", **fields: Any) -> Edit:
    """Set ``fields`` (straightening, correction) of a photo."""
    return Edit(label, lambda project: with_photo(project, photo_id, **fields), merge)


def add_close_up(slide_id: str, box: Window) -> Edit:
    """Show a part of a slide's photo in a slide of its own, right after it."""

    def apply(project: Project) -> Project:
        slides = list(project.slides)
        position = next(k for k, slide in enumerate(slides) if slide.id == slide_id)
        before = slides[position]
        close = before.changed(id=_free_slide_id(before.photo, slides), close_up=box, placement=None)
        slides.insert(position + 1, close)
        return project.changed(slides=tuple(slides))

    return Edit("Add close-up", apply)


def use_elsewhere(slide_id: str, box: Window, move: Move, direction: Direction) -> Edit:
    """Carry a hand-set framing over to the other outputs as an intent: what it shows is wished for, and its move.

    box : the part of the photo that is to be seen. The area is wished for, not required, so that no output gets bars
    because of it; an earlier one of the same kind is replaced.
    """
    area = KeepArea(box=_inside(box), weight=_INTENT_WEIGHT)

    def apply(project: Project) -> Project:
        slide = project.slide(slide_id)
        photo = project.photo(slide.photo)
        kept = [a for a in photo.keep_areas if not (a.origin == "hand" and a.weight == _INTENT_WEIGHT)]
        project = with_photo(project, photo.id, keep_areas=(*kept[: MAX_KEEP_AREAS - 1], area), attention=NO_ATTENTION)
        return set_on_slides([slide_id], "", move=move, direction=direction).apply(project)

    return Edit("Use for the other outputs", apply)


def _inside(box: Window) -> Window:
    """Return ``box`` without what rounding put outside 0..1."""
    x, y = max(box.x, 0.0), max(box.y, 0.0)
    return Window(x, y, min(box.w, 1.0 - x), min(box.h, 1.0 - y))


def set_framing(
    slide_id: str,
    output_id: str,
    opening: Window | None,
    closing: Window,
    merge: str = "",
    leans: tuple[float, float] = (0.0, 0.0),
) -> Edit:
    """Set the framing of one slide in one output by hand. opening : None = found from the closing."""
    framing = HandSet(
        slide=slide_id,
        output=output_id,
        opening=opening,
        closing=closing,
        opening_lean=leans[0],
        closing_lean=leans[1],
    )

    def apply(project: Project) -> Project:
        return project.changed(hand_set=(*_without(project, slide_id, output_id), framing))

    return Edit("Set framing", apply, merge)


def drop_framings(cells: Iterable[tuple[str, str]]) -> Edit:
    """Go back to the solved framing in ``cells`` (slide id, output id)."""
    dropped = set(cells)

    def apply(project: Project) -> Project:
        kept = tuple(f for f in project.hand_set if (f.slide, f.output) not in dropped)
        return project if len(kept) == len(project.hand_set) else project.changed(hand_set=kept)

    return Edit("Back to solved", apply)


def _without(project: Project, slide_id: str, output_id: str) -> tuple[HandSet, ...]:
    return tuple(f for f in project.hand_set if (f.slide, f.output) != (slide_id, output_id))


def add_output(output: Output) -> Edit:
    def apply(project: Project) -> Project:
        taken = {other.id for other in project.outputs}
        return project.changed(outputs=(*project.outputs, with_free_id(output, taken)))

    return Edit("Add output", apply)


def remove_output(output_id: str) -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(
            outputs=tuple(output for output in project.outputs if output.id != output_id),
            hand_set=tuple(framing for framing in project.hand_set if framing.output != output_id),
        )

    return Edit("Remove output", apply)


def set_zones(output_id: str, zones: ZoneMargins, merge: str = "") -> Edit:
    def apply(project: Project) -> Project:
        return project.changed(
            outputs=tuple(o.changed(zones=zones) if o.id == output_id else o for o in project.outputs)
        )

    return Edit("Zones", apply, merge)


def duplicate_output(output_id: str) -> Edit:
    """Add a second output like the first, with its hand-set framings."""

    def apply(project: Project) -> Project:
        again = with_free_id(project.output(output_id), {output.id for output in project.outputs})
        framings = tuple(f.changed(output=again.id) for f in project.hand_set if f.output == output_id)
        return project.changed(outputs=(*project.outputs, again), hand_set=project.hand_set + framings)

    return Edit("Duplicate output", apply)
