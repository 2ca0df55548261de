"""Projects, looks and zones on disk: saved whole, photo paths kept relative where that survives a move of the
folder."""

import contextlib
import fcntl
import os
from collections.abc import Iterator
from hashlib import blake2b
from pathlib import Path
from typing import NamedTuple

from jaunty_frame.document.files.json_text import MAX_BYTES
from jaunty_frame.document.files.look_format import look_from_text, look_to_text
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.files.zones_format import zones_from_text, zones_to_text
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.model import Project, ZoneMargins
from jaunty_frame.errors import ProjectChangedError, ProjectError, shown_name
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.opening import read_plain

# Farther apart than this, a photo and its project are not moved together.
_MOST_STEPS_UP = 3


class ReadProject(NamedTuple):
    """A project and the digest of the text in which it stands on disk."""

    project: Project
    digest: str


def project_file(path: Path) -> Path:
    """Return the one file that any name of a project leads to: absolute, links followed, ``~`` the user's folder."""
    try:
        return path.expanduser().resolve()
    except (OSError, RuntimeError, ValueError):  # no home, links in a circle, no name of a file: told when it is opened
        return path.absolute()


def read_project(path: Path) -> ReadProject:
    """Return the project in ``path``; ProjectError with a sentence where that cannot be."""
    text = _text_of(path, "project", "open a .jaunty project")
    return ReadProject(project_from_text(text, shown_name(path.name)), _digest(text.encode()))


def load_project(path: Path) -> Project:
    """Return the project in ``path``; ProjectError with a sentence where that cannot be."""
    return read_project(path).project


def _digest(data: bytes) -> str:
    return blake2b(data, digest_size=16).hexdigest()


def load_look(path: Path) -> Look:
    """Return the look in ``path``; ProjectError with a sentence where that cannot be."""
    return look_from_text(_text_of(path, "look", "choose a file with a look"), shown_name(path.name))


def load_zones(path: Path) -> ZoneMargins:
    """Return the zones in ``path``; ProjectError with a sentence where that cannot be."""
    return zones_from_text(_text_of(path, "set of zones", "choose a file with zones"), shown_name(path.name))


def save_zones(zones: ZoneMargins, path: Path) -> None:
    """Write zones to ``path``, whole or not at all; ProjectError with a sentence where that cannot be."""
    _write(path, zones_to_text(zones))


def _text_of(path: Path, what: str, remedy: str) -> str:
    try:
        os.lstat(path)
    except FileNotFoundError as error:
        raise ProjectError(f"There is no {what} {shown_name(path)}; check the name.") from error
    except (OSError, ValueError):
        pass  # told where it is read
    try:
        return read_plain(path, ProjectError, remedy, MAX_BYTES).decode()
    except UnicodeDecodeError as error:
        raise ProjectError(f"{shown_name(path.name)} is not a text file in UTF-8 and so not a {what}.") from error


def save_project(project: Project, path: Path, over: str | None = None) -> str:
    """Write the project to ``path``, whole or not at all, and return the digest of what was written.

    over : the digest of what it may replace, None for whatever is there. Raises ProjectChangedError where another
    program has written something else meanwhile, ProjectError where it cannot be written.
    """
    text = project_to_text(project)
    with _held(path):
        if over is not None and digest_of(path) not in (None, over):
            raise ProjectChangedError(
                f"{shown_name(path.name)} was changed by another window or program after it was read here; nothing "
                "was written. Open it again, or save under another name."
            )
        _write(path, text)
    return _digest(text.encode())


def digest_of(path: Path) -> str | None:
    """Return the digest of what is in a file now, None where there is none that can be read."""
    try:
        return _digest(read_plain(path, ProjectError, "", MAX_BYTES))
    except ProjectError:
        return None


@contextlib.contextmanager
def _held(path: Path) -> Iterator[None]:
    """Keep other windows and commands from saving the same file between the look at it and the writing."""
    try:
        descriptor = os.open(path, os.O_RDONLY | os.O_NONBLOCK)
    except (OSError, ValueError):
        yield  # a new file
        return
    try:
        with contextlib.suppress(OSError):  # some file systems know no locks
            fcntl.flock(descriptor, fcntl.LOCK_EX)
        yield
    finally:
        os.close(descriptor)


def save_look(look: Look, path: Path) -> None:
    """Write a look to ``path``, whole or not at all; ProjectError with a sentence where that cannot be."""
    _write(path, look_to_text(look))


def _write(path: Path, text: str) -> None:
    try:
        write_whole(path, text.encode())
    except OSError as error:
        raise ProjectError(
            f"{path.name} cannot be saved in {path.parent}: {error.strerror}. What was there is unchanged."
        ) from error


def path_from(folder: Path | None, path: Path) -> str:
    """Return how a project in ``folder`` names ``path``: relative if they lie near each other."""
    absolute = path.absolute()
    if folder is None:
        return str(absolute)
    relative = os.path.relpath(absolute, folder.absolute())
    return str(absolute) if relative.split(os.sep)[: _MOST_STEPS_UP + 1].count("..") > _MOST_STEPS_UP else relative


def rebased(project: Project, before: Path, after: Path) -> Project:
    """Return the project with its photo paths said from folder ``after`` instead of ``before``."""
    if before == after:
        return project

    def moved(path: str) -> str:
        return path_from(after, Path(os.path.normpath(before / path)))

    return project.changed(
        photos=tuple(photo.changed(path=moved(photo.path)) for photo in project.photos),
        sound=project.sound.changed(files=tuple(file.changed(path=moved(file.path)) for file in project.sound.files)),
    )
