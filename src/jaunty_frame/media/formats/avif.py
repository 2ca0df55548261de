"""Animated AVIF: pictures of AV1 that follow one another, for pages."""

from pathlib import Path

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.media.formats.av1 import av1_options
from jaunty_frame.media.formats.format import Format, Wanted, made_smaller
from jaunty_frame.media.formats.video_file import AAC, Coded, VideoWriter

_CODED = Coded("libsvtav1", "yuv420p", av1_options, "avif", {"loop": "0", "fflags": "+bitexact"}, AAC)
_painted = made_smaller(Coding.VIDEO)


def _open(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, _CODED, _painted(wanted))


FORMAT = Format(_painted, _open, hears=False)
