"""Files are written whole or not at all; and why the disk refuses, in words."""

import contextlib
import errno
import os
import re
import shutil
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from jaunty_frame.media.processes import is_running

_NAME_KEPT = 80
_SUFFIX = ".part"
_LEFTOVER = re.compile(r"\.(?P<name>.+)\.(?P<pid>\d{1,9})\.[a-z0-9_]{3,12}\.part", re.DOTALL)
_A_WHILE_S = 600

_REASONS = {
    errno.EACCES: "you may not read it; change its permissions",
    errno.EPERM: "you may not read it; change its permissions",
    errno.ELOOP: "its links lead in a circle; choose the file that they should lead to",
    errno.ENAMETOOLONG: "its name is too long; check it",
}


def reason_of(error: Exception) -> str:
    """Return in words why a file or folder cannot be read, and what to do."""
    number = getattr(error, "errno", None)
    return (
        _REASONS.get(number or 0)
        or f"{getattr(error, 'strerror', None) or 'its name is no name of a file'}; try a copy"
    )


def write_whole(path: Path, data: bytes, lasting: bool = True) -> None:
    """Write ``data`` to ``path`` so that at no time a part of it can be found there. OSError as the system says.

    lasting : whether it must survive a loss of power right afterwards; a cache need not.
    """
    with temporary_beside(path) as temporary:
        with open(temporary, "wb") as file:
            file.write(data)
            if lasting:
                file.flush()
                os.fsync(file.fileno())


@contextlib.contextmanager
def temporary_beside(path: Path) -> Iterator[Path]:
    """Give a hidden name beside ``path``; after the block it becomes ``path``, after an error it is removed.

    Where ``path`` is a link, the file is replaced that it leads to, and the link stays.
    """
    path = Path(os.path.realpath(path)) if path.is_symlink() else path
    remove_leftovers(path)
    descriptor, name = tempfile.mkstemp(
        prefix=f".{path.name[:_NAME_KEPT]}.{os.getpid()}.", suffix=_SUFFIX, dir=path.parent
    )
    os.close(descriptor)
    temporary = Path(name)
    try:
        yield temporary
        with contextlib.suppress(FileNotFoundError):
            os.chmod(temporary, path.stat().st_mode & 0o777 if path.exists() else 0o666 & ~_umask())
        os.replace(temporary, path)
    except BaseException:
        with contextlib.suppress(OSError):
            temporary.unlink()
        raise


def remove_leftovers(path: Path) -> None:
    """Remove what was left half-written beside ``path`` when its process was killed: of this very file, or folder, at
    once, of others when they are a while old, since the process may run on another machine."""
    for leftover in path.parent.glob(f".*{_SUFFIX}"):
        found = _LEFTOVER.fullmatch(leftover.name)
        if found is None or is_running(int(found["pid"])):
            continue
        with contextlib.suppress(OSError):
            if found["name"] == path.name[:_NAME_KEPT] or time.time() - leftover.stat().st_mtime > _A_WHILE_S:
                shutil.rmtree(leftover) if leftover.is_dir() else leftover.unlink()


def _umask() -> int:
    mask = os.umask(0)
    os.umask(mask)
    return mask
