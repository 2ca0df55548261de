"""Reading sound: whatever PyAV decodes, as a stream of two channels at 48 kHz."""

import contextlib
from collections import Counter
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, stereo
from jaunty_frame.errors import SoundError, shown_name
from jaunty_frame.media.opening import ensure_plain

_FAR = 6 * RATE
"""Samples ahead from which on leaping is quicker than decoding on."""
_MOST_CHANNELS = 64
_SLOWEST_RATE, _FASTEST_RATE = 8000, 768_000
LONGEST_S = 24 * 3600
_LOUDEST = 100.0
"""Samples beyond this (40 dB over full scale) are no sound but damage."""
_BLOCK = RATE // 4


class SoundReader:
    """Reads parts of one file. Parts that follow one another are decoded once; memory holds a frame or two."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._container = _opened(path)
        self._stream = self._container.streams.audio[0]
        self._frames: Iterator[Samples] = self._decoded()
        self._at = 0
        self._rest = np.zeros((0, 2), np.float32)

    def read(self, start: int, count: int) -> Samples:
        """Return samples ``start`` to ``start + count``, (count, 2); what lies beyond the file is silence."""
        found = np.zeros((max(count, 0), 2), np.float32)
        if start < self._at or start > self._at + len(self._rest) + _FAR:
            self._go_to(max(start, 0))
        while self._at < start + count:
            if not len(self._rest):
                frame = next(self._frames, None)
                if frame is None:
                    break
                self._rest = frame
                continue
            low, high = max(start, self._at), min(start + count, self._at + len(self._rest))
            if low < high:
                found[low - start : high - start] = self._rest[low - self._at : high - self._at]
            used = high - self._at
            self._rest, self._at = self._rest[used:], high
        return found

    @property
    def channels(self) -> int:
        """How many the file has itself."""
        return int(self._stream.codec_context.channels)

    def blocks(self) -> Iterator[Samples]:
        """Return the whole file, block by block, (n, 2) each."""
        self._go_to(0)
        yield from self._frames

    def close(self) -> None:
        with contextlib.suppress(av.FFmpegError):
            self._container.close()

    def _go_to(self, sample: int) -> None:
        self._rest = np.zeros((0, 2), np.float32)
        self._container.close()
        self._container = _opened(self._path)
        self._stream = self._container.streams.audio[0]
        self._at = 0
        if sample > _FAR and self._stream.time_base is not None:
            # A second early, because decoders need some frames before they are right.
            wanted = (sample - RATE) / RATE + float((self._stream.start_time or 0) * self._stream.time_base)
            self._container.seek(int(wanted / self._stream.time_base), stream=self._stream)
            self._frames = self._decoded(from_middle=True)
            return
        self._frames = self._decoded()

    def _decoded(self, from_middle: bool = False) -> Iterator[Samples]:
        channels = self._stream.codec_context.channels
        own = self._stream.layout.name if channels <= 2 else "stereo"
        # Blocks of some length, since every one costs calls: a third of the time of frames as they are coded.
        resampler = av.AudioResampler(format="flt", layout=own, rate=RATE, frame_size=_BLOCK)
        try:
            frames: Iterator[av.AudioFrame] = self._frames_in_turn()
            if from_middle:
                frames = self._placed(frames)
            for frame in frames:
                frame.pts = None
                for part in resampler.resample(frame):
                    yield _samples(part)
            for part in resampler.resample(None):
                yield _samples(part)
        except (av.FFmpegError, ValueError, MemoryError) as error:
            raise SoundError(
                f"{shown_name(self._path.name)} cannot be read on ({_words(error)}); try a copy."
            ) from error

    def _frames_in_turn(self) -> Iterator[av.AudioFrame]:
        for packet in self._container.demux(self._stream):
            yield from self._frames_of(packet)

    def _placed(self, frames: Iterator[av.AudioFrame]) -> Iterator[av.AudioFrame]:
        """Return frames that come after a leap, and find where they lie in the file.

        Of some frames, short ones of Vorbis, the time is told 10 ms late; what most say is right.
        """
        first, passed, said = list[av.AudioFrame](), 0, Counter[Fraction]()
        for frame in frames:
            first.append(frame)
            if frame.pts is not None:
                said[frame.pts * frame.time_base - Fraction(passed, frame.sample_rate)] += frame.samples
            passed += frame.samples
            if passed >= frame.sample_rate // 2:
                break
        if said:
            began = (self._stream.start_time or 0) * self._stream.time_base
            self._at = round((said.most_common(1)[0][0] - began) * RATE)
        yield from first
        yield from frames

    def _frames_of(self, packet: av.Packet) -> list:
        """Return the frames of a packet; one that is damaged is passed over, as players do."""
        try:
            return list(packet.decode())
        except av.error.InvalidDataError:
            return []
        except av.error.EOFError:
            return []


def _samples(frame: av.AudioFrame) -> Samples:
    channels = len(frame.layout.channels)
    flat = frame.to_ndarray().reshape(-1, channels)
    if not np.isfinite(flat).all():
        flat = np.nan_to_num(flat, nan=0.0, posinf=0.0, neginf=0.0)
    if np.abs(flat).max(initial=0.0) > _LOUDEST:
        flat = np.where(np.abs(flat) > _LOUDEST, 0.0, flat)
    return stereo(flat.astype(np.float32, copy=False))


def _opened(path: Path) -> av.container.InputContainer:
    name = shown_name(path.name)
    ensure_plain(path, SoundError, "choose a sound file")
    try:
        # Files only: what a play list or a stream names is not fetched.
        container = av.open(str(path), metadata_errors="replace", options={"protocol_whitelist": "file"})
    except (av.FFmpegError, OSError, ValueError) as error:
        raise SoundError(
            f"{name} is no sound that can be read ({_words(error)}); WAV, FLAC, MP3, Ogg or M4A can."
        ) from error
    if not container.streams.audio:
        container.close()
        raise SoundError(f"{name} has no sound in it; choose another file.")
    try:
        _ensure_modest(container, name)
    except SoundError:
        container.close()
        raise
    return container


def ensure_named(path: Path) -> None:
    """Raise SoundError where a file's name cannot be written down."""
    try:
        str(path.absolute()).encode()
    except UnicodeEncodeError as error:
        raise SoundError(
            f"{shown_name(path.name)} has a name, or a folder, that is not valid text; rename it."
        ) from error


def _ensure_modest(container: av.container.InputContainer, name: str) -> None:
    """Raise SoundError where a header says what no sound is: to decode it might never end, or fill the memory."""
    context = container.streams.audio[0].codec_context
    if context is None:
        raise SoundError(f"{name} is coded in a way that cannot be read; WAV, FLAC, MP3, Ogg or M4A can.")
    if not _SLOWEST_RATE <= (context.sample_rate or 0) <= _FASTEST_RATE:
        raise SoundError(
            f"{name} says that it has {context.sample_rate} samples a second; {_SLOWEST_RATE} to {_FASTEST_RATE} can "
            "be used."
        )
    if not 1 <= context.channels <= _MOST_CHANNELS:
        raise SoundError(f"{name} has {context.channels} channels; up to {_MOST_CHANNELS} can be used.")
    if container.duration is not None and container.duration > LONGEST_S * 1_000_000:
        raise SoundError(f"{name} is over {LONGEST_S // 3600} hours long; use a part of it.")


def _words(error: Exception) -> str:
    return str(getattr(error, "strerror", None) or error)[:80]


def tags_of(path: Path) -> dict[str, str]:
    """Return the tags of a file by their names in lower case: Vorbis comments, ID3, MP4 atoms, RIFF info."""
    container = _opened(path)
    try:
        found = {**container.metadata, **container.streams.audio[0].metadata}
        return {str(name).lower(): " ".join(str(value).split())[:200] for name, value in found.items()}
    finally:
        container.close()
