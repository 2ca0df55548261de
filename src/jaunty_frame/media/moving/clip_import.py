"""Bringing a clip in: what its file says of it, without reading it whole.

Its identity is a hash of its size and of five parts of 64 KiB: its head, its tail and three places between; so one of
4 GB comes in as fast as a small one, and what only changes between those places goes unseen.
"""

import os
from collections import Counter
from datetime import datetime
from fractions import Fraction
from hashlib import blake2b
from itertools import islice, pairwise
from math import ceil
from pathlib import Path

import av

from jaunty_frame.document.photo import Moving, MovingSound, Photo
from jaunty_frame.errors import PhotoError, shown_name
from jaunty_frame.media.moving.clip_pictures import is_seen_through, pixels_of, upright_size
from jaunty_frame.media.moving.clip_stream import ClipStream
from jaunty_frame.media.moving.streams import stream_of
from jaunty_frame.media.opening import opened_plain
from jaunty_frame.media.photos.files import file_facts
from jaunty_frame.media.photos.thumbnails import LONGEST_PX, ThumbnailCache, shrunk_to_thumbnail
from jaunty_frame.media.projects.project_store import path_from

KIND = "clip"
_PART = 64 * 1024
_LOOKED_AT = 400
"""Time stamps from which it is told whether pictures last evenly."""
_MOST_TO_THE_END = 200_000
"""Pictures that are passed to find the end of a file that says nothing of its length: two hours."""
_STILL_RATE = Fraction(1, 5)
"""Of a file with a single picture: as long as a photo is shown."""
_FINEST_RATE = Fraction(1000)
_NEAR_RATE = Fraction(1, 10_000)
_LONGEST_S = 24 * 3600
_MOST_PIXELS = 8192 * 8192


def look_at_clip(path: Path, folder: Path | None, cache: ThumbnailCache) -> Photo:
    """Return the clip at ``path`` as a member of the set, with its first picture cached; PhotoError where it cannot be
    used."""
    content = content_of(path)
    stream = stream_of(path)
    try:
        frame = stream.frame_at(Fraction(0))
        turn = stream.turn
        width, height = upright_size(frame, stream.pixel_aspect, turn)
        if width * height > _MOST_PIXELS:
            raise PhotoError(f"{shown_name(path.name)} is {width} x {height} pixels large; make it smaller.")
        share = min(1.0, LONGEST_PX / max(width, height))
        small = max(round(width * share), 1), max(round(height * share), 1)
        cache.put(content, shrunk_to_thumbnail(pixels_of(frame, small, turn)))
        if isinstance(stream, ClipStream):
            moving = _moving_of(path, stream)
            tags = {name.lower(): value for name, value in stream.stream.container.metadata.items()}
        else:
            moving, tags = Moving(kind=KIND, pictures=stream.pictures, rate=stream.rate), {}
        transparent = is_seen_through(frame)
    finally:
        stream.close()
    size, modified = file_facts(path)
    return Photo(
        id=content.split(":")[1][:10],
        path=path_from(folder, path),
        width=width,
        height=height,
        size=size,
        modified=modified,
        content=content,
        taken=_taken(tags.get("creation_time", "")),
        author=tags.get("artist", "")[:200],
        licence=(tags.get("license", "") or tags.get("copyright", ""))[:200],
        transparent=transparent,
        moving=moving,
    )


def content_of(path: Path) -> str:
    """Return the name that a clip's content goes by; PhotoError where it cannot be read."""
    with opened_plain(path, PhotoError, "choose photos, clips or folders") as file:
        size = os.fstat(file.fileno()).st_size
        digest = blake2b(str(size).encode(), digest_size=16)
        for place in range(5):
            file.seek(max(size - _PART, 0) * place // 4)
            digest.update(file.read(_PART))
    return "blake2b:" + digest.hexdigest()


def _moving_of(path: Path, stream: ClipStream) -> Moving:
    container = stream.stream.container
    steps = _steps(path)
    if not steps:  # a single picture
        return Moving(kind=KIND, pictures=1, rate=_STILL_RATE)
    rate, even = _rate_of(stream.stream, steps)
    said = stream.stream.duration * (stream.stream.time_base or 0) if stream.stream.duration else Fraction(0)
    seconds = _seconds_of(path, said or Fraction(container.duration or 0, 1_000_000), steps) or Fraction(1, 25)
    if seconds > _LONGEST_S:
        raise PhotoError(f"{shown_name(path.name)} is over {_LONGEST_S // 3600} hours long; use a part of it.")
    pictures = max(round(seconds * rate) if even else ceil(seconds * rate), 1)
    heard = container.streams.audio
    channels = heard[0].codec_context.channels if heard and heard[0].codec_context is not None else 0
    sound = MovingSound(channels=channels) if 1 <= channels <= 64 else None
    return Moving(kind=KIND, pictures=pictures, rate=rate, sound=sound)


def _steps(path: Path) -> list[Fraction]:
    """Return how long the first pictures last, by their time stamps."""
    stream = ClipStream(path)
    try:
        step = stream.stream.time_base or Fraction(1, 90_000)
        packets = islice(stream.stream.container.demux(stream.stream), _LOOKED_AT)
        stamps = sorted({packet.pts for packet in packets if packet.pts is not None and not packet.is_discard})
        return [(later - earlier) * step for earlier, later in pairwise(stamps)]
    except (av.FFmpegError, ValueError):
        return []
    finally:
        stream.close()


def _rate_of(stream: av.VideoStream, steps: list[Fraction]) -> tuple[Fraction, bool]:
    """Return the pictures a second, and whether all last as long as each other: up to the step of their stamps."""
    said = stream.guessed_rate or stream.average_rate
    tick = stream.time_base or Fraction(1, 90_000)
    if said and steps:
        one = 1 / Fraction(said)
        # Fields of interlaced pictures are told as pictures by some.
        usual = Counter(steps).most_common(1)[0][0]
        one = usual if abs(usual - one) > tick else one
        # The last stamps of those looked at may wait for a picture between them.
        if all(abs(step - one) <= tick for step in steps[:-4] or steps):
            return _fitting(1 / one), True
    if said and not steps:
        return _fitting(Fraction(said)), True
    return _FINEST_RATE, False


def _fitting(rate: Fraction) -> Fraction:
    """Return the rate that is meant, whole or a thousandth less, where rounded time stamps come near it."""
    for meant in (Fraction(round(rate)), Fraction(round(rate * 1001 / 1000) * 1000, 1001)):
        if meant and abs(rate / meant - 1) < _NEAR_RATE:
            return meant
    return min(max(rate.limit_denominator(100_000), Fraction(1, 1000)), _FINEST_RATE)


def _seconds_of(path: Path, said: Fraction, steps: list[Fraction]) -> Fraction:
    """Return how long the picture lasts, by the last time stamps of the file; what it says itself is often an estimate.

    said : in seconds, 0 = nothing.
    """
    stream = ClipStream(path)
    try:
        tick, container = stream.stream.time_base or Fraction(1, 90_000), stream.stream.container
        if said * 9 / 10 > 2:  # before that, some formats have no place to go to
            container.seek(int((said * 9 / 10 - 2 + stream.start) / tick), stream=stream.stream)
        last = stream.start
        for packet in islice(container.demux(stream.stream), None if said else _MOST_TO_THE_END):
            if packet.pts is not None and not packet.is_discard:
                last = max(last, (packet.pts + (packet.duration or 0)) * tick)
                if not packet.duration and steps:
                    last = max(last, packet.pts * tick + steps[0])
        return last - stream.start or said
    except (av.FFmpegError, ValueError):
        return said
    finally:
        stream.close()


def _taken(said: str) -> str:
    """Return the time of capture as ISO 8601 without zone, or ""."""
    try:
        return datetime.fromisoformat(said.replace("Z", "+00:00")).replace(tzinfo=None).isoformat(timespec="seconds")
    except ValueError:
        return ""
