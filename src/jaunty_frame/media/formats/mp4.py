"""MP4 with H.264 (ITU-T H.264) in 8 bits, and AAC."""

from collections.abc import Mapping
from functools import partial
from pathlib import Path
from typing import Annotated, Literal

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.document.basis.values import Shown
from jaunty_frame.media.formats.format import Format, FormatOptions, Painted, Quality, Wanted, as_output
from jaunty_frame.media.formats.video_file import AAC, MP4, Coded, VideoWriter, joined


class H264Options(FormatOptions):
    """profile : what a player must be able to do; old and small ones know but the first."""

    profile: Annotated[Literal["baseline", "main", "high"], Shown("Profile")] = "high"


# x264's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: ("veryfast", 23),
    Quality.STANDARD: ("veryfast", 19),
    Quality.FINE: ("medium", 16),
}
# x264's code for AVX-512 weighs blocks by memory that was never written, where a frame's width is no multiple of 128:
# two exports of one show would differ. Without it they are equal, and it takes 2 % longer.
_HAS_AVX_512 = cv2.checkHardwareSupport(13)  # CV_CPU_AVX_512F
_STEADY = ("asm=avx2",) if _HAS_AVX_512 else ()


def x264_options(wanted: Wanted, profile: str = "high") -> Mapping[str, str]:
    """Return x264's options: by the quality, or by the rate that is wanted, in two passes."""
    preset, rate_factor = _SETTINGS[wanted.quality]
    params = list(_STEADY)
    if wanted.passes is not None:
        path, number = wanted.passes
        params += [f"pass={number}", f"stats={path}"]
    options = {"preset": preset, "profile": profile, "x264-params": ":".join(params)}
    if wanted.bits_a_second is None:
        options["crf"] = str(rate_factor)
    return {name: value for name, value in options.items() if value}


def _options(wanted: Wanted) -> Mapping[str, str]:
    profile = wanted.options.profile if isinstance(wanted.options, H264Options) else "high"
    return x264_options(wanted, profile)


CODED = Coded("libx264", "yuv420p", _options, "mp4", MP4, AAC)
_painted = as_output(Coding.VIDEO)


def open_mp4(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, CODED, _painted(wanted))


FORMAT = Format(_painted, open_mp4, partial(joined, coded=CODED), tags=True, chapters=True, passes=True)


def _half(wanted: Wanted) -> Painted:
    width, height = (max(side // 4 * 2, 2) for side in (wanted.output.width, wanted.output.height))
    return Painted(width, height, Coding.VIDEO)


def _open_draft(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted._replace(quality=Quality.QUICK), CODED, _half(wanted))


DRAFT = Format(_half, _open_draft, partial(joined, coded=CODED), tags=True, chapters=True)
"""For quick looks: half the size."""
