"""Keep areas over time: what is found in samples of a clip, joined to tracks, smoothed."""

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.subjects.keep_areas import FoundArea

_BINS = 64
_CUT = 1 / 3
"""Of a histogram's mass that moved between two samples: another shot (common practice)."""
_SAME = 0.2
"""Least common share (intersection over union) of boxes of one thing in two samples."""
_GAP = 2
"""Samples that a thing may be missed."""
_LEAST_SHARE, _LEAST_SEEN = 0.3, 2
"""Of a track's samples in which it was seen, and how many."""


class Track(NamedTuple):
    """times : (K,) seconds of the clip, growing; boxes : (K, 4) at those, fractions of the picture."""

    what: AreaKind
    weight: float
    confidence: float
    times: FloatArray
    boxes: FloatArray


class _Thing:
    """What is followed from sample to sample."""

    def __init__(self, k: int, area: FoundArea) -> None:
        self.seen = [(k, area)]

    @property
    def last(self) -> int:
        return self.seen[-1][0]

    def likeness(self, area: FoundArea) -> float:
        before = self.seen[-1][1]
        return common_share(before.box, area.box) if before.what is area.what else 0.0


def common_share(one: Window, other: Window) -> float:
    """Return what two boxes have in common, of what they cover together."""
    w = min(one.x + one.w, other.x + other.w) - max(one.x, other.x)
    h = min(one.y + one.h, other.y + other.h) - max(one.y, other.y)
    common = max(w, 0.0) * max(h, 0.0)
    return common / max(one.w * one.h + other.w * other.h - common, 1e-12)


def is_cut(before: Pixels, after: Pixels) -> bool:
    """Return whether another shot lies between two pictures, (h, w, 3) uint8 of one size."""
    histograms = [
        cv2.calcHist([cv2.cvtColor(one, cv2.COLOR_BGR2GRAY)], [0], None, [_BINS], [0, 256]) for one in (before, after)
    ]
    moved = np.abs(histograms[0] - histograms[1]).sum() / 2
    return bool(moved > _CUT * before.shape[0] * before.shape[1])


def joined_tracks(times: Sequence[float], found: Sequence[Sequence[FoundArea]], cuts: Sequence[bool]) -> list[Track]:
    """Return the tracks of what was found in samples, those first that matter most. cuts : whether another shot begins
    with a sample."""
    things: list[_Thing] = []
    for k, areas in enumerate(found):
        near = [one for one in things if k - one.last <= _GAP + 1]
        open_things = [one for one in near if not any(cuts[one.last + 1 : k + 1])]
        pairs = sorted(
            ((one.likeness(area), n, m) for n, one in enumerate(open_things) for m, area in enumerate(areas)),
            reverse=True,
        )
        taken: set[int] = set()
        given: set[int] = set()
        for likeness, n, m in pairs:
            if likeness >= _SAME and n not in taken and m not in given:
                open_things[n].seen.append((k, areas[m]))
                taken.add(n)
                given.add(m)
        things += [_Thing(k, area) for m, area in enumerate(areas) if m not in given]
    tracks = [track for one in things if (track := _track_of(one, times, len(found))) is not None]
    return sorted(tracks, key=lambda track: (-track.weight, -float(track.times[-1] - track.times[0])))


def _track_of(thing: _Thing, times: Sequence[float], count: int) -> Track | None:
    first, last = thing.seen[0][0], thing.last
    if count > 1 and (len(thing.seen) < _LEAST_SEEN or len(thing.seen) < _LEAST_SHARE * (last - first + 1)):
        return None
    areas = [area for _, area in thing.seen]
    required = sum(area.weight >= 1 for area in areas) * 2 >= len(areas)
    weight = 1.0 if required else float(np.mean([min(area.weight, 0.9) for area in areas]))
    known = np.array([k for k, _ in thing.seen], float)
    every = np.arange(first, last + 1)
    boxes = np.stack([np.interp(every, known, [area.box[side] for area in areas]) for side in range(4)], axis=1)
    confidence = float(np.median([area.confidence for area in areas]))
    return Track(areas[0].what, weight, confidence, np.asarray(times, float)[every], _smoothed(boxes))


def _smoothed(boxes: FloatArray) -> FloatArray:
    """Return boxes without single outliers, and calmer: the median of three, then their mean."""
    for calm in (np.median, np.mean):
        if len(boxes) >= 3:
            ends = np.concatenate([boxes[:1], boxes, boxes[-1:]])
            boxes = calm(np.stack([ends[:-2], ends[1:-1], ends[2:]]), axis=0)
    return boxes
