"""WebM with VP9 or AV1, and Opus (RFC 6716)."""

from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Annotated, Literal

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.media.formats.av1 import av1_options
from jaunty_frame.media.formats.format import Format, FormatOptions, Quality, Wanted, as_output
from jaunty_frame.media.formats.video_file import OPUS, Coded, VideoWriter, joined


class WebmOptions(FormatOptions):
    codec: Annotated[Literal["vp9", "av1"], Shown("Codec")] = "vp9"


# libvpx: how quick (0 to 8), and the constant quality.
_SETTINGS = {
    Quality.QUICK: (8, 36),
    Quality.STANDARD: (6, 31),
    Quality.FINE: (3, 24),
}
_MUXER = {"fflags": "+bitexact"}


def _vp9_options(wanted: Wanted) -> Mapping[str, str]:
    speed, quality = _SETTINGS[wanted.quality]
    options = {"cpu-used": str(speed), "row-mt": "1", "deadline": "good" if speed < 5 else "realtime", "g": "240"}
    return options if wanted.bits_a_second is not None else options | {"crf": str(quality), "b": "0"}


_VP9 = Coded("libvpx-vp9", "yuv420p", _vp9_options, "webm", _MUXER, OPUS)
_AV1 = Coded("libsvtav1", "yuv420p", av1_options, "webm", _MUXER, OPUS)
_painted = as_output(Coding.VIDEO)


def _coded(wanted: Wanted) -> Coded:
    return _AV1 if isinstance(wanted.options, WebmOptions) and wanted.options.codec == "av1" else _VP9


def _open(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, _coded(wanted), _painted(wanted))


def _join(segments: Sequence[Path], path: Path, wanted: Wanted) -> None:
    joined(segments, path, wanted, _coded(wanted))


FORMAT = Format(_painted, _open, _join, tags=True, chapters=True)
