"""Clips: video files, read picture by picture where they lie, as they are needed."""

import threading
from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from fractions import Fraction
from pathlib import Path

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moving.clip_pictures import pixels_of, turn_of, upright_size
from jaunty_frame.media.moving.clip_stream import ClipStream
from jaunty_frame.media.moving.moving import MovingReader
from jaunty_frame.media.opening import ensure_plain

_MOST_OPEN = 6
"""Files that are kept open: each output that is shown goes through a clip at its own time."""
_NEAR_S = Fraction(3)


_File = tuple[Path, int, int, int]
"""A file as it is now: another one may come in its place."""


class _OpenClips:
    """Streams that are at rest, by file; whoever needs one takes it, and puts it back."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._resting: OrderedDict[ClipStream, _File] = OrderedDict()

    @contextmanager
    def stream(self, path: Path, seconds: Fraction) -> Iterator[ClipStream]:
        """Lend the stream of a file that stands nearest before a moment, else a new one."""
        file = _file_at(path)
        stream = self._taken(file, seconds) or ClipStream(path)
        try:
            yield stream
        except BaseException:
            stream.close()
            raise
        for gone in self._put_back(stream, file):
            gone.close()

    def _taken(self, file: _File, seconds: Fraction) -> ClipStream | None:
        with self._lock:
            own = [one for one, where in self._resting.items() if where == file]
            near = [one for one in own if 0 <= seconds - one.at <= _NEAR_S]
            # One that would have to leap is no better than a new one, but for the file that is open already.
            chosen = max(near, key=lambda one: one.at, default=own[0] if len(own) >= _MOST_OPEN // 2 else None)
            if chosen is not None:
                del self._resting[chosen]
            return chosen

    def _put_back(self, stream: ClipStream, file: _File) -> list[ClipStream]:
        with self._lock:
            self._resting[stream] = file
            return [self._resting.popitem(last=False)[0] for _ in range(len(self._resting) - _MOST_OPEN)]


def _file_at(path: Path) -> _File:
    facts = ensure_plain(path, PhotoError, "choose photos, clips or folders")
    return path, facts.st_ino, facts.st_size, facts.st_mtime_ns


_open_clips = _OpenClips()


def clip_picture(path: Path, at: Fraction, width: int) -> Pixels:
    """Return the upright picture that is seen at a time of a clip, with about ``width`` pixels across, no more than it
    has. PhotoError where it cannot be read."""
    with _open_clips.stream(path, at) as stream:
        frame = stream.frame_at(at)
        turn = turn_of(frame)
        own = upright_size(frame, stream.stream.sample_aspect_ratio, turn)
        share = min(1.0, max(width, 1) / own[0])
        size = max(round(own[0] * share), 1), max(round(own[1] * share), 1)
        return pixels_of(frame, size, turn)


READER = MovingReader(clip_picture)
