"""Where the files of a project lie: in a folder, or in an archive that is only read. All paths are resolved here."""

import lzma
import tempfile
import threading
import zipfile
import zlib
from pathlib import Path, PurePosixPath
from typing import IO

from jaunty_frame.errors import ProjectError, shown_name
from jaunty_frame.media.opening import ensure_plain

_MOST_BYTES = 4_000_000_000
"""Of one member: a film is not larger, and a disk is not filled by a small archive that unfolds without end."""
_MOST_MEMBERS = 20_000
_PART_BYTES = 1 << 20
# What reading an archive raises that is damaged, locked or packed in an unknown way; packers have errors of their own.
_DAMAGE = (OSError, ValueError, RuntimeError, EOFError, zipfile.BadZipFile, zlib.error, lzma.LZMAError)


class Archive:
    """A ZIP archive whose members are unfolded one by one, when they are first wanted, into a folder that goes with it.

    Members lie where the project says, relative to the folder in the archive that its project file lies in.
    """

    def __init__(self, path: Path) -> None:
        """Raise ProjectError where ``path`` is no archive that can be read."""
        self._path = path
        self._lock = threading.Lock()
        ensure_plain(path, ProjectError, "choose a project or its archive")
        try:
            self._zip = zipfile.ZipFile(path)
        except _DAMAGE as fault:
            raise ProjectError(f"{shown_name(path.name)} is no archive that can be read; try a copy.") from fault
        members = {one.filename: one for one in self._zip.infolist() if not one.is_dir()}
        projects = [name for name in members if name.endswith(".jaunty")]
        if len(members) > _MOST_MEMBERS or len(projects) != 1:
            raise ProjectError(f"{shown_name(path.name)} does not hold one project; choose another archive.")
        root = PurePosixPath(projects[0]).parent
        self._members = {
            PurePosixPath(name).relative_to(root).as_posix(): one
            for name, one in members.items()
            if PurePosixPath(name).is_relative_to(root) and ".." not in PurePosixPath(name).parts
        }
        self._kept = tempfile.TemporaryDirectory(prefix="jaunty-frame-")
        self.project = self.file(PurePosixPath(projects[0]).name)

    def __str__(self) -> str:
        return str(self._path)

    def file(self, path: str) -> Path:
        """Return a member as a file; of what is not there, a name where nothing is. ProjectError."""
        name = PurePosixPath(path).as_posix()
        with self._lock:
            member = self._members.get(name)
            to = Path(self._kept.name) / (name if member is not None else "not-there")
            if member is not None and not to.exists():
                self._unfold(member, to)
            return to

    def _unfold(self, member: zipfile.ZipInfo, to: Path) -> None:
        to.parent.mkdir(parents=True, exist_ok=True)
        part = to.with_name(f".{to.name}.part")
        try:
            with self._zip.open(member) as packed, open(part, "wb") as unpacked:
                _copy(packed, unpacked, min(member.file_size, _MOST_BYTES))
            part.rename(to)
        except _DAMAGE as fault:
            part.unlink(missing_ok=True)
            said = f"{shown_name(to.name)} cannot be read from {shown_name(self._path.name)}; try a copy of it."
            raise ProjectError(said) from fault


def _copy(packed: IO[bytes], unpacked: IO[bytes], most: int) -> None:
    """Copy what is packed; ValueError as soon as it is more than ``most`` bytes."""
    left = most
    while part := packed.read(min(_PART_BYTES, left + 1)):
        left -= len(part)
        if left < 0:
            raise ValueError("larger than it says")
        unpacked.write(part)


Place = Path | Archive
"""The folder that a project's relative paths start from, or the archive that holds them."""


def place_at(text: str) -> Place:
    """Return the place that a text names: a folder, or the archive that is there. ProjectError."""
    path = Path(text)
    return Archive(path) if path.is_file() else path


def resolved(path: str, place: Place) -> Path:
    """Return where the file of a project's ``path`` lies; it may be missing."""
    return place.file(path) if isinstance(place, Archive) else place / path
