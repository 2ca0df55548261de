"""Writing MP4: H.264, yuv420p, BT.709 limited range and tagged so, index at the front, constant frame rate."""

import errno
from fractions import Fraction
from pathlib import Path

import av
import numpy as np
from av.video.frame import PictureType
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc

from jaunty_frame.core.painting.surface import Coding, Surface
from jaunty_frame.document.model import Output
from jaunty_frame.errors import ExportError
from jaunty_frame.media.formats.format import Canvas, Format, Quality

# x264's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: ("veryfast", 23),
    Quality.STANDARD: ("veryfast", 19),
    Quality.FINE: ("medium", 16),
}


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

    def __init__(self, path: Path, output: Output, quality: Quality) -> None:
        self._path, self._width, self._height = path, output.width, output.height
        preset, rate_factor = _SETTINGS[quality]
        try:
            self._container = av.open(str(path), "w", format="mp4", options={"movflags": "+faststart"})
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
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def close(self) -> None:
        """Write what is left and the index."""
        try:
            self._container.mux(self._stream.encode(None))
            self._container.close()
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def abandon(self) -> None:
        """Let go of the file; what is in it is of no use."""
        try:
            self._container.close()
        except (av.FFmpegError, OSError):
            return


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
