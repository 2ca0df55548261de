"""Autosaves: what would be lost if the program were killed now.

Every process keeps one of its own for each project, so that two windows on one project do not take each other's. It is
found by the file that it belongs to, however that is named when it is opened; and where that file is gone, by its
content: it was moved.
"""

import contextlib
import json
import os
from hashlib import blake2b
from pathlib import Path
from typing import NamedTuple

from platformdirs import user_state_dir

from jaunty_frame.document.files.json_text import MAX_BYTES
from jaunty_frame.document.files.project_format import project_from_text, project_to_text
from jaunty_frame.document.model import Project
from jaunty_frame.errors import ProjectError
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.processes import is_running, start_of
from jaunty_frame.media.projects.project_store import digest_of, project_file


class Autosave(NamedTuple):
    """An unsaved state of a project.

    path : of its file, None if it was never saved; digest : of what that file held, "" where that is not known.
    """

    file: Path
    path: Path | None
    digest: str
    project: Project


class AutosaveStore:
    """Keeps one autosave per project. A failure to write one never disturbs the work."""

    def __init__(self, folder: Path | None = None) -> None:
        self._folder = folder or Path(user_state_dir("jaunty-frame")) / "autosave"

    def write(self, project: Project, path: Path | None, digest: str = "") -> bool:
        """Keep an unsaved state, ``digest`` being that of the file that it came from; return whether it is kept."""
        content = {
            "path": str(project_file(path)) if path else "",
            "digest": digest,
            "pid": os.getpid(),
            "started": start_of(os.getpid()),
            "project": project_to_text(project),
        }
        try:
            self._folder.mkdir(parents=True, exist_ok=True)
            write_whole(self._file(path), json.dumps(content).encode())
        except OSError:
            return False
        return True

    def discard(self, path: Path | None) -> None:
        """Forget what this process kept of a project."""
        self.remove(self._file(path))

    def remove(self, file: Path) -> None:
        """Forget one autosave."""
        with contextlib.suppress(OSError):
            file.unlink()

    def left_behind(self) -> list[Autosave]:
        """Return the autosaves of programs that no longer run, the newest first."""
        found = []
        with contextlib.suppress(OSError):
            files = sorted(self._folder.glob("*.json"), key=lambda file: -file.stat().st_mtime)
            found = [autosave for file in files if (autosave := _read(file)) is not None]
        return found

    def of(self, path: Path | None) -> Autosave | None:
        """Return what was left behind of the project in ``path`` (None: of one never saved), the newest."""
        found = self.left_behind()
        if path is None:
            return next((one for one in found if one.path is None), None)
        own = project_file(path)
        of_it = [one for one in found if one.path == own]
        # Moved by hand after the crash. A copy is not: its original still has what was left behind.
        gone = [one for one in found if one.path is not None and one.digest and not one.path.exists()]
        if not of_it and gone:
            content = digest_of(own)
            of_it = [one._replace(path=own) for one in gone if one.digest == content]
        return of_it[0] if of_it else None

    def _file(self, path: Path | None) -> Path:
        if path is None:
            return self._folder / f"untitled-{os.getpid()}.json"
        key = blake2b(os.fsencode(project_file(path)), digest_size=12).hexdigest()
        return self._folder / f"{key}-{os.getpid()}.json"


def _read(file: Path) -> Autosave | None:
    try:
        if file.stat().st_size > 2 * MAX_BYTES:
            return None
        content = json.loads(file.read_text(encoding="utf-8"))
        if _runs(int(content["pid"]), str(content.get("started", ""))):
            return None
        path = Path(content["path"]) if content["path"] else None
        if path is not None and not path.is_absolute():
            path = None  # by an older version, which kept the name as it was typed: of which folder is not known
        project = project_from_text(content["project"], "The autosave")
        return Autosave(file, path, str(content.get("digest", "")), project)
    except (OSError, ValueError, KeyError, TypeError, RecursionError, ProjectError):
        return None


def _runs(pid: int, started: str) -> bool:
    """Return whether the process runs, other than this one: what it kept is then not left behind.

    started : when it began, since numbers of processes are given again.
    """
    return pid != os.getpid() and is_running(pid) and started in ("", start_of(pid))
