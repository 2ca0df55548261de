"""Pictures that move within a page: GIF with a palette for the show, dithered, and animated WebP."""

import contextlib
from fractions import Fraction
from itertools import pairwise
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.painting.surface import Coding, Surface, new_surface
from jaunty_frame.media.formats.format import Canvas, Format, Painted, Quality, Wanted, made_smaller
from jaunty_frame.media.formats.video_file import export_error

_painted = made_smaller(Coding.SCREEN)
_WEBP_QUALITY = {Quality.QUICK: 60, Quality.STANDARD: 75, Quality.FINE: 88}
_DITHER = {Quality.QUICK: "bayer", Quality.STANDARD: "sierra2_4a", Quality.FINE: "floyd_steinberg"}


class ScreenFrame:
    """Memory for B, G, R, A."""

    def __init__(self, painted: Painted) -> None:
        self.surface: Surface = new_surface(painted.width, painted.height, Coding.SCREEN)

    def as_frame(self) -> av.VideoFrame:
        return av.VideoFrame.from_ndarray(np.ascontiguousarray(self.surface.planes[0]), "bgra")


class _PageWriter:
    """Encodes pictures into a file that begins again at its end."""

    def __init__(self, path: Path, wanted: Wanted, muxer: str, encoder: str, pixels: str, options: dict) -> None:
        self._path, self.painted = path, _painted(wanted)
        rate = wanted.output.frame_rate / self.painted.every
        try:
            self._container = av.open(str(path), "w", format=muxer, options={"loop": "0", "fflags": "+bitexact"})
            self._stream = self._container.add_stream(encoder, rate=rate, options=options)
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, path) from error
        context = self._stream.codec_context
        context.width, context.height, context.pix_fmt = self.painted.width, self.painted.height, pixels
        self._time_base = context.time_base = Fraction(1) / rate

    def canvas(self) -> ScreenFrame:
        return ScreenFrame(self.painted)

    def write(self, canvas: Canvas, number: int) -> None:
        assert isinstance(canvas, ScreenFrame)
        self.encode(canvas.as_frame(), number)

    def encode(self, frame: av.VideoFrame, number: int) -> None:
        frame.pts, frame.time_base = number, self._time_base
        try:
            self._container.mux(self._stream.encode(frame))
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def close(self) -> None:
        try:
            self._container.mux(self._stream.encode(None))
            self._container.close()
        except (av.FFmpegError, OSError) as error:
            raise export_error(error, self._path) from error

    def abandon(self) -> None:
        with contextlib.suppress(av.FFmpegError, OSError):
            self._container.close()


class _GifWriter(_PageWriter):
    """256 colours for all of the show, found in the frames that it is shown first (FFmpeg's palettegen)."""

    def __init__(self, path: Path, wanted: Wanted) -> None:
        super().__init__(path, wanted, "gif", "gif", "pal8", {})
        self._dither = _DITHER[wanted.quality]
        self._seen = av.filter.Graph()
        self._buffer = _buffer(self._seen, self.painted.width, self.painted.height)
        _linked(self._buffer, self._seen.add("palettegen", "reserve_transparent=0"), self._seen.add("buffersink"))
        self._seen.configure()
        self._reduced: tuple[av.filter.Graph, av.filter.context.FilterContext] | None = None

    def look(self, canvas: Canvas) -> None:
        assert isinstance(canvas, ScreenFrame)
        self._buffer.push(canvas.as_frame())

    def _reducing(self) -> "tuple[av.filter.Graph, av.filter.context.FilterContext]":
        self._buffer.push(None)
        palette = self._seen.pull()
        graph = av.filter.Graph()
        pictures = _buffer(graph, self.painted.width, self.painted.height)
        colours = _buffer(graph, palette.width, palette.height)
        reduce, sink = graph.add("paletteuse", f"dither={self._dither}"), graph.add("buffersink")
        pictures.link_to(reduce, 0, 0)
        colours.link_to(reduce, 0, 1)
        reduce.link_to(sink)
        graph.configure()
        palette.pts = 0
        colours.push(palette.reformat(format="bgra"))
        colours.push(None)
        return graph, pictures

    def write(self, canvas: Canvas, number: int) -> None:
        assert isinstance(canvas, ScreenFrame)
        if self._reduced is None:
            self._reduced = self._reducing()
        graph, pictures = self._reduced
        frame = canvas.as_frame()
        frame.pts = number
        pictures.push(frame)
        self.encode(graph.pull(), number)


def _buffer(graph: av.filter.Graph, width: int, height: int) -> av.filter.context.FilterContext:
    return graph.add_buffer(width=width, height=height, format=av.VideoFormat("bgra"), time_base=Fraction(1, 100))


def _linked(*links: av.filter.context.FilterContext) -> None:
    for one, other in pairwise(links):
        one.link_to(other)


def _open_webp(path: Path, wanted: Wanted) -> _PageWriter:
    options = {"quality": str(_WEBP_QUALITY[wanted.quality]), "compression_level": "4"}
    return _PageWriter(path, wanted, "webp", "libwebp_anim", "bgra", options)


GIF = Format(_painted, _GifWriter, hears=False)
WEBP = Format(_painted, _open_webp, hears=False)
