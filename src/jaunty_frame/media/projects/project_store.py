"""Projects, looks and zones on disk: saved whole, photo paths kept relative where that survives a move of the
folder."""

import os
import stat
from pathlib import Path

from jaunty_frame.document.files.json_text import MAX_BYTES
from jaunty_frame.document.files.look_format import look_from_text, look_to_text
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.files.zones_format import zones_from_text, zones_to_text
from jaunty_frame.document.look import Look
from jaunty_frame.document.model import Project, ZoneMargins
from jaunty_frame.errors import ProjectError, shown_name
from jaunty_frame.media.atomic import reason_of, write_whole

# Farther apart than this, a photo and its project are not moved together.
_MOST_STEPS_UP = 3


def load_project(path: Path) -> Project:
    """Return the project in ``path``; ProjectError with a sentence where that cannot be."""
    return project_from_text(_text_of(path, "project", "open a .jaunty project"), shown_name(path.name))


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
    name = shown_name(path.name)
    try:
        facts = path.stat()
        if stat.S_ISDIR(facts.st_mode):
            raise ProjectError(f"{shown_name(path)} is a folder; {remedy}.")
        # Pipes and devices may have no end, or never begin.
        if not stat.S_ISREG(facts.st_mode):
            raise ProjectError(f"{name} is not a file that can be read to its end; {remedy}.")
        if facts.st_size > MAX_BYTES:
            raise ProjectError(f"{name} is larger than 64 MB and is no {what} of this program.")
        return path.read_text(encoding="utf-8")
    except FileNotFoundError as error:
        raise ProjectError(f"There is no {what} {shown_name(path)}; check the name.") from error
    except UnicodeDecodeError as error:
        raise ProjectError(f"{name} is not a text file in UTF-8 and so not a {what}.") from error
    except (OSError, ValueError) as error:
        raise ProjectError(f"{name} cannot be read: {reason_of(error)}.") from error


def save_project(project: Project, path: Path) -> None:
    """Write the project to ``path``, whole or not at all; ProjectError with a sentence where that cannot be."""
    _write(path, project_to_text(project))


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
