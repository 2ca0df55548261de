"""Autosaves: what would be lost if the program were killed now."""

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
from jaunty_frame.media.atomic import is_running, write_whole


class Autosave(NamedTuple):
    """An unsaved state of a project. path : of its file, None if it was never saved."""

    file: Path
    path: Path | None
    project: Project


class AutosaveStore:
    """Keeps one autosave per project. A failure to write one never disturbs the work."""

    def __init__(self, folder: Path | None = None) -> None:
        self._folder = folder or Path(user_state_dir("jaunty-frame")) / "autosave"

    def write(self, project: Project, path: Path | None) -> None:
        content = json.dumps(
            {"path": str(path) if path else "", "pid": os.getpid(), "project": project_to_text(project)}
        )
        with contextlib.suppress(OSError):
            self._folder.mkdir(parents=True, exist_ok=True)
            write_whole(self._file(path), content.encode())

    def discard(self, path: Path | None) -> None:
        with contextlib.suppress(OSError):
            self._file(path).unlink()

    def left_behind(self) -> list[Autosave]:
        """Return the autosaves of programs that no longer run, the newest first."""
        found = []
        with contextlib.suppress(OSError):
            files = sorted(self._folder.glob("*.json"), key=lambda file: -file.stat().st_mtime)
            found = [autosave for file in files if (autosave := _read(file)) is not None]
        return found

    def of(self, path: Path | None) -> Autosave | None:
        """Return what was left behind of the project in ``path`` (None: of one never saved)."""
        return next((autosave for autosave in self.left_behind() if autosave.path == path), None)

    def _file(self, path: Path | None) -> Path:
        key = blake2b(str(path.absolute() if path else "").encode(), digest_size=12).hexdigest()
        return self._folder / (f"{key}.json" if path else f"untitled-{os.getpid()}.json")


def _read(file: Path) -> Autosave | None:
    try:
        if file.stat().st_size > 2 * MAX_BYTES:
            return None
        content = json.loads(file.read_text(encoding="utf-8"))
        if _runs(int(content["pid"])):
            return None
        path = Path(content["path"]) if content["path"] else None
        return Autosave(file, path, project_from_text(content["project"], "The autosave"))
    except (OSError, ValueError, KeyError, TypeError, RecursionError, ProjectError):
        return None


def _runs(pid: int) -> bool:
    """Return whether another process of this number runs (its own autosave is then not left behind)."""
    return pid != os.getpid() and is_running(pid)
