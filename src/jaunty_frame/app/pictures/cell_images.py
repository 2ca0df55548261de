"""Pictures for views, made by workers: the GUI thread asks with a frozen request and is told when it is ready."""

import threading
import time
from collections import OrderedDict
from types import ModuleType
from typing import TYPE_CHECKING, NamedTuple

from PySide6.QtCore import QObject, Qt, QTimer, Signal
from PySide6.QtGui import QImage

from jaunty_frame.app.project.task import told_to_net
from jaunty_frame.core.painting.surface import Coding, FrameFormat
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.content import FrameContent
from jaunty_frame.show.frames.exhibits import whole_photo_layers
from jaunty_frame.show.frames.layers.layer import is_quick
from jaunty_frame.show.frames.layers.still import opened
from jaunty_frame.show.planning.plan import Plan

if TYPE_CHECKING:  # see begin and _painting
    from concurrent.futures import ThreadPoolExecutor

    from jaunty_frame.media.frames.ready import ReadySources

_MOST_BYTES = 96_000_000
_MOST_READY_BYTES = 64_000_000
_MOST_WAITING = 1000
_WORKERS = 2
_LONGEST_TAKE_S = 0.01


class CellRequest(NamedTuple):
    """A frame in a format: equal requests are equal pictures."""

    content: FrameContent
    frame: FrameFormat


def cell_request(plan: Plan, content: FrameContent, width: int, height: int) -> CellRequest:
    """Return the request for a frame of an output at a size in device pixels."""
    pixel_aspect = float(plan.output.aspect) * height / width
    seen = content._replace(layers=opened(content.layers))
    return CellRequest(seen, FrameFormat(width, height, pixel_aspect, Coding.SCREEN))


def photo_request(photo: Photo, width: int, height: int, picture: int = 0) -> CellRequest:
    """Return the request for a photo, or a picture of a clip, by itself at a size in device pixels."""
    return CellRequest(FrameContent(whole_photo_layers(photo, picture)), FrameFormat(width, height, 1.0, Coding.SCREEN))


class CellImages(QObject):
    """A cache of pictures. What was asked for last is made first: it is what is looked at."""

    ready = Signal(object)
    forgotten = Signal()
    """All pictures are gone, also those that were waited for: who shows one asks again."""
    _made = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._images: OrderedDict[CellRequest, QImage | None] = OrderedDict()
        self._bytes = 0
        self._forgotten_times = 0
        self._closed = False
        self._waiting: OrderedDict[CellRequest, PhotoSource] = OrderedDict()
        self._finished: list[tuple[CellRequest, QImage | None, int]] = []
        self._workers = 0
        self._will_begin = False
        self._lock = threading.Lock()
        self._sources: ReadySources | None = None
        self._made.connect(self._take_all, Qt.ConnectionType.QueuedConnection)
        self._pool: ThreadPoolExecutor | None = None

    def image(self, request: CellRequest, photos: PhotoSource) -> QImage | None:
        """Return the picture if it is there; otherwise have it made, and ``ready`` tells when it is.

        None also stands for a photo that cannot be read.
        """
        if request in self._images:
            self._images.move_to_end(request)
            return self._images[request]
        self.remake(request, photos)
        return None

    def live_image(self, request: CellRequest) -> QImage | None:
        """Return the picture, painted at once, if all that it needs was made ready lately; None otherwise."""
        ready = self._sources.at_hand(request.content.sources(request.frame)) if self._sources else None
        return None if ready is None else _painting().painted_image(*request, ready)

    def live_or_asked(self, request: CellRequest, usual: CellRequest, photos: PhotoSource) -> QImage | None:
        """Return the picture, painted at once, if all that it needs is ready; else have made ready what it needs: by a
        picture that is usually asked for, where that needs the same, as all instants of a slide do whose photos do not
        move."""
        image = self.live_image(request)
        if image is None:
            needed = {one for one in request.content.sources(request.frame) if not is_quick(one)}
            needs_other = needed - set(usual.content.sources(usual.frame))
            self.remake(request if needs_other else usual, photos)
        return image

    def remake(self, request: CellRequest, photos: PhotoSource) -> None:
        """Have a picture made, even if there is one: what it needs is wanted ready."""
        with self._lock:
            if self._closed:
                return
            self._waiting[request] = photos
            self._waiting.move_to_end(request)
            while len(self._waiting) > _MOST_WAITING:
                self._waiting.popitem(last=False)
        # Not while the view that asks is being painted: workers would take Python's lock from it.
        if self._pool is not None and not self._will_begin:
            self._will_begin = True
            QTimer.singleShot(0, self, self._set_to_work)

    def begin(self) -> None:
        """Let the workers begin, who until now would only have taken Python's lock from the window being built."""
        from concurrent.futures import ThreadPoolExecutor

        with self._lock:
            if self._closed:
                return
        self._sources = _painting().ReadySources(_MOST_READY_BYTES)
        self._pool = ThreadPoolExecutor(_WORKERS, "cells")
        self._set_to_work()

    def _set_to_work(self) -> None:
        self._will_begin = False
        with self._lock:
            more = 0 if self._closed else min(_WORKERS - self._workers, len(self._waiting))
            self._workers += more
        for _ in range(more):
            assert self._pool is not None
            self._pool.submit(self._work)

    def is_known(self, request: CellRequest) -> bool:
        return request in self._images

    def is_working(self) -> bool:
        """Return whether pictures are still being made."""
        with self._lock:
            return bool(self._waiting or self._workers or self._finished)

    def forget(self) -> None:
        """Forget all pictures: photos may have changed."""
        with self._lock:
            self._waiting.clear()
            self._forgotten_times += 1
        self._images.clear()
        if self._sources is not None:
            self._sources.clear()
        self._bytes = 0
        self.forgotten.emit()

    def close(self) -> None:
        with self._lock:
            self._closed = True
            self._waiting.clear()
        if self._pool is not None:
            self._pool.shutdown(wait=False, cancel_futures=True)

    def _work(self) -> None:
        """Make pictures until none is waited for."""
        while True:
            with self._lock:
                if not self._waiting:
                    self._workers -= 1
                    return
                request, photos = self._waiting.popitem()
                forgotten_times = self._forgotten_times
            image = None
            try:
                image = self._painted(request, photos)
            except (JauntyError, OSError, ValueError, _painting().OpenCvError, MemoryError):
                pass  # the finding in the cell says what is wrong
            except Exception as error:  # a fault of ours: this picture is missing, the next ones are made
                told_to_net(error)
            with self._lock:
                first = not (self._finished or self._closed)
                self._finished.append((request, image, forgotten_times))
            if first:  # the others are taken with it
                self._made.emit()

    def _painted(self, request: CellRequest, photos: PhotoSource) -> QImage:
        assert self._sources is not None
        ready = self._sources.of(request.content.sources(request.frame), photos)
        return _painting().painted_image(*request, ready)

    def _take_all(self) -> None:
        with self._lock:
            finished, self._finished = self._finished, []
            if self._closed:
                return
        until = time.monotonic() + _LONGEST_TAKE_S
        for k, (request, image, forgotten_times) in enumerate(finished):
            if forgotten_times == self._forgotten_times:  # else made of a photo as it was before
                self._take(request, image)
            if time.monotonic() > until and k + 1 < len(finished):
                # Views repaint what has come; after a change of the whole show hundreds come at once.
                with self._lock:
                    self._finished[:0] = finished[k + 1 :]
                self._made.emit()
                return

    def _take(self, request: CellRequest, image: QImage | None) -> None:
        self._drop(self._images.pop(request, None))
        self._images[request] = image
        self._bytes += image.sizeInBytes() if image else 0
        while self._bytes > _MOST_BYTES and len(self._images) > 1:
            self._drop(self._images.popitem(last=False)[1])
        self.ready.emit(request)

    def _drop(self, image: QImage | None) -> None:
        self._bytes -= image.sizeInBytes() if image else 0


def _painting() -> ModuleType:
    # OpenCV and all that paint take 0.06 s to load, which the first painted window does not wait for: its cells are
    # filled by workers.
    from jaunty_frame.app.pictures import painting

    return painting
