"""Clips: video files, read picture by picture where they lie, as they are needed."""

import threading
from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from fractions import Fraction
from pathlib import Path

import av

from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.errors import PhotoError
from jaunty_frame.media.moving.clip_pictures import Turn, pixels_of, upright_size
from jaunty_frame.media.moving.moving import MovingReader
from jaunty_frame.media.moving.streams import Stream, stream_of
from jaunty_frame.media.opening import ensure_plain

_MOST_OPEN = 4
"""Files that are kept open: each output that is shown goes through a clip at its own time."""
_NEAR_S = Fraction(3)


_File = tuple[Path, int, int, int]
"""A file as it is now: another one may come in its place."""


_Decoded = tuple[av.VideoFrame, Fraction | None, Turn]
"""With the aspect of its pixels, and how it is brought upright."""
_MOST_BYTES = 20_000_000
"""Of decoded pictures that are kept."""


class _OpenClips:
    """Streams that are at rest, by file; whoever needs one takes it, and puts it back."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._resting: OrderedDict[Stream, _File] = OrderedDict()
        self._frames: OrderedDict[tuple[_File, Fraction], _Decoded] = OrderedDict()

    def frame(self, path: Path, seconds: Fraction) -> _Decoded:
        """Return what is seen at a moment. Outputs that are shown together want the same ones one after the other."""
        key = _file_at(path), seconds
        with self._lock:
            if key in self._frames:
                self._frames.move_to_end(key)
                return self._frames[key]
        with self._stream(key[0], seconds) as stream:
            decoded = stream.frame_at(seconds), stream.pixel_aspect, stream.turn
        with self._lock:
            self._frames[key] = decoded
            while len(self._frames) > 1 and len(self._frames) * _bytes_of(decoded[0]) > _MOST_BYTES:
                self._frames.popitem(last=False)
        return decoded

    @contextmanager
    def _stream(self, file: _File, seconds: Fraction) -> Iterator[Stream]:
        """Lend the stream of a file that stands nearest before a moment, else a new one."""
        path = file[0]
        stream = self._taken(file, seconds) or stream_of(path)
        try:
            yield stream
        except BaseException:
            stream.close()
            raise
        for gone in self._put_back(stream, file):
            gone.close()

    def _taken(self, file: _File, seconds: Fraction) -> Stream | None:
        with self._lock:
            own = [one for one, where in self._resting.items() if where == file]
            near = [one for one in own if 0 <= seconds - one.at <= _NEAR_S]
            # One that would have to leap is no better than a new one, but for the file that is open already.
            chosen = max(near, key=lambda one: one.at, default=own[0] if len(own) >= _MOST_OPEN // 2 else None)
            if chosen is not None:
                del self._resting[chosen]
            return chosen

    def _put_back(self, stream: Stream, file: _File) -> list[Stream]:
        with self._lock:
            self._resting[stream] = file
            return [self._resting.popitem(last=False)[0] for _ in range(len(self._resting) - _MOST_OPEN)]


def _bytes_of(frame: av.VideoFrame) -> int:
    return sum(plane.buffer_size for plane in frame.planes)


def _file_at(path: Path) -> _File:
    facts = ensure_plain(path, PhotoError, "choose photos, clips or folders")
    return path, facts.st_ino, facts.st_size, facts.st_mtime_ns


_open_clips = _OpenClips()


def clip_picture(path: Path, at: Fraction, width: int) -> Pixels:
    """Return the upright picture that is seen at a time of a clip, with about ``width`` pixels across, no more than it
    has. PhotoError where it cannot be read."""
    frame, pixel_aspect, turn = _open_clips.frame(path, at)
    own = upright_size(frame, pixel_aspect, turn)
    share = min(1.0, max(width, 1) / own[0])
    size = max(round(own[0] * share), 1), max(round(own[1] * share), 1)
    return pixels_of(frame, size, turn)


READER = MovingReader(clip_picture)
