"""Are the photos still where they were, and the same? Those that moved are looked for by their content."""

from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.photos import with_photo
from jaunty_frame.document.model import Project
from jaunty_frame.document.photo import NO_ATTENTION, Photo
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moved_files import files_by_size
from jaunty_frame.media.photos.files import file_facts
from jaunty_frame.media.photos.photo_import import content_of, look_at_photo
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.place import resolved
from jaunty_frame.media.projects.project_store import path_from
from jaunty_frame.show.findings.facts import FileState


@dataclass(frozen=True)
class CheckedPhotos:
    """What was found: the state of each photo by id, and an edit (for ``History.amend``) with the new facts."""

    states: Mapping[str, FileState]
    edit: Edit


def check_photos(project: Project, folder: Path, cache: ThumbnailCache, place: Path | None = None) -> CheckedPhotos:
    """Compare the photos of ``project`` (in ``folder``) with the disk.

    Size and date come first, the content only where they differ. Missing photos are looked for beside the project,
    where others of the set lie, and in ``place``. A photo with other content keeps the areas that the user drew; the
    others are to be found anew (``media.photos.finder``).
    """
    states: dict[str, FileState] = {}
    news: dict[str, Photo] = {}
    missing = []
    folders = {folder} if place is None else {folder, place}
    for photo in project.photos:
        path = resolved(photo.path, folder)
        try:
            facts = file_facts(path)
        except OSError:
            missing.append(photo)
            continue
        folders.add(path.parent)
        states[photo.id] = FileState.PRESENT
        if facts != (photo.size, photo.modified) or not photo.content:
            states[photo.id], news[photo.id] = _looked_at_again(photo, path, folder, cache, facts)
    candidates = files_by_size(folders, {photo.size for photo in missing}) if missing else {}
    for photo in missing:
        found = next((path for path in candidates.get(photo.size, ()) if _content(path) == photo.content), None)
        states[photo.id] = FileState.PRESENT if found else FileState.MISSING
        if found:
            news[photo.id] = photo.changed(path=path_from(folder, found), modified=file_facts(found)[1])
    changes = {photo_id: _fields(photo) for photo_id, photo in news.items()}

    def apply(state: Project) -> Project:
        here = {photo.id for photo in state.photos}
        for photo_id, fields in changes.items():
            if photo_id in here:
                state = with_photo(state, photo_id, **fields)
        return state

    return CheckedPhotos(states, Edit("Photos looked at", apply))


def _fields(photo: Photo) -> dict[str, object]:
    names = (
        "path",
        "width",
        "height",
        "size",
        "modified",
        "content",
        "taken",
        "transparent",
        "damaged",
        "keep_areas",
        "attention",
        "sketch",
        "tones",
        "author",
        "licence",
        "finder",
        "seems_turned",
        "moving",
    )
    return {name: getattr(photo, name) for name in names}


def _looked_at_again(
    photo: Photo, path: Path, folder: Path, cache: ThumbnailCache, facts: tuple[int, int]
) -> tuple[FileState, Photo]:
    """Return the state of a photo whose size or date is new, and what is now known of it."""
    try:
        if photo.content and _content(path) == photo.content:
            return FileState.PRESENT, photo.changed(modified=facts[1])
        fresh = look_at_photo(path, folder, cache)
    except PhotoError:
        return FileState.DAMAGED, photo
    known = fresh.changed(
        id=photo.id,
        path=photo.path,
        quarter_turns=photo.quarter_turns,
        straightening=photo.straightening,
        keep_areas=photo.keep_areas,
        attention=photo.attention,
        sketch=photo.sketch,
        tones=photo.tones,
        author=photo.author or fresh.author,
        licence=photo.licence or fresh.licence,
        finder=photo.finder,
    )
    if not photo.content:
        return FileState.PRESENT, known
    own = tuple(area for area in photo.keep_areas if area.origin == "hand")
    return FileState.CHANGED, known.changed(keep_areas=own, attention=NO_ATTENTION, sketch="", tones="", finder=0)


def _content(path: Path) -> str:
    try:
        return content_of(path)
    except PhotoError:
        return ""
