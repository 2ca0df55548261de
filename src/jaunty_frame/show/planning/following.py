"""Clips whose window follows what is tracked in them, where one place does not serve all of it."""

from collections.abc import Sequence
from fractions import Fraction
from functools import lru_cache
from math import ceil
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.geometry.windows import FULLY_VISIBLE, FloatArray, Window, visible_share
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.motion.following import calm_path, needed_moments
from jaunty_frame.core.motion.paths import LINEAR
from jaunty_frame.core.motion.way import Station
from jaunty_frame.core.time.schedule import Schedule
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.keep_areas import Track
from jaunty_frame.document.model import Output
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.planning.places.mounting import row_aspects
from jaunty_frame.show.planning.slide_table import SlideTable
from jaunty_frame.show.planning.stages.ways import SeenAreas

_STEP_S, _MOST = 0.25, 600
_ROOM = 1.04
"""Of what is followed: room about it in the window."""
_BESIDE = 0.02
_HALVINGS = 5
_WORTH, _WORTH_SEEN = 0.93, 0.05
"""A window that is hardly smaller than the still one is not worth a move, unless that would see less by so much, in the
mean."""


class Followed(NamedTuple):
    """The way of a window that follows, and what it lets be seen of each keep area of the row."""

    stations: tuple[Station, ...]
    placement: Placement
    seen: SeenAreas


def followed(output: Output, table: SlideTable, row: int, schedule: Schedule, still: FloatArray) -> Followed | None:
    """Return how the window of a row follows what is tracked; None where it lies still. still : (4,) the window that
    would show all of it without moving."""
    slide, photo, own = table.slide(row), table.photos[row], table.settings[table.slide_of[row]]
    exhibit, frames = slide.exhibit, int(schedule.frames[table.slide_of[row]])
    if not isinstance(exhibit, ClipExhibit) or frames < 2 or slide.move not in (None, Move.AUTO):
        return None
    tracks = exhibit.tracks_of(photo)
    wanted = [track for track in tracks if track.weight >= 1]
    if not wanted or own.placement is Placement.WHOLE or table.straightening[row]:
        return None
    times = _moments(exhibit, photo, frames, output.frame_rate)
    boxes = _boxes_at(wanted, times)
    may_grow = own.placement is not Placement.COVER
    size = _window_size(output, table, row, boxes, may_grow)
    step_s = float((frames - 1) / output.frame_rate) / (len(times) - 1)
    low, high = boxes[:, :2], boxes[:, :2] + boxes[:, 2:]
    if (high.max(axis=0) - low.min(axis=0) <= size + 1e-9).all():
        return None
    windows = _following_windows(boxes, size, step_s)
    if may_grow and _least_seen(windows, boxes) < FULLY_VISIBLE:
        # Too fast for so narrow a window: the narrowest that keeps up.
        windows = _keeping_up(boxes, size, float(still[3] / size[1]), step_s)
    gains = visible_share(windows, boxes[:, None]) - visible_share(np.broadcast_to(still, boxes.shape), boxes[:, None])
    if windows[0, 3] > _WORTH * still[3] and gains.mean() < _WORTH_SEEN:
        return None
    shares = np.array([visible_share(windows, _boxes_at([track], times)[:, None])[:, 0] for track in tracks])
    fits = bool((boxes[:, 2:].max(axis=0) <= windows[0, 2:] + 1e-9).all())
    seen = SeenAreas(shares.min(axis=1), shares.argmin(axis=1) / (len(times) - 1), fits)
    stations = tuple(
        Station(k / (len(times) - 1), Window(*windows[k].tolist()), 0.0, LINEAR) for k in needed_moments(windows[:, :2])
    )
    covers = bool(windows[0, 2:].max() <= 1 + 1e-9)
    return Followed(stations, Placement.COVER if covers else Placement.SUBJECT, seen)


def _keeping_up(boxes: FloatArray, size: FloatArray, most: float, step_s: float) -> FloatArray:
    """Return the windows (K, 4) of the least size that sees enough all the time, up to ``most`` times ``size``."""
    least = 1.0
    for _ in range(_HALVINGS):
        middle = (least + most) / 2
        if _least_seen(_following_windows(boxes, size * middle, step_s), boxes) < FULLY_VISIBLE:
            least = middle
        else:
            most = middle
    return _following_windows(boxes, size * most, step_s)


def _following_windows(boxes: FloatArray, size: FloatArray, step_s: float) -> FloatArray:
    """Return windows (K, 4) of one size that follow boxes."""
    # A little room, for what lies between two moments.
    room = np.minimum(_BESIDE * size, np.maximum(size - boxes[:, 2:].max(axis=0), 0) / 2)
    low, high = np.maximum(boxes[:, :2] - room, 0), np.minimum(boxes[:, :2] + boxes[:, 2:] + room, 1)
    path = [_calm(low[:, k].tobytes(), high[:, k].tobytes(), float(size[k]), step_s) for k in (0, 1)]
    return np.column_stack([*path, np.broadcast_to(size, boxes[:, 2:].shape)])


def _least_seen(windows: FloatArray, boxes: FloatArray) -> float:
    return float(visible_share(windows, boxes[:, None]).min())


# Each takes some 10 ms, and an edit elsewhere changes none.
@lru_cache(maxsize=1024)
def _calm(low: bytes, high: bytes, length: float, step_s: float) -> FloatArray:
    return calm_path(np.frombuffer(low), np.frombuffer(high), length, step_s)


def _moments(exhibit: ClipExhibit, photo: Photo, frames: int, rate: Fraction) -> FloatArray:
    """Return which moments of the file are seen, evenly spread over the slide."""
    assert photo.moving is not None
    count = min(max(ceil((frames - 1) / rate / _STEP_S) + 1, 2), _MOST)
    local = (Fraction(round(k * (frames - 1) / (count - 1))) / rate for k in range(count))
    return np.array([float(exhibit.picture_at(photo, at) / photo.moving.rate) for at in local])


def _boxes_at(tracks: Sequence[Track], times: FloatArray) -> FloatArray:
    """Return the box (K, 4) about all tracks at each moment; where none is seen, as it is at the nearest."""
    low, high = np.full((len(times), 2), np.inf), np.full((len(times), 2), -np.inf)
    for track in tracks:
        at, boxes = np.array(track.times), np.array(track.boxes)
        placed = np.stack([np.interp(times, at, boxes[:, side]) for side in range(4)], axis=1)
        there = (times >= at[0]) & (times <= at[-1])
        there = there if there.any() and len(tracks) > 1 else np.ones(len(times), bool)
        low[there] = np.minimum(low[there], placed[there, :2])
        high[there] = np.maximum(high[there], placed[there, :2] + placed[there, 2:])
    known = np.flatnonzero(np.isfinite(low[:, 0]))
    nearest = known[np.abs(np.arange(len(times))[:, None] - known).argmin(axis=1)]
    return np.concatenate([low[nearest], high[nearest] - low[nearest]], axis=1)


def _window_size(output: Output, table: SlideTable, row: int, boxes: FloatArray, may_grow: bool) -> FloatArray:
    """Return width and height of the window: that of a cover, larger where what is followed would not fit."""
    width, height = table.photo_size[row]
    aspect = float(row_aspects(output, np.array([row]), table)[0]) * height / width
    cover = np.array([1.0, 1 / aspect]) if aspect >= 1 else np.array([aspect, 1.0])
    if not may_grow:
        return cover
    grown = float((boxes[:, 2:].max(axis=0) * _ROOM / cover).max())
    return cover * min(max(grown, 1.0), 1 / float(cover.min()))
