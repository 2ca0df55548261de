"""Edits of keep areas, the user's and the finder's."""

from collections.abc import Sequence

from jaunty_frame.core.colouring.sketch import turned_sketch
from jaunty_frame.core.colouring.tones import turned_tones
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Direction, Move
from jaunty_frame.document.basis.values import inside
from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import with_photo
from jaunty_frame.document.edits.slides import set_on_slides
from jaunty_frame.document.keep_areas import MAX_KEEP_AREAS, KeepArea, Track
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import NO_ATTENTION, Attention

# Just below required: among the wishes it comes first.
_INTENT_WEIGHT = 0.9


def set_keep_areas(photo_id: str, areas: Sequence[KeepArea]) -> Edit:
    """Replace a photo's keep areas. Where boxes change, the attention that was found with them goes."""

    def apply(project: Project) -> Project:
        photo = project.photo(photo_id)
        same = [area.box for area in areas] == [area.box for area in photo.keep_areas]
        attention = photo.attention if same else NO_ATTENTION
        return with_photo(project, photo_id, keep_areas=tuple(areas), attention=attention)

    return Edit("Keep areas", apply)


def set_seems_turned(photo_id: str, quarter_turns: int, seems_turned: int) -> Edit:
    """Take over how a photo seems to lie that was turned by ``quarter_turns``; turned since, it is left alone."""

    def apply(project: Project) -> Project:
        photo = next((photo for photo in project.photos if photo.id == photo_id), None)
        if photo is None or photo.quarter_turns != quarter_turns or photo.seems_turned == seems_turned:
            return project
        return with_photo(project, photo_id, seems_turned=seems_turned)

    return Edit("Photo looked at", apply)


def set_sketch(photo_id: str, quarter_turns: int, sketch: str, tones: str) -> Edit:
    """Take over the colours and tones of a photo that was turned by ``quarter_turns``; one that is gone is left
    alone."""

    def apply(project: Project) -> Project:
        photo = next((photo for photo in project.photos if photo.id == photo_id), None)
        if photo is None:
            return project
        turns = photo.quarter_turns - quarter_turns
        return with_photo(project, photo_id, sketch=turned_sketch(sketch, turns), tones=turned_tones(tones, turns))

    return Edit("Photo looked at", apply)


def set_found_tracks(
    photo_id: str, quarter_turns: int, tracks: Sequence[Track], flashes: int = 0, flashes_at: float = 0.0
) -> Edit:
    """Take over what is tracked in a clip that was turned by ``quarter_turns``, and how it flashes; one that is gone is
    left alone."""

    def apply(project: Project) -> Project:
        photo = next((photo for photo in project.photos if photo.id == photo_id), None)
        if photo is None or photo.moving is None:
            return project
        turns = photo.quarter_turns - quarter_turns
        turned = tuple(track.turned(turns) if turns % 4 else track for track in tracks)
        flashing = {"flashes": flashes, "flashes_at": flashes_at}
        return with_photo(project, photo_id, moving=photo.moving.changed(tracks=turned, **flashing))

    return Edit("Clip looked at", apply)


def set_found_sound(photo_id: str, loudness: float, finder: int) -> Edit:
    """Take over how loud a clip is, by a version of what listens; one that is gone or silent is left alone."""

    def apply(project: Project) -> Project:
        photo = next((photo for photo in project.photos if photo.id == photo_id), None)
        if photo is None or photo.moving is None or photo.moving.sound is None:
            return project
        sound = photo.moving.sound.changed(loudness=loudness, finder=finder)
        return with_photo(project, photo_id, moving=photo.moving.changed(sound=sound))

    return Edit("Clip heard", apply)


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
        found = tuple(area.turned(turns) for area in areas)
        room = MAX_KEEP_AREAS - len(own)
        kept = own if own and not again else own + found[:room]
        draws = NO_ATTENTION if own else attention.turned(turns)
        return with_photo(project, photo_id, keep_areas=kept, attention=draws, finder=finder)

    return Edit("Find keep areas", apply)


def use_elsewhere(slide_id: str, photo_id: str, box: Window, move: Move, direction: Direction) -> Edit:
    """Carry a hand-set framing over to the other outputs as an intent: what it shows is wished for, and its move.

    box : the part of the photo that is to be seen. The area is wished for, not required, so that no output gets bars
    because of it; an earlier one of the same kind is replaced.
    """
    area = KeepArea(box=inside(box), weight=_INTENT_WEIGHT)

    def apply(project: Project) -> Project:
        photo = project.photo(photo_id)
        kept = [a for a in photo.keep_areas if not (a.origin == "hand" and a.weight == _INTENT_WEIGHT)]
        project = with_photo(project, photo.id, keep_areas=(*kept[: MAX_KEEP_AREAS - 1], area), attention=NO_ATTENTION)
        return set_on_slides([slide_id], "", move=move, direction=direction).apply(project)

    return Edit("Use for the other outputs", apply)
