"""MP4 with HEVC (ITU-T H.265) in 8 or 10 bits, tagged hvc1 as players want it, and AAC."""

from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Annotated, Literal

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.media.formats.format import Format, FormatOptions, Painted, Quality, Wanted
from jaunty_frame.media.formats.video_file import AAC, MP4, Coded, VideoWriter, joined


class HevcOptions(FormatOptions):
    depth: Annotated[Literal["8-bit", "10-bit"], Shown("Depth")] = "8-bit"


# x265's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: ("ultrafast", 26),
    Quality.STANDARD: ("veryfast", 22),
    Quality.FINE: ("medium", 18),
}


def _options(wanted: Wanted) -> Mapping[str, str]:
    preset, rate_factor = _SETTINGS[wanted.quality]
    params = ["log-level=none", "info=0"]
    if wanted.passes is not None:
        path, number = wanted.passes
        params += [f"pass={number}", f"stats={path}"]
    options = {"preset": preset, "x265-params": ":".join(params)}
    return options if wanted.bits_a_second is not None else options | {"crf": str(rate_factor)}


def _is_fine(wanted: Wanted) -> bool:
    return isinstance(wanted.options, HevcOptions) and wanted.options.depth == "10-bit"


def _coded(wanted: Wanted) -> Coded:
    return Coded("libx265", "yuv420p10le" if _is_fine(wanted) else "yuv420p", _options, "mp4", MP4, AAC, "hvc1")


def _painted(wanted: Wanted) -> Painted:
    coding = Coding.VIDEO_10 if _is_fine(wanted) else Coding.VIDEO
    return Painted(wanted.output.width, wanted.output.height, coding)


def _open(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, _coded(wanted), _painted(wanted))


def _join(segments: Sequence[Path], path: Path, wanted: Wanted) -> None:
    joined(segments, path, wanted, _coded(wanted))


FORMAT = Format(_painted, _open, _join, tags=True, chapters=True)
