"""Pictures for cells, made by workers: the GUI thread asks with a frozen request and is told when it is ready."""

import threading
from collections import OrderedDict
from types import ModuleType
from typing import TYPE_CHECKING, NamedTuple

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtGui import QImage

from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.document.model import Photo
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.frames.picture_spec import PictureSpec, wanted_width

if TYPE_CHECKING:  # see begin and _painting
    from concurrent.futures import ThreadPoolExecutor

    from jaunty_frame.show.frames.picture import Picture

_MOST_BYTES = 200_000_000
_MOST_PICTURES = 24
_MOST_WAITING = 400


class PhotoKey(NamedTuple):
    """What tells one photo's pixels from another's."""

    content: str
    path: str
    quarter_turns: int
    correction: Amounts


def photo_key(photo: Photo) -> PhotoKey:
    return PhotoKey(photo.content, photo.path, photo.quarter_turns, Amounts(**dict(photo.correction)))


class CellRequest(NamedTuple):
    """A slide's picture at one size, through one window; ``spec`` None asks for the photo itself, ``width`` wide."""

    photo: PhotoKey
    width: int
    height: int
    spec: PictureSpec | None = None
    content: FrameContent | None = None


class CellImages(QObject):
    """A cache of cell pictures. What was asked for last is made first: it is what is looked at."""

    ready = Signal(object)
    _made = Signal(object, object)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._images: OrderedDict[CellRequest, QImage | None] = OrderedDict()
        self._bytes = 0
        self._unfinished = 0
        self._closed = False
        self._waiting: OrderedDict[CellRequest, tuple[PhotoSource, Photo]] = OrderedDict()
        self._lock = threading.Lock()
        self._pictures: OrderedDict[tuple[PhotoKey, PictureSpec], Picture] = OrderedDict()
        self._made.connect(self._take, Qt.ConnectionType.QueuedConnection)
        self._pool: ThreadPoolExecutor | None = None

    def image(self, request: CellRequest, source: PhotoSource, photo: Photo) -> QImage | None:
        """Return the picture if it is there; otherwise have it made, and ``ready`` tells when it is.

        None also stands for a photo that cannot be read.
        """
        if request in self._images:
            self._images.move_to_end(request)
            return self._images[request]
        self.remake(request, source, photo)
        return None

    def remake(self, request: CellRequest, source: PhotoSource, photo: Photo) -> None:
        """Have a picture made, even if there is one: its levels are wanted too."""
        with self._lock:
            if self._closed:
                return
            new = request not in self._waiting
            self._waiting[request] = source, photo
            self._waiting.move_to_end(request)
            while len(self._waiting) > _MOST_WAITING:
                self._waiting.popitem(last=False)
            if new:
                self._unfinished += 1
        if new and self._pool is not None:
            self._pool.submit(self._work)

    def begin(self) -> None:
        """Let the workers begin, who until now would only have taken Python's lock from the window being built."""
        from concurrent.futures import ThreadPoolExecutor

        with self._lock:
            if self._closed:
                return
            waiting = self._unfinished
        self._pool = ThreadPoolExecutor(2, "cells")
        for _ in range(waiting):
            self._pool.submit(self._work)

    def is_known(self, request: CellRequest) -> bool:
        return request in self._images

    def is_working(self) -> bool:
        """Return whether pictures are still being made."""
        with self._lock:
            return self._unfinished > 0

    def picture(self, photo: PhotoKey, spec: PictureSpec) -> "Picture | None":
        """Return the prepared picture of a cell that was made lately, for playing it."""
        return self._pictures.get((photo, spec))

    def forget(self) -> None:
        """Forget all pictures: photos may have changed."""
        with self._lock:
            self._waiting.clear()
        self._images.clear()
        self._pictures.clear()
        self._bytes = 0

    def close(self) -> None:
        with self._lock:
            self._closed = True
            self._waiting.clear()
        if self._pool is not None:
            self._pool.shutdown(cancel_futures=True)

    def _work(self) -> None:
        with self._lock:
            if not self._waiting:
                self._unfinished -= 1
                return
            request, (source, photo) = self._waiting.popitem()
        try:
            image = self._painted(request, source, photo)
        except (JauntyError, OSError, ValueError, _painting().OpenCvError, MemoryError):
            image = None  # the finding in the cell says what is wrong
        self._made.emit(request, image)

    def _painted(self, request: CellRequest, source: PhotoSource, photo: Photo) -> QImage:
        if request.spec is None or request.content is None:
            pixels = source.pixels(photo, request.width)
            return _painting().photo_image(pixels, request.width, request.height, request.photo.correction)
        key = (request.photo, request.spec)
        picture = self._pictures.get(key)
        if picture is None:
            picture = _painting().make_picture(source.pixels(photo, wanted_width(request.spec)), request.spec)
            with self._lock:
                self._pictures[key] = picture
                while len(self._pictures) > _MOST_PICTURES:
                    self._pictures.popitem(last=False)
        return painted_image(request.content, picture, request.width, request.height)

    def _take(self, request: CellRequest, image: QImage | None) -> None:
        with self._lock:
            self._unfinished -= 1
        self._drop(self._images.pop(request, None))
        self._images[request] = image
        self._bytes += image.sizeInBytes() if image else 0
        while self._bytes > _MOST_BYTES:
            self._drop(self._images.popitem(last=False)[1])
        self.ready.emit(request)

    def _drop(self, image: QImage | None) -> None:
        self._bytes -= image.sizeInBytes() if image else 0


def painted_image(content: FrameContent, picture: "Picture", width: int, height: int) -> QImage:
    """Return one slide's picture as an image."""
    return _painting().painted_image(content, picture, width, height)


def _painting() -> ModuleType:
    # OpenCV and all that paints take 0.06 s to load, which the first painted window does not wait for: its cells are
    # filled by workers.
    from jaunty_frame.app.pictures import painting

    return painting
