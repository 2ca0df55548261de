"""Looking for files that are not where they were."""

import os
from collections.abc import Iterable
from pathlib import Path

_MOST_CANDIDATES = 20_000
_DEEPEST = 2


def files_by_size(folders: Iterable[Path], sizes: set[int]) -> dict[int, list[Path]]:
    """Return the files of the wanted sizes in folders and what lies up to two below them, hidden folders aside."""
    found: dict[int, list[Path]] = {}
    seen = 0
    for top in sorted(set(folders)):
        depth = len(top.parts)
        for here, below, files in os.walk(top):
            deep = len(Path(here).parts) - depth >= _DEEPEST
            below[:] = [] if deep else sorted(name for name in below if not name.startswith("."))
            for name in sorted(files):
                seen += 1
                path = Path(here) / name
                try:
                    size = path.stat().st_size
                except OSError:
                    continue
                if size in sizes:
                    found.setdefault(size, []).append(path)
            if seen > _MOST_CANDIDATES:
                return found
    return found
