"""Files that hold pictures and sound side by side: what all formats that FFmpeg's encoders write have in common.

Frames come in planes of BT.709, limited range, and are tagged so; index at the front where there is one, constant frame
rate. Encoders of sound begin with samples of priming. They get negative times, of which the muxer makes an edit list
(or a pre-skip), so that sound and picture begin together.
"""

import contextlib
import errno
import os
from collections.abc import Callable, Iterator, Mapping, Sequence
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

import av
import numpy as np
from av.video.frame import PictureType
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Canvas, Painted, ShowSound, Wanted


class Heard(NamedTuple):
    """How sound is coded: the encoder, the form of its samples, bits a second (0 = as it comes), samples at once."""

    codec: str
    form: str
    bits_a_second: int
    at_once: int
    options: Mapping[str, str] = {}


AAC = Heard("aac", "fltp", 192_000, 1024, {"aac_coder": "fast"})
"""At this rate the quick search is half a decibel from the slow one, which takes twice as long."""
OPUS = Heard("libopus", "flt", 160_000, 960)
PCM = Heard("pcm_s24le", "s32", 2 * 24 * RATE, 4096)


class Coded(NamedTuple):
    """How a show is coded. options_of : the encoder's, of what is wanted; muxer : the file's kind, and its options;
    tag : four characters by which players know the codec, "" as usual."""

    encoder: str
    pixels: str
    options_of: Callable[[Wanted], Mapping[str, str]]
    muxer: str
    muxer_options: Mapping[str, str]
    heard: Heard
    tag: str = ""
    threads: str = "FRAME"
    """What several threads share; slices, the usual, take a third longer with most."""


MP4 = {"movflags": "+faststart", "movie_timescale": "48000", "fflags": "+bitexact"}
"""Without the muxer's own name in it."""


class VideoFrame:
    """A frame whose planes are painted in place. ``surface`` shares its memory."""

    def __init__(self, width: int, height: int, pixels: str = "yuv420p") -> None:
        self.frame = av.VideoFrame(width, height, pixels)
        # Some encoders ask the frame, others their context.
        self.frame.color_range, self.frame.colorspace = ColorRange.MPEG, Colorspace.ITU709
        self.frame.color_primaries, self.frame.color_trc = ColorPrimaries.BT709, ColorTrc.BT709
        coding = Coding.VIDEO_10 if pixels.endswith("10le") else Coding.VIDEO
        planes = tuple(
            np.frombuffer(plane, coding.dtype).reshape(plane.height, -1)[:, : plane.width]
            for plane in self.frame.planes
        )
        self.surface = Surface(width, height, coding, planes)


class VideoWriter:
    """Encodes frames into a new file. ``close`` finishes it; without it the file is not playable."""

    def __init__(self, path: Path, wanted: Wanted, coded: Coded, painted: Painted) -> None:
        output, sound = wanted.output, wanted.sound
        self._path, self._coded = path, coded
        self._width, self._height = painted.width, painted.height
        rate = output.frame_rate / painted.every
        try:
            self._container = _opened(path, coded)
            _tell(self._container, wanted)
            self._stream = self._container.add_stream(coded.encoder, rate=rate, options=dict(coded.options_of(wanted)))
            context = self._stream.codec_context
            context.width, context.height, context.pix_fmt = self._width, self._height, coded.pixels
            context.sample_aspect_ratio = output.aspect * self._height / self._width
            context.time_base = 1 / rate
            context.thread_type = coded.threads
            context.color_range = ColorRange.MPEG
            context.colorspace = Colorspace.ITU709
            context.color_primaries = ColorPrimaries.BT709
            context.color_trc = ColorTrc.BT709
            if wanted.bits_a_second is not None:
                context.bit_rate = round(wanted.bits_a_second)
            if coded.tag:
                context.codec_tag = coded.tag
            with _as_patient_as_before():
                context.open()
            self._time_base = 1 / rate
            self._sound = None if sound is None else SoundStream(self._container, sound, coded.heard)
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, path) from error

    def canvas(self) -> VideoFrame:
        """Return memory for a frame."""
        return VideoFrame(self._width, self._height, self._painted_pixels)

    @property
    def _painted_pixels(self) -> str:
        return "yuv420p10le" if self._coded.pixels.endswith("10le") else "yuv420p"

    def write(self, frame: Canvas, number: int) -> None:
        """Encode ``frame`` as frame ``number``. Its memory may be painted again as soon as this returns."""
        assert isinstance(frame, VideoFrame)
        coded = frame.frame if self._coded.pixels == self._painted_pixels else _with_more_colours(frame)
        coded.pts = number
        coded.time_base = self._time_base
        coded.pict_type = PictureType.NONE
        try:
            self._container.mux(self._stream.encode(coded))
            if self._sound is not None:
                self._sound.write_until((number + 1) * self._time_base)
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def close(self) -> None:
        """Write what is left and the index."""
        try:
            self._container.mux(self._stream.encode(None))
            if self._sound is not None:
                self._sound.close()
            self._container.close()
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def abandon(self) -> None:
        """Let go of the file; what is in it is of no use."""
        try:
            self._container.close()
        except (av.FFmpegError, OSError):
            return


def _with_more_colours(frame: VideoFrame) -> av.VideoFrame:
    """Return a frame of 4:2:0 as one of 4:2:2: its colour differences between the lines on which they lie."""
    full = VideoFrame(frame.surface.width, frame.surface.height, "yuv422p10le")
    for k, (plane, source) in enumerate(zip(full.surface.planes, frame.surface.planes, strict=True)):
        plane[:] = cv2.resize(source, plane.shape[::-1], interpolation=cv2.INTER_LINEAR) if k else source
    return full.frame


@contextlib.contextmanager
def _as_patient_as_before() -> Iterator[None]:
    """For root, SVT-AV1 makes the thread that opens it run before all else; what runs beside it would starve."""
    policy, priority = os.sched_getscheduler(0), os.sched_getparam(0)
    try:
        yield
    finally:
        if os.sched_getscheduler(0) != policy:
            os.sched_setscheduler(0, policy, priority)


def _opened(path: Path, coded: Coded) -> av.container.OutputContainer:
    return av.open(str(path), "w", format=coded.muxer, options=dict(coded.muxer_options))


def _tell(container: av.container.OutputContainer, wanted: Wanted) -> None:
    """Write what the show is called and its parts."""
    title, author, description = wanted.about
    told = {"title": title, "artist": author, "comment": description}
    container.metadata.update({name: value for name, value in told.items() if value})
    if not wanted.chapters:
        return
    ends = [*(one.begins for one in wanted.chapters[1:]), None]
    base = Fraction(1, 1000)
    container.set_chapters(
        [
            {
                "id": k,
                "start": round(one.begins / base),
                "end": round((end if end is not None else wanted.length) / base),
                "time_base": base,
                "metadata": {"title": one.title},
            }
            for k, (one, end) in enumerate(zip(wanted.chapters, ends, strict=True))
        ]
    )


def joined(segments: Sequence[Path], path: Path, wanted: Wanted, coded: Coded) -> None:
    """Make one video of segments whose frames follow each other; no frame is encoded anew."""
    frame, first = Fraction(1) / wanted.output.frame_rate, Fraction(0)
    try:
        with _opened(path, coded) as container:
            _tell(container, wanted)
            with av.open(str(segments[0])) as pattern:
                # Some are decoded by what does not encode them.
                stream = container.add_stream_from_template(pattern.streams.video[0], opaque=True)
                if coded.tag:
                    stream.codec_context.codec_tag = coded.tag
            sound = SoundStream(container, wanted.sound, coded.heard) if wanted.sound is not None else None
            for segment in segments:
                with av.open(str(segment)) as read:
                    packets = [one for one in read.demux(video=0) if one.pts is not None and one.dts is not None]
                    for packet in packets:
                        shift = round(first / packet.time_base)
                        packet.pts, packet.dts, packet.stream = packet.pts + shift, packet.dts + shift, stream
                        container.mux(packet)
                first += len(packets) * frame
                if sound is not None:
                    sound.write_until(first)
            if sound is not None:
                sound.close()
    except (av.FFmpegError, OSError) as error:
        raise export_error(error, path) from error


class SoundStream:
    """The sound beside the picture, written as far as the picture has come."""

    def __init__(self, container: av.container.OutputContainer, sound: ShowSound, heard: Heard) -> None:
        self._container, self._sound, self._heard, self._at = container, sound, heard, 0
        self._stream = container.add_stream(heard.codec, rate=RATE, layout="stereo")
        context = self._stream.codec_context
        if heard.form != "s32":
            context.bit_rate = heard.bits_a_second
        context.format = heard.form
        context.options = dict(heard.options)

    def write_until(self, seconds: Fraction) -> None:
        """Write what is heard before a time of the show."""
        while self._at < self._sound.samples and self._at < seconds * RATE:
            part = self._sound.read(self._at, min(self._heard.at_once, self._sound.samples - self._at))
            frame = av.AudioFrame.from_ndarray(_in_form(part, self._heard.form), self._heard.form, "stereo")
            frame.sample_rate, frame.pts, frame.time_base = RATE, self._at, Fraction(1, RATE)
            self._container.mux(self._stream.encode(frame))
            self._at += len(part)

    def close(self) -> None:
        self.write_until(Fraction(self._sound.samples, RATE))
        self._container.mux(self._stream.encode(None))


def _in_form(part: np.ndarray, form: str) -> np.ndarray:
    """Return samples (n, 2) as an encoder takes them: in planes, one after the other, or as whole numbers."""
    if form == "fltp":
        return np.ascontiguousarray(part.T)
    if form == "s32":
        part = np.clip(np.round(part.astype(np.float64) * 2**31), -(2**31), 2**31 - 1).astype(np.int32)
    return np.ascontiguousarray(part).reshape(1, -1)


_REASONS = {
    errno.ENOSPC: "the disk is full; make room or choose another folder",
    errno.EDQUOT: "your quota on this disk is used up; make room or choose another folder",
    errno.EACCES: "you may not write there; choose another folder",
    errno.EPERM: "you may not write there; choose another folder",
    errno.EROFS: "the disk is read-only; choose another folder",
    errno.ENOENT: "the folder is gone; choose another one",
}


def export_error(error: Exception, path: Path) -> ExportError:
    """Return what a foreign error means for the person who exports."""
    number = getattr(error, "errno", None) or 0
    reason = _REASONS.get(number) or f"{getattr(error, 'strerror', None) or error}"
    return ExportError(f"The video cannot be written to {path.parent}: {reason}.")
