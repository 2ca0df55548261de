"""Writing MP4: H.264, yuv420p, BT.709 limited range and tagged so, index at the front, constant frame rate; AAC.

The AAC encoder begins with 1024 samples of priming. They get negative times, of which the muxer makes an edit list, so
that sound and picture begin together.
"""

import errno
from collections.abc import Sequence
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.video.frame import PictureType
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Canvas, Format, Quality, ShowSound, Wanted

# x264's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: ("veryfast", 23),
    Quality.STANDARD: ("veryfast", 19),
    Quality.FINE: ("medium", 16),
}


# x264's code for AVX-512 weighs blocks by memory that was never written, where a frame's width is no multiple of 128:
# two exports of one show would differ. Without it they are equal, and it takes 2 % longer.
_HAS_AVX_512 = cv2.checkHardwareSupport(13)  # CV_CPU_AVX_512F
_STEADY = {"x264-params": "asm=avx2"} if _HAS_AVX_512 else {}
_SOUND_BITS_A_SECOND = 192_000
_SOUND_FRAME = 1024
"""Samples that AAC codes at once."""


class VideoFrame:
    """A frame whose planes are painted in place. ``surface`` shares its memory."""

    def __init__(self, width: int, height: int) -> None:
        self.frame = av.VideoFrame(width, height, "yuv420p")
        planes = tuple(
            np.frombuffer(plane, np.uint8).reshape(plane.height, plane.line_size)[:, : plane.width]
            for plane in self.frame.planes
        )
        self.surface = Surface(width, height, Coding.VIDEO, planes)


class VideoWriter:
    """Encodes frames into a new file. ``close`` finishes it; without it the file is not playable."""

    def __init__(self, path: Path, wanted: Wanted) -> None:
        output, sound = wanted.output, wanted.sound
        self._path, self._width, self._height = path, output.width, output.height
        preset, rate_factor = _SETTINGS[wanted.quality]
        try:
            self._container = _opened(path)
            options = {"preset": preset, "crf": str(rate_factor), **_STEADY}
            self._stream = self._container.add_stream("libx264", rate=output.frame_rate, options=options)
            context = self._stream.codec_context
            context.width, context.height, context.pix_fmt = output.width, output.height, "yuv420p"
            context.sample_aspect_ratio = output.pixel_aspect
            context.time_base = Fraction(1) / output.frame_rate
            context.thread_type = "FRAME"  # slices, the default, take a third longer
            context.color_range = ColorRange.MPEG
            context.colorspace = Colorspace.ITU709
            context.color_primaries = ColorPrimaries.BT709
            context.color_trc = ColorTrc.BT709
            self._time_base = context.time_base
            self._sound = None if sound is None else _SoundStream(self._container, sound)
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, path) from error

    def canvas(self) -> VideoFrame:
        """Return memory for a frame."""
        return VideoFrame(self._width, self._height)

    def write(self, frame: Canvas, number: int) -> None:
        """Encode ``frame`` as frame ``number``. Its memory may be painted again as soon as this returns."""
        assert isinstance(frame, VideoFrame)
        frame.frame.pts = number
        frame.frame.time_base = self._time_base
        frame.frame.pict_type = PictureType.NONE
        try:
            self._container.mux(self._stream.encode(frame.frame))
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


def _opened(path: Path) -> av.container.OutputContainer:
    options = {"movflags": "+faststart", "movie_timescale": "48000"}
    return av.open(str(path), "w", format="mp4", options=options)


def join(segments: Sequence[Path], path: Path, wanted: Wanted) -> None:
    """Make one video of segments whose frames follow each other; no frame is encoded anew."""
    frame, first = Fraction(1) / wanted.output.frame_rate, Fraction(0)
    try:
        with _opened(path) as container:
            with av.open(str(segments[0])) as pattern:
                stream = container.add_stream_from_template(pattern.streams.video[0])
            sound = _SoundStream(container, wanted.sound) if wanted.sound is not None else None
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


class _SoundStream:
    """The sound beside the picture, written as far as the picture has come."""

    def __init__(self, container: av.container.OutputContainer, sound: ShowSound) -> None:
        self._container, self._sound, self._at = container, sound, 0
        self._stream = container.add_stream("aac", rate=RATE, layout="stereo")
        self._stream.codec_context.bit_rate = _SOUND_BITS_A_SECOND
        # At this rate half a decibel from the slow search, which takes twice as long.
        self._stream.codec_context.options = {"aac_coder": "fast"}

    def write_until(self, seconds: Fraction) -> None:
        while self._at < self._sound.samples and self._at < seconds * RATE:
            part = self._sound.read(self._at, min(_SOUND_FRAME, self._sound.samples - self._at))
            frame = av.AudioFrame.from_ndarray(np.ascontiguousarray(part.T), "fltp", "stereo")
            frame.sample_rate, frame.pts, frame.time_base = RATE, self._at, Fraction(1, RATE)
            self._container.mux(self._stream.encode(frame))
            self._at += len(part)

    def close(self) -> None:
        self.write_until(Fraction(self._sound.samples, RATE))
        self._container.mux(self._stream.encode(None))


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


FORMAT = Format(Coding.VIDEO, VideoWriter, join)
