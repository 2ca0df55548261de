"""Looking for flashes in a clip, picture by picture."""

from collections.abc import Callable
from math import ceil
from pathlib import Path

import numpy as np

from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.flashes import MOST_FLASHES, most_flashes, relative_luminance
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import Cancelled, PhotoError
from jaunty_frame.media.moving.moving_list import moving_of

_GRID = 16
_SEEN_PX = 64
_MOST = 1800
"""Pictures that are looked at, from the beginning: of most clips a minute."""
_MOST_A_SECOND = 60


def flashes_in(photo: Photo, path: Path, cancelled: Callable[[], bool] = lambda: False) -> tuple[int, float]:
    """Return the most flashes in any second of a clip where they are more than three, and when that second begins; else
    0, 0. What cannot be read is for other findings; Cancelled as soon as it is."""
    moving = photo.moving
    assert moving is not None
    reader, each = moving_of(moving.kind), max(ceil(moving.rate / _MOST_A_SECOND), 1)
    seen = []
    try:
        for number in range(0, moving.pictures, each)[:_MOST]:
            if cancelled():
                raise Cancelled("The search for flashes was stopped.")
            pixels = reader.picture(path, number / moving.rate, _SEEN_PX)
            seen.append(relative_luminance(cv2.resize(pixels, (_GRID, _GRID), interpolation=cv2.INTER_AREA)))
    except PhotoError:
        return 0, 0.0
    count, first = most_flashes(np.array(seen), ceil(moving.rate / each))
    return (count, float(first * each / moving.rate)) if count > MOST_FLASHES else (0, 0.0)
