"""Are the sounds still where they were, and the same? Those that moved are looked for by their content."""

from collections.abc import Callable, Mapping
from pathlib import Path
from typing import NamedTuple

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.edits.material.sounds import with_sound_file
from jaunty_frame.document.model import Project
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.errors import SoundError
from jaunty_frame.media.moved_files import files_by_size
from jaunty_frame.media.photos.files import file_facts
from jaunty_frame.media.place import resolved
from jaunty_frame.media.projects.project_store import path_from
from jaunty_frame.media.sounds.listening import content_of, look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.findings.facts import FileState


class CheckedSounds(NamedTuple):
    """The state of each sound file by id, and an edit (for ``History.amend``) with the new facts."""

    states: Mapping[str, FileState]
    edit: Edit


def check_sounds(
    project: Project,
    folder: Path,
    cache: PeakCache,
    place: Path | None = None,
    cancelled: Callable[[], bool] = lambda: False,
) -> CheckedSounds:
    """Compare the sounds of ``project`` (in ``folder``) with the disk, as ``media.photos.photo_check`` does photos.

    A file with other content is listened to anew; one that moved is looked for beside the project, where other sounds
    lie, and in ``place``. Cancelled.
    """
    states: dict[str, FileState] = {}
    news: dict[str, SoundFile] = {}
    missing, folders = list[SoundFile](), {folder} if place is None else {folder, place}
    for file in project.sound.files:
        path = resolved(file.path, folder)
        try:
            facts = file_facts(path)
        except (OSError, ValueError):
            missing.append(file)
            continue
        folders.add(path.parent)
        states[file.id] = FileState.PRESENT
        is_known = file.finder and cache.get(file.content) is not None
        if facts != (file.size, file.modified) or not is_known:
            states[file.id], news[file.id] = _heard_again(file, path, folder, cache, cancelled)
    candidates = files_by_size(folders, {file.size for file in missing}) if missing else {}
    for file in missing:
        found = next((path for path in candidates.get(file.size, ()) if _content(path) == file.content), None)
        states[file.id] = FileState.PRESENT if found else FileState.MISSING
        if found:
            news[file.id] = file.changed(path=path_from(folder, found), modified=file_facts(found)[1])

    def apply(state: Project) -> Project:
        for file_id, file in news.items():
            state = with_sound_file(state, file_id, file)
        return state

    return CheckedSounds(states, Edit("Sounds looked at", apply))


def _heard_again(
    file: SoundFile, path: Path, folder: Path, cache: PeakCache, cancelled: Callable[[], bool]
) -> tuple[FileState, SoundFile]:
    """Return the state of a sound whose size or date is new or whose wave is not kept here, and what is known of it."""
    try:
        fresh = look_at_sound(path, folder, cache, cancelled)
    except SoundError:
        return FileState.DAMAGED, file
    if fresh.content == file.content and file.finder:
        return FileState.PRESENT, file.changed(modified=fresh.modified)
    own = {name: getattr(file, name) or getattr(fresh, name) for name in ("title", "author", "licence")}
    state = FileState.CHANGED if file.content not in ("", fresh.content) else FileState.PRESENT
    return state, fresh.changed(id=file.id, path=file.path, **own)


def _content(path: Path) -> str:
    try:
        return content_of(path)
    except SoundError:
        return ""
