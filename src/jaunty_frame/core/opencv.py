"""OpenCV, and how many threads it uses: a setting of the whole process, so it is counted who wants it changed."""

import threading
from collections.abc import Iterator
from contextlib import contextmanager

import cv2

__all__ = ["cv2", "one_thread"]

_lock = threading.Lock()
_wanting = 0
_usual = 0


@contextmanager
def one_thread() -> Iterator[None]:
    """Let OpenCV work in the calling threads only, for as long as anybody wants so.

    For work that fills the cores by itself, an encoder's for example: more threads would only take turns. The first one
    to come changes the setting, the last one to leave changes it back.
    """
    global _wanting, _usual
    with _lock:
        if not _wanting:
            _usual = cv2.getNumThreads()
            cv2.setNumThreads(1)
        _wanting += 1
    try:
        yield
    finally:
        with _lock:
            _wanting -= 1
            if not _wanting:
                cv2.setNumThreads(_usual)
