"""Finding lettering: lines of four or more signs of like height, standing side by side, drawn with even strokes.

A sign is a connected part of the locally thresholded photo whose stroke width varies little (after B. Epshtein, E. Ofek
and Y. Wexler, "Detecting text in natural scenes with stroke width transform", CVPR 2010; the width is read off the
distance transform here). Foliage and gravel give such parts too, but not in rows of like height.
"""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels

_WORKING_PX = 512
_BLOCK, _LEAST_CONTRAST = 25, 16
_LOW, _HIGH = 7, 90
_MOST_SIGNS = 400
_FEWEST = 4


class Lettering(NamedTuple):
    """A line of lettering in fractions of the photo; ``signs`` counts what it is made of."""

    box: Window
    signs: int


def find_lettering(photo: Pixels) -> list[Lettering]:
    """Return the lines of lettering in ``photo`` (H, W, 3) uint8 B G R, the longest first."""
    scale = min(_WORKING_PX / max(photo.shape[:2]), 1.0)
    size = max(round(photo.shape[1] * scale), 8), max(round(photo.shape[0] * scale), 8)
    grey = cv2.resize(cv2.cvtColor(photo, cv2.COLOR_BGR2GRAY), size, interpolation=cv2.INTER_AREA)
    around = cv2.blur(grey, (_BLOCK, _BLOCK))
    lines = []
    for darker in (True, False):
        apart = cv2.subtract(around, grey) if darker else cv2.subtract(grey, around)
        lines += _lines(_signs((apart > _LEAST_CONTRAST).astype(np.uint8)))
    found = []
    for left, top, right, bottom, signs in lines:
        box = Window(left / size[0], top / size[1], (right - left) / size[0], (bottom - top) / size[1])
        found.append(Lettering(box, signs))
    return sorted(found, key=lambda line: -line.signs)


def _signs(mask: np.ndarray) -> np.ndarray:
    """Return (N, 5) left, top, right, bottom, half stroke width of the parts that look like signs."""
    count, labels, stats, _ = cv2.connectedComponentsWithStats(mask, connectivity=8, ltype=cv2.CV_32S)
    if count < 2:
        return np.empty((0, 5))
    left, top, width, height, area = stats.T.astype(float)
    fill = area / (width * height)
    likely = (
        (height >= _LOW) & (height <= _HIGH) & (width <= 2.5 * height) & (width >= 2) & (fill > 0.15) & (fill < 0.95)
    )
    likely[0] = False
    chosen = np.flatnonzero(likely)
    if chosen.size < _FEWEST or chosen.size > _MOST_SIGNS * 4:
        return np.empty((0, 5))
    # The stroke's half width, read on its ridge: where the distance to the edge is a local maximum.
    distance = cv2.distanceTransform(mask, cv2.DIST_L2, 3)
    ridge = (distance >= cv2.dilate(distance, np.ones((3, 3)))) & (mask > 0)
    at = labels[ridge]
    widths = distance[ridge].astype(float)
    number = np.bincount(at, minlength=count)
    mean = np.bincount(at, widths, count) / np.maximum(number, 1)
    spread = np.sqrt(np.maximum(np.bincount(at, widths**2, count) / np.maximum(number, 1) - mean**2, 0))
    even = (spread <= 0.5 * mean) & (mean * 2 <= 0.45 * height)
    chosen = chosen[even[chosen]][:_MOST_SIGNS]
    return np.stack([left, top, left + width, top + height, mean], axis=1)[chosen]


def _lines(signs: np.ndarray) -> list[tuple[float, float, float, float, int]]:
    """Return the rows of signs: of like height, at like height, close together."""
    if len(signs) < _FEWEST:
        return []
    left, top, right, bottom, stroke = signs.T
    height = bottom - top
    lower = np.minimum(height[:, None], height)
    like = np.maximum(height[:, None], height) <= 1.6 * lower
    level = np.minimum(bottom[:, None], bottom) - np.maximum(top[:, None], top) >= 0.6 * lower
    gap = np.maximum(left[:, None], left) - np.minimum(right[:, None], right)
    near = (gap < 0.9 * lower) & (gap > -0.3 * lower)
    strokes = np.maximum(stroke[:, None], stroke) <= 1.7 * np.minimum(stroke[:, None], stroke)
    joined = like & level & near & strokes
    lines = []
    waiting = set(range(len(signs)))
    while waiting:
        line, edge = set(), {waiting.pop()}
        while edge:
            line |= edge
            edge = {int(k) for j in edge for k in np.flatnonzero(joined[j])} & waiting
            waiting -= edge
        members = sorted(line)
        if len(members) < _FEWEST:
            continue
        first, high = float(left[members].min()), float(top[members].min())
        last, low = float(right[members].max()), float(bottom[members].max())
        if _is_row(left[members], top[members], right[members], bottom[members]):
            lines.append((first, high, last, low, len(members)))
    return lines


def _is_row(left: np.ndarray, top: np.ndarray, right: np.ndarray, bottom: np.ndarray) -> bool:
    """Return whether signs stand on one line, which may climb, and do not lie over one another."""
    height = float(np.median(bottom - top))
    across = (left + right) / 2
    if right.max() - left.min() < 2.2 * height or np.ptp(across) < height:
        return False
    for edge in (top, bottom):
        slope, start = np.polyfit(across, edge, 1)
        off = np.abs(edge - (slope * across + start))
        # Most signs end on the line; ascenders and descenders may leave it.
        if np.median(off) > 0.12 * height or abs(slope) > 0.4:
            return False
    taken = np.sort(across)
    return bool(np.median(np.diff(taken)) > 0.25 * height)
