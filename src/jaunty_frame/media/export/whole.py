"""A file or a folder that appears under its name only when it is whole."""

import contextlib
import os
import shutil
import tempfile
from collections.abc import Iterator
from pathlib import Path

from jaunty_frame.errors import ExportError
from jaunty_frame.media.atomic import remove_leftovers, temporary_beside


@contextlib.contextmanager
def whole_file(path: Path) -> Iterator[Path]:
    """Give a hidden name that becomes ``path`` after the block. OSError."""
    path.parent.mkdir(parents=True, exist_ok=True)
    with temporary_beside(path) as temporary:
        yield temporary


def ensure_no_folder(path: Path) -> None:
    """Raise ExportError where something is in the place of a folder that is to be written."""
    if path.exists() or path.is_symlink():
        raise ExportError(f"The folder {path.name} is already in {path.parent}; move it away, or choose another place.")


@contextlib.contextmanager
def whole_folder(path: Path) -> Iterator[Path]:
    """Give a hidden, empty folder that becomes ``path`` after the block; after an error it is removed. OSError.

    A folder that is there is never replaced, whatever is in it: ExportError.
    """
    ensure_no_folder(path)
    path.parent.mkdir(parents=True, exist_ok=True)
    remove_leftovers(path)
    temporary = Path(tempfile.mkdtemp(prefix=f".{path.name[:80]}.{os.getpid()}.", suffix=".part", dir=path.parent))
    try:
        yield temporary
        temporary.chmod(0o755)
        temporary.rename(path)
    except BaseException:
        shutil.rmtree(temporary, ignore_errors=True)
        raise
