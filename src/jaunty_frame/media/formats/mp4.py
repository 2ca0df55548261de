"""Writing MP4: H.264, yuv420p, BT.709 limited range and tagged so, index at the front, constant frame rate; AAC.

The AAC encoder begins with 1024 samples of priming. They get negative times, of which the muxer makes an edit list, so
that sound and picture begin together.
"""

import errno
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.video.frame import PictureType
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.model import Output
from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Canvas, Format, Quality, ShowSound

# x264's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: ("veryfast", 23),
    Quality.STANDARD: ("veryfast", 19),
    Quality.FINE: ("medium", 16),
}


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

    def __init__(self, path: Path, output: Output, quality: Quality, sound: ShowSound | None = None) -> None:
        self._path, self._width, self._height = path, output.width, output.height
        preset, rate_factor = _SETTINGS[quality]
        try:
            self._container = av.open(
                str(path), "w", format="mp4", options={"movflags": "+faststart", "movie_timescale": "48000"}
            )
            options = {"preset": preset, "crf": str(rate_factor)}
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


FORMAT = Format("mp4", ".mp4", "MP4 video", Coding.VIDEO, VideoWriter)
