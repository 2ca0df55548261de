"""Where the pixels of a project's photos come from."""

import threading
from collections import OrderedDict
from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

from jaunty_frame.core.geometry.turning import turned_pixels
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.document.model import Photo
from jaunty_frame.media.photos.files import read_bytes
from jaunty_frame.media.photos.thumbnails import LONGEST_PX, ThumbnailCache, shrunk_to_thumbnail

if TYPE_CHECKING:  # see _once
    from concurrent.futures import Future

_MOST_REMEMBERED = 96_000_000
# Content (or path), quarter turns, reduction (0 for the thumbnail).
_Key = tuple[str, int, int]


def resolved(photo: Photo, folder: Path) -> Path:
    """Return where a photo lies; relative paths start at the project's ``folder``."""
    return folder / photo.path


class PhotoSource:
    """Decoded photos of one project; may be used from several threads."""

    def __init__(self, folder: Path, cache: ThumbnailCache | None = None) -> None:
        self._folder = folder
        self._cache = cache or ThumbnailCache()
        self._lock = threading.Lock()
        self._small: OrderedDict[_Key, Pixels] = OrderedDict()
        self._bytes = 0
        self._running: dict[_Key, Future[Pixels]] = {}

    def pixels(self, photo: Photo, wanted_width: int) -> Pixels:
        """Return the upright photo with at least ``wanted_width`` pixels across, if it has so many.

        Raises PhotoError where it cannot be read.
        """
        width, height = photo.upright_size
        if wanted_width <= width * min(1.0, LONGEST_PX / max(width, height)):
            return self.thumbnail(photo)
        # Reductions are powers of two, so that requests of nearly the same size share one decoded photo.
        reduction = 1 << max((width // wanted_width).bit_length() - 1, 0)
        key = (photo.content or photo.path, photo.quarter_turns, reduction)
        return self._once(key, lambda: self._decoded(photo, width // reduction))

    def _decoded(self, photo: Photo, width: int) -> Pixels:
        # Pillow and its formats take 0.06 s to load; a window whose thumbnails are cached opens without them.
        from jaunty_frame.media.photos.decoding import decode_photo

        data = read_bytes(resolved(photo, self._folder))
        return decode_photo(data, Path(photo.path).name, width, photo.quarter_turns)

    def remembered_thumbnail(self, photo: Photo) -> Pixels | None:
        """Return what ``thumbnail`` would, if that needs no reading."""
        with self._lock:
            return self._small.get((photo.content or photo.path, photo.quarter_turns, 0))

    def thumbnail(self, photo: Photo) -> Pixels:
        """Return the upright photo at 512 px or less; PhotoError where it cannot be read."""
        return self._once((photo.content or photo.path, photo.quarter_turns, 0), lambda: self._thumbnail(photo))

    def _thumbnail(self, photo: Photo) -> Pixels:
        stored = self._cache.get(photo.content) if photo.content else None
        if stored is None:
            width = round(photo.width * min(1.0, LONGEST_PX / max(photo.width, photo.height)))
            stored = shrunk_to_thumbnail(self._decoded(photo.changed(quarter_turns=0), width))
            if photo.content:
                self._cache.put(photo.content, stored)
        return turned_pixels(stored, photo.quarter_turns)

    def _once(self, key: _Key, make: Callable[[], Pixels]) -> Pixels:
        """Return the remembered pixels of ``key``; several threads that ask at once wait for the same one."""
        # With logging it takes 0.006 s to load, which the first painted window does not wait for.
        from concurrent.futures import Future

        with self._lock:
            if key in self._small:
                self._small.move_to_end(key)
                return self._small[key]
            running = self._running.get(key)
            mine = running is None
            if running is None:
                running = self._running[key] = Future()
        if not mine:
            return running.result()
        try:
            pixels = make()
        except BaseException as error:
            running.set_exception(error)
            raise
        else:
            running.set_result(pixels)
            self._remember(key, pixels)
            return pixels
        finally:
            with self._lock:
                del self._running[key]

    def _remember(self, key: _Key, pixels: Pixels) -> None:
        with self._lock:
            self._small[key] = pixels
            self._bytes += pixels.nbytes
            while self._bytes > _MOST_REMEMBERED:
                self._bytes -= self._small.popitem(last=False)[1].nbytes
