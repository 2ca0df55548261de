"""The pictures of a clip by their times: whatever PyAV decodes, leaping where that is quicker than decoding on.

A picture is seen from its own time stamp until the next one's. Stamps that a container rounds (to milliseconds, say)
may come up to half a step late, so a moment that lies half a step before one belongs to it already.
"""

import contextlib
import os
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import av
from av.filter import Graph
from av.stream import Disposition

from jaunty_frame.errors import PhotoError, shown_name
from jaunty_frame.media.moving.clip_pictures import Turn, turn_of
from jaunty_frame.media.opening import ensure_plain, opened_plain

_FAR_S = Fraction(3)
"""So far ahead decoding on takes longer than to leap: clips have a key picture every second or two."""
_NO_END = Fraction(10**9)
_MOST_BOXES = 100
_ADVICE = "convert it to MP4 with H.264"


class ClipStream:
    """Goes through one file. Not for several threads at once. ``start`` : the time stamp of its first picture."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._container = opened_clip(path)
        self.stream = moving_stream(self._container)
        self.stream.thread_type = "AUTO"
        self._step = self.stream.time_base or Fraction(1, 90_000)
        self.start = (self.stream.start_time or 0) * self._step
        self._frames: Iterator[av.VideoFrame] = self._decoded()
        self._here: av.VideoFrame | None = None
        self._next: av.VideoFrame | None = None
        self._ended = False
        self._turn: Turn | None = None

    @property
    def turn(self) -> Turn:
        """How its pictures are brought upright: as the first one that was given says, for PyAV keeps a picture whose
        side data was asked for until Python next looks for cycles, and those are many megabytes."""
        return self._turn or Turn()

    @property
    def at(self) -> Fraction:
        """The time of the picture that was given last, from the clip's beginning; a negative one before the first."""
        return self._time(self._here) if self._here is not None else Fraction(-1)

    @property
    def pixel_aspect(self) -> Fraction | None:
        """Width to height of its pixels; None where it does not say."""
        return self.stream.sample_aspect_ratio

    def frame_at(self, seconds: Fraction) -> av.VideoFrame:
        """Return the picture that is seen so many seconds after the first; before and beyond the ends the first and the
        last that can be read. PhotoError where none can."""
        moment = max(seconds, Fraction(0)) + self._step / 2
        if self._here is None or moment < self.at or moment > self.at + _FAR_S:
            self._leap(moment)
        while not self._ended and self._end_of_here() <= moment:
            self._advance()
        if self._here is None:
            raise PhotoError(f"{shown_name(self._path.name)} has no picture that can be read; {_ADVICE}.")
        if self._turn is None:
            self._turn = turn_of(self._here)
        return self._here

    def close(self) -> None:
        with contextlib.suppress(av.FFmpegError):
            self._container.close()

    def _time(self, frame: av.VideoFrame) -> Fraction:
        return (frame.pts or 0) * (frame.time_base or self._step) - self.start

    def _end_of_here(self) -> Fraction:
        if self._here is None:
            return Fraction(-1)
        if self._next is None and not self._ended:
            self._next = next(self._frames, None)
        return self._time(self._next) if self._next is not None else _NO_END

    def _advance(self) -> None:
        following = self._next if self._next is not None else next(self._frames, None)
        self._next = None
        if following is None:
            self._ended = True
        else:
            self._here = following

    def _leap(self, moment: Fraction) -> None:
        """Go to a key picture at or before a moment; to the beginning where the file has no such thing."""
        self._here = self._next = None
        self._ended = False
        for early in (Fraction(0), Fraction(2), None):  # None : nothing but from the beginning
            try:
                if early is None:
                    self._open_again()
                else:
                    target = max(moment - early, Fraction(0)) + self.start
                    self._container.seek(int(target / self._step), stream=self.stream)
            except (av.FFmpegError, OSError):
                self._open_again()
            self._frames = self._decoded()
            self._advance()
            if self._here is not None and (self._time(self._here) <= moment or early is None):
                return
            self._here, self._ended = None, False

    def _open_again(self) -> None:
        self.close()
        self._container = opened_clip(self._path)
        self.stream = moving_stream(self._container)
        self.stream.thread_type = "AUTO"

    def _decoded(self) -> Iterator[av.VideoFrame]:
        """Give the pictures in the order of their times, whole ones of clips whose lines come in two turns."""
        frames = (frame for frame in self._frames_in_turn() if frame.pts is not None)
        first = next(frames, None)
        if first is None:
            return
        if first.interlaced_frame:
            yield from _whole_pictures(first, frames)
            return
        yield first
        yield from frames

    def _frames_in_turn(self) -> Iterator[av.VideoFrame]:
        """Give what decodes; what is damaged is passed over, as players do."""
        packets = self._container.demux(self.stream)
        while True:
            try:
                packet = next(packets, None)
                if packet is None:
                    return
                yield from packet.decode()
            except (av.error.InvalidDataError, av.error.PatchWelcomeError):
                continue
            except (av.FFmpegError, ValueError):  # the end, or what nothing can be read beyond
                return


def _whole_pictures(first: av.VideoFrame, rest: Iterator[av.VideoFrame]) -> Iterator[av.VideoFrame]:
    """Give pictures without the comb of two half pictures: bwdif, one for each."""
    graph = Graph()
    source = graph.add_buffer(
        width=first.width, height=first.height, format=first.format.name, time_base=first.time_base
    )
    whole, sink = graph.add("bwdif", "mode=send_frame:deint=interlaced"), graph.add("buffersink")
    source.link_to(whole)
    whole.link_to(sink)
    graph.configure()

    def pushed(frame: av.VideoFrame | None) -> Iterator[av.VideoFrame]:
        source.push(frame)
        while True:
            try:
                yield sink.pull()
            except (av.error.BlockingIOError, av.error.EOFError):
                return

    yield from pushed(first)
    for frame in rest:
        yield from pushed(frame)
    yield from pushed(None)


def opened_clip(path: Path) -> av.container.InputContainer:
    """Open a clip; PhotoError where it is none that can be read."""
    name = shown_name(path.name)
    ensure_plain(path, PhotoError, "choose photos, clips or folders")
    try:
        # Files only: what a play list or a stream names is not fetched.
        container = av.open(str(path), metadata_errors="replace", options={"protocol_whitelist": "file"})
    except (av.FFmpegError, OSError, ValueError) as error:
        _ensure_whole(path)
        said = getattr(error, "strerror", None) or error
        raise PhotoError(f"{name} is no clip that can be read ({str(said)[:80]}); {_ADVICE}.") from error
    if not container.streams.video:
        container.close()
        _ensure_whole(path)
        raise PhotoError(f"{name} has no moving picture in it; bring sound in as sound.")
    if moving_stream(container).codec_context is None:
        container.close()
        raise PhotoError(f"{name} is coded in a way that cannot be read; {_ADVICE}.")
    return container


def _ensure_whole(path: Path) -> None:
    """Raise PhotoError where a file of the MP4 family ends before the box that says where its pictures lie (ISO/IEC
    14496-12, 4.2); cameras write it last."""
    with opened_plain(path, PhotoError, "choose photos, clips or folders") as file:
        size, at, seen = os.fstat(file.fileno()).st_size, 0, set[bytes]()
        for _ in range(_MOST_BOXES):
            file.seek(at)
            head = file.read(16)
            length, kind = int.from_bytes(head[:4], "big"), head[4:8]
            length = int.from_bytes(head[8:16], "big") if length == 1 else length
            if kind != b"moov" or at + length <= size:
                seen.add(kind)
            at += length
            if length < 8 or at + 8 > size:
                break
    if b"ftyp" in seen and b"mdat" in seen and b"moov" not in seen:
        name = shown_name(path.name)
        raise PhotoError(f"{name} is cut off: its index is missing; copy it again from where it came.")


def moving_stream(container: av.container.InputContainer) -> av.VideoStream:
    """Return the stream that moves: some files have a picture of themselves, or a still one, beside it."""

    def motion(one: av.VideoStream) -> tuple[bool, int, float]:
        lasts = float((one.duration or 0) * (one.time_base or 0))
        return not one.disposition & Disposition.attached_pic, one.frames or 0, lasts

    return max(container.streams.video, key=motion)
