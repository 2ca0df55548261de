"""A disk cache of small upright photos, keyed by content, bounded in size."""

import contextlib
import os
from pathlib import Path
from types import ModuleType

import numpy as np
from platformdirs import user_cache_dir

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.media.atomic import write_whole

LONGEST_PX = 512
_QUALITY = 90


def _opencv() -> ModuleType:
    # It takes 0.03 s to load, which the first painted window does not wait for.
    from jaunty_frame.core.opencv import cv2

    return cv2


def default_cache_folder() -> Path:
    return Path(user_cache_dir("jaunty-frame")) / "thumbnails"


def shrunk_to_thumbnail(pixels: Pixels) -> Pixels:
    """Return ``pixels`` with its longer side at most 512 px."""
    cv2 = _opencv()
    height, width = pixels.shape[:2]
    scale = LONGEST_PX / max(height, width)
    if scale >= 1:
        return pixels
    size = max(1, round(width * scale)), max(1, round(height * scale))
    # Decoded at the nearest reduced size, most photos need less than a halving: bilinear sampling misses nothing there.
    return cv2.resize(pixels, size, interpolation=cv2.INTER_LINEAR if scale > 0.5 else cv2.INTER_AREA)


class ThumbnailCache:
    """Thumbnails on disk. What cannot be read or written is as good as not there: the cache never fails."""

    def __init__(self, folder: Path | None = None, most_bytes: int = 256_000_000) -> None:
        self._folder = folder or default_cache_folder()
        self._most_bytes = most_bytes
        self._written = 0

    def get(self, content: str) -> Pixels | None:
        """Return the thumbnail of the photo with this content hash, or None."""
        cv2 = _opencv()
        path = self._path(content)
        with contextlib.suppress(OSError):
            pixels = cv2.imdecode(np.frombuffer(path.read_bytes(), np.uint8), cv2.IMREAD_UNCHANGED)
            if pixels is not None and pixels.ndim == 3 and max(pixels.shape[:2]) <= LONGEST_PX:
                os.utime(path)
                return pixels
        return None

    def put(self, content: str, thumbnail: Pixels) -> None:
        """Keep a thumbnail; the ones not used for longest go when there is no more room."""
        cv2 = _opencv()
        transparent = thumbnail.shape[2] == 4
        options = [] if transparent else [cv2.IMWRITE_JPEG_QUALITY, _QUALITY]
        done, coded = cv2.imencode(".png" if transparent else ".jpg", thumbnail, options)
        if not done:
            return
        with contextlib.suppress(OSError):
            self._folder.mkdir(parents=True, exist_ok=True)
            write_whole(self._path(content), coded.tobytes(), lasting=False)
        self._written += len(coded)
        if self._written > self._most_bytes // 16:
            self._written = 0
            self.prune()

    def prune(self) -> None:
        """Remove the oldest thumbnails until the rest fits."""
        entries = []
        with contextlib.suppress(OSError):
            for entry in os.scandir(self._folder):
                with contextlib.suppress(OSError):
                    facts = entry.stat()
                    entries.append((facts.st_mtime, facts.st_size, entry.path))
        total = sum(size for _, size, _ in entries)
        for _, size, path in sorted(entries):
            if total <= self._most_bytes:
                break
            with contextlib.suppress(OSError):
                os.unlink(path)
                total -= size

    def _path(self, content: str) -> Path:
        return self._folder / content.replace(":", "-")
