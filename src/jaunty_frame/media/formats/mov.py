"""MOV with ProRes 422 HQ in 10 bits, and PCM of 24 bits: for those who cut on."""

from functools import partial
from pathlib import Path

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.media.formats.format import Format, Wanted, as_output
from jaunty_frame.media.formats.video_file import MP4, PCM, Coded, VideoWriter, joined

_HQ = {"profile": "hq", "vendor": "apl0"}
CODED = Coded("prores_ks", "yuv422p10le", lambda _: _HQ, "mov", MP4, PCM, "apch", "SLICE")
_painted = as_output(Coding.VIDEO_10)


def _open(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, CODED, _painted(wanted))


FORMAT = Format(_painted, _open, partial(joined, coded=CODED), tags=True, chapters=True)
