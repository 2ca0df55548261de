"""Measuring flashes on the frames themselves, where a plan has too many changes for it to be safe without."""

from collections.abc import Callable, Mapping

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.flashes import MOST_FLASHES, most_flashes, relative_luminance
from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.frames.look_ahead import FramePainter, output_format
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.planning.flicker import Flashes, second_of, slide_at, spans_that_may_flash
from jaunty_frame.show.planning.plan import Plan

_SIDE_PX = 96
_GRID = 16
_LONGEST_SPAN = 3600
"""Frames of one span that are measured: in a show that flashes throughout, its beginning says so."""


def found_flashes(
    plans: Mapping[str, Plan], source: PhotoSource, stopped: Callable[[], bool] = lambda: False
) -> dict[str, Flashes]:
    """Return the flashes of outputs, by their ids, that are more than three in a second. Outputs without are left out.

    Photos that cannot be read are for other findings: what shows them is not measured.
    """
    found: dict[str, Flashes] = {}
    for output_id, plan in plans.items():
        flashes: Flashes = {}
        for first, end in spans_that_may_flash(plan):
            if stopped():
                return found
            count, at = _measured(plan, source, first, min(end, first + _LONGEST_SPAN))
            if count > MOST_FLASHES:
                flashes[slide_at(plan, at)] = count
        if flashes:
            found[output_id] = flashes
    return found


def _measured(plan: Plan, source: PhotoSource, first: int, end: int) -> tuple[int, int]:
    """Return the most flashes in a second of some frames, and the frame at which it begins."""
    aspect = float(plan.output.aspect)
    width = max(round(_SIDE_PX * min(aspect, 1.0) / 2) * 2, 16)
    height = max(round(_SIDE_PX * min(1 / aspect, 1.0) / 2) * 2, 16)
    surface, seen = new_surface(width, height, Coding.SCREEN), []
    try:
        with FramePainter(plan, source, output_format(plan, width, height, Coding.SCREEN)) as painter:
            for n in range(first, end):
                painter.paint_at(surface, n)
                small = cv2.resize(surface.planes[0], (_GRID, _GRID), interpolation=cv2.INTER_AREA)
                seen.append(relative_luminance(small))
    except JauntyError:
        return 0, first
    count, at = most_flashes(np.array(seen), second_of(plan))
    return count, first + at
