"""Looking for keep areas in a clip: in samples of it, joined to tracks."""

from collections.abc import Callable

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.subjects.keep_areas import FoundArea, KeepAreaFinder
from jaunty_frame.core.subjects.tracks import is_cut, joined_tracks
from jaunty_frame.document.basis.values import inside
from jaunty_frame.document.keep_areas import MAX_KEEP_AREAS, Track
from jaunty_frame.document.photo import Photo
from jaunty_frame.errors import Cancelled
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.show.frames.layers.layer import photo_file

_A_SECOND, _MOST = 3, 120
"""Samples a second, and of a clip; of long ones fewer a second."""
_SEEN_PX = 64


def tracks_in(
    photo: Photo, source: PhotoSource, finder: KeepAreaFinder, cancelled: Callable[[], bool] = lambda: False
) -> tuple[Track, ...]:
    """Return what is to be kept in view of a clip, those tracks first that matter most; of a photo nothing. PhotoError
    where it cannot be read; Cancelled as soon as it is."""
    moving = photo.moving
    if moving is None:
        return ()
    count = min(max(round(float(moving.seconds) * _A_SECOND), 1), _MOST)
    numbers = sorted({int((k + 0.5) * moving.pictures / count) for k in range(count)})
    found: list[tuple[FoundArea, ...]] = []
    cuts: list[bool] = []
    before: np.ndarray | None = None
    for number in numbers:
        if cancelled():
            raise Cancelled("The search for keep areas was stopped.")
        pixels = source.thumbnail(photo_file(photo, number))[..., :3]
        small = cv2.resize(pixels, (_SEEN_PX, _SEEN_PX), interpolation=cv2.INTER_AREA)
        cuts.append(before is not None and is_cut(before, small))
        before = small
        found.append(finder.find(pixels).areas)
    times = [float(number / moving.rate) for number in numbers]
    return tuple(
        Track(
            times=tuple(round(at, 4) for at in track.times.tolist()),
            boxes=tuple(_inside_rounded(box) for box in track.boxes.tolist()),
            weight=track.weight,
            what=track.what,
            confidence=round(track.confidence, 4),
        )
        for track in joined_tracks(times, found, cuts)[:MAX_KEEP_AREAS]
    )


def _inside_rounded(box: list[float]) -> tuple[float, float, float, float]:
    """Return a box in steps that nobody sees, inside the picture."""
    x, y, w, h = inside(Window(*(round(side, 4) for side in box)))
    return x, y, max(w, 1e-4), max(h, 1e-4)
