"""What writing would replace: asked before anything is written, and never done unasked."""

from collections.abc import Iterable
from itertools import count
from pathlib import Path


def replaced_by(paths: Iterable[Path]) -> list[Path]:
    """Return those of the files to be written that are there already, each once, in their order."""
    return [path for path in dict.fromkeys(paths) if path.exists() or path.is_symlink()]


def free_path(path: Path) -> Path:
    """Return ``path``, or where that is there already a name beside it that is free: ``trip 2.jaunty``."""
    names = (path.with_name(f"{path.stem} {k}{path.suffix}") for k in count(2))
    return path if not replaced_by([path]) else next(name for name in names if not replaced_by([name]))
