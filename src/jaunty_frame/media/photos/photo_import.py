"""Bringing photos in: many at once, on all cores, with one list of what could not be used."""

import os
from collections.abc import Callable, Sequence
from concurrent.futures import FIRST_COMPLETED, Future, ThreadPoolExecutor, wait
from dataclasses import dataclass
from pathlib import Path

from jaunty_frame.document.model import MAX_SLIDES
from jaunty_frame.document.photo import Photo, name_order
from jaunty_frame.errors import Cancelled, PhotoError, shown_name
from jaunty_frame.media.atomic import reason_of
from jaunty_frame.media.moving.clip_names import is_clip
from jaunty_frame.media.photos.files import content_hash, file_facts, read_bytes
from jaunty_frame.media.photos.thumbnails import LONGEST_PX, ThumbnailCache, shrunk_to_thumbnail
from jaunty_frame.media.projects.project_store import path_from

PROJECT_SUFFIX = ".jaunty"

Progress = Callable[[int, int], None]


@dataclass(frozen=True)
class Imported:
    """Photos in running order, copies among them; a sentence for every file that could not be used, and for every photo
    of which a part could not be read."""

    photos: tuple[Photo, ...]
    problems: tuple[str, ...]
    notes: tuple[str, ...]


def import_photos(
    chosen: Sequence[Path],
    folder: Path | None,
    cache: ThumbnailCache,
    progress: Progress = lambda done, total: None,
    cancelled: Callable[[], bool] = lambda: False,
) -> Imported:
    """Return the photos of ``chosen`` files and folders, looked at, with thumbnails cached.

    Keep areas are found afterwards (``media.photos.finder``), so that the photos come in at once.

    Files keep the order given; the photos of a folder go by capture time, then name. folder : of the project, for
    relative paths; None where it has none yet. Raises Cancelled.
    """
    problems: list[str] = []
    groups = [_files_of(path, problems) for path in chosen]
    total = sum(map(len, groups))
    if total > MAX_SLIDES:
        raise PhotoError(f"These are {total} files; a project holds up to {MAX_SLIDES} photos. Choose fewer.")
    photos: list[Photo] = []
    done = 0
    with ThreadPoolExecutor(os.cpu_count() or 2, "import") as pool:
        looked = [[pool.submit(_look_at, path, folder, cache, cancelled) for path in group] for group in groups]
        waiting: set[Future[Photo]] = {future for group in looked for future in group}
        progress(0, total)
        while waiting:
            finished, waiting = wait(waiting, return_when=FIRST_COMPLETED)
            done += len(finished)
            progress(done, total)
            if cancelled():
                pool.shutdown(cancel_futures=True)
                raise Cancelled("The import was stopped; nothing was added.")
    for path, files, group in zip(chosen, groups, looked, strict=True):
        good = []
        for file, future in zip(files, group, strict=True):
            try:
                good.append(future.result())
            except PhotoError as error:
                problems.append(str(error))
            except Exception as error:  # one odd file must not cost the others, whatever a library makes of it
                problems.append(
                    f"{shown_name(file.name)} cannot be read ({type(error).__name__}); restore it from a copy."
                )
        if _is_folder(path):
            good.sort(key=lambda photo: (not photo.taken, photo.taken, name_order(photo.path)))
            if not group and not problems:
                problems.append(f"{shown_name(path.name or path)} holds no files.")
        photos += good
    notes = (
        f"{shown_name(Path(photo.path).name)} is damaged: a part of it cannot be read. Restore it from a copy."
        for photo in photos
        if photo.damaged
    )
    return Imported(tuple(photos), tuple(problems), tuple(notes))


def copies_sentence(count: int) -> str:
    """Return what is said of files that were left out because their picture is in the set already."""
    if count == 1:
        return "1 file is a copy of a photo already in the set and was left out."
    return f"{count} files are copies of photos already in the set and were left out."


def _is_folder(path: Path) -> bool:
    try:
        return path.is_dir()
    except (OSError, ValueError):  # reading it will say why
        return False


def _files_of(path: Path, problems: list[str]) -> list[Path]:
    """Return a file, or the files of a folder; what cannot be looked into is told in ``problems``."""
    if not _is_folder(path):
        return [path]
    found = []

    def tell(error: OSError) -> None:
        problems.append(f"The folder {shown_name(error.filename)} cannot be looked into: {reason_of(error)}.")

    for here, folders, files in os.walk(path, onerror=tell):
        folders[:] = sorted(name for name in folders if not name.startswith("."))
        found += [
            Path(here) / name
            for name in sorted(files, key=name_order)
            if not name.startswith(".") and not name.endswith(PROJECT_SUFFIX)
        ]
        if len(found) > MAX_SLIDES:
            break
    return found


def _look_at(path: Path, folder: Path | None, cache: ThumbnailCache, cancelled: Callable[[], bool]) -> Photo:
    if cancelled():
        raise Cancelled("The import was stopped; nothing was added.")
    return look_at_photo(path, folder, cache)


def content_of(path: Path) -> str:
    """Return the name that the content of a photo or clip goes by; PhotoError where it cannot be read."""
    if is_clip(path):
        from jaunty_frame.media.moving import clip_import  # with PyAV

        return clip_import.content_of(path)
    return content_hash(read_bytes(path))


def look_at_photo(path: Path, folder: Path | None, cache: ThumbnailCache) -> Photo:
    """Return the photo at ``path`` with what its file says of it; PhotoError where it cannot be used."""
    # Pillow and its formats take 0.06 s to load, which opening a window should not wait for.
    from jaunty_frame.media.photos.decoding import decoded_photo, photo_header

    try:
        str(path.absolute()).encode()
    except UnicodeEncodeError as error:
        raise PhotoError(
            f"{shown_name(path.name)} has a name, or a folder, that is not valid text; rename it."
        ) from error
    if is_clip(path):
        from jaunty_frame.media.moving.clip_import import look_at_clip  # with PyAV

        return look_at_clip(path, folder, cache)
    data = read_bytes(path)
    header = photo_header(data, path.name)
    width = round(header.width * min(1.0, LONGEST_PX / max(header.width, header.height)))
    pixels, is_damaged = decoded_photo(data, path.name, max(width, 1))
    thumbnail = shrunk_to_thumbnail(pixels)
    content = content_hash(data)
    cache.put(content, thumbnail)
    size, modified = file_facts(path)
    return Photo(
        id=content.split(":")[1][:10],
        path=path_from(folder, path),
        width=header.width,
        height=header.height,
        size=size,
        modified=modified,
        content=content,
        taken=header.taken,
        author=header.author,
        licence=header.licence,
        transparent=pixels.shape[2] == 4,
        damaged=is_damaged,
    )
