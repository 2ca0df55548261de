"""Files are written whole or not at all."""

import contextlib
import os
import tempfile
from collections.abc import Iterator
from pathlib import Path


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
    """Give a hidden name beside ``path``; after the block it becomes ``path``, after an error it is removed."""
    descriptor, name = tempfile.mkstemp(prefix=f".{path.name[:80]}.", suffix=".part", dir=path.parent)
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


def _umask() -> int:
    mask = os.umask(0)
    os.umask(mask)
    return mask
