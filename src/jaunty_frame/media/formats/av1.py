"""MP4 with AV1 by SVT-AV1, and AAC."""

import os
from collections.abc import Mapping
from functools import partial
from pathlib import Path

from jaunty_frame.core.painting.surface import Coding
from jaunty_frame.media.formats.format import Format, Quality, Wanted, as_output
from jaunty_frame.media.formats.video_file import AAC, MP4, Coded, VideoWriter, joined

os.environ.setdefault("SVT_LOG", "1")  # else it tells of itself on the error stream

# SVT-AV1's speed preset and constant rate factor.
_SETTINGS = {
    Quality.QUICK: (12, 38),
    Quality.STANDARD: (10, 32),
    Quality.FINE: (7, 26),
}


def av1_options(wanted: Wanted) -> Mapping[str, str]:
    """Return SVT-AV1's options: by the quality, or by the rate that is wanted."""
    preset, rate_factor = _SETTINGS[wanted.quality]
    options = {"preset": str(preset)}
    return options if wanted.bits_a_second is not None else options | {"crf": str(rate_factor)}


CODED = Coded("libsvtav1", "yuv420p", av1_options, "mp4", MP4, AAC)
_painted = as_output(Coding.VIDEO)


def _open(path: Path, wanted: Wanted) -> VideoWriter:
    return VideoWriter(path, wanted, CODED, _painted(wanted))


FORMAT = Format(_painted, _open, partial(joined, coded=CODED), tags=True, chapters=True)
