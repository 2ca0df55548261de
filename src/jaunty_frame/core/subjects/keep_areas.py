"""Finding the keep areas of a photo that nobody has marked: heads, lettering, subjects.

Heads are required, what the subject map shows beside them (mostly bodies) is wished for. Without heads, up to three
separate subjects are found; they are required where they stand out clearly and cover less than about half of the photo.
Attention tells where to crop when a frame cannot hold all of it.
The same photo always gives the same areas.
"""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.subjects.faces import Face, FaceFinder
from jaunty_frame.core.subjects.lettering import Lettering, find_lettering
from jaunty_frame.core.subjects.object_features import ObjectFeatures
from jaunty_frame.core.subjects.salience import GRID_PX, cues, drawn_to_edges
from jaunty_frame.core.subjects.subject_net import SubjectNet, grid_size

FINDER_VERSION = 5
LOOKED_AT_PX = 512
"""Photos are looked at with their longer side at this length; more tells no more."""
CONFIDENT = 0.6

# A head about its face from brow to chin: hair above and at the sides, the chin's edge below.
_HAIR, _EARS, _CHIN = 0.55, 0.3, 0.15
# Faces smaller than this share of the largest belong to passers-by.
_LEAST_FACE = 0.12
_BODY_WEIGHT = 0.5
_LETTERING_WEIGHT = 0.7
# Leaves and gravel may look like a line of up to ten signs.
_FEWEST_SIGNS = 12
_SIGNS_OF_A_LINE = 5
_LEAST_LINE = 0.02

_MOST_SUBJECTS = 3
_BOX_PX = GRID_PX // 2
# A place belongs to a box where it is rather subject than not.
_EVEN = 0.5
# A further subject has at least this share of the first one's weight.
_LEAST_SUBJECT = 0.3
# Grain in grass and gravel may look like a subject of less than this share of the photo.
_LEAST_SHARE = 0.003
# Boxes end at cells of the map, which are about twice as wide.
_PADDING = 0.01
_NO_CONTRAST = 0.2
_UNSURE, _QUITE_SURE = 0.6, 0.8
# Edges go on over lines of which this part is rather surely subject, up to this share of the box's longer side.
_GROWING, _GROWING_PART, _MOST_GROWTH = 0.6, 0.35, 0.3
# Subjects that fill more are cropped into rather than zoomed out for.
_FILLS = 0.45


class FoundArea(NamedTuple):
    """A keep area that was found; weight 1 makes it required."""

    box: Window
    weight: float
    confidence: float
    what: AreaKind


class Found(NamedTuple):
    """What was found in a photo.

    attention : (2, ATTENTION_STRIPS) the shares of attention that strips of the photo draw, across and down; 0 where
    nothing was found.
    """

    areas: tuple[FoundArea, ...]
    attention: np.ndarray


class FinderModels(NamedTuple):
    """The networks' files."""

    propose: bytes
    refine: bytes
    confirm: bytes
    objects: bytes
    subject: bytes


class Seen(NamedTuple):
    """What a look at a photo shows before anything is decided: cues (M, H, W), features (F, h, w)."""

    heads: list[FoundArea]
    lines: list[Lettering]
    cues: np.ndarray
    features: np.ndarray


class KeepAreaFinder:
    """Finds keep areas with networks that were read once. Calls must not overlap."""

    def __init__(self, models: FinderModels) -> None:
        self._faces = FaceFinder(models.propose, models.refine, models.confirm)
        self._objects = ObjectFeatures(models.objects)
        self._subject = SubjectNet(models.subject)

    def find(self, photo: Pixels) -> Found:
        """Return what is found in ``photo`` (H, W, 3) uint8 B G R, upright, of any size."""
        photo = _at_working_size(photo)
        seen = self.look(photo)
        likely, attention = self._subject.maps(seen.cues, seen.features)
        letters = [] if seen.heads else _lettering_areas(seen.lines)
        boxes = _subject_boxes(drawn_to_edges(photo, likely))
        subjects = _subjects(boxes, likely, may_be_required=not seen.heads and not letters)
        areas = (*seen.heads, *letters, *subjects)
        return Found(areas, _in_strips(attention) if areas else np.zeros((2, ATTENTION_STRIPS)))

    def turns_wanted(self, photo: Pixels) -> int:
        """Return the quarter turns clockwise (1 or 3) after which faces show in a photo that has none as it is.

        0 where there are none, or both ways. A face is hardly ever seen in what is none, and never lying on its side.
        """
        shown = [turns for turns in (1, 3) if self._faces.faces(np.ascontiguousarray(np.rot90(photo, -turns)))]
        return shown[0] if len(shown) == 1 else 0

    def look(self, photo: Pixels) -> Seen:
        """Return what shows in ``photo`` (H, W, 3) uint8 B G R, upright, longer side at most LOOKED_AT_PX."""
        heads = _heads(self._faces.faces(photo))
        lines = find_lettering(photo)
        maps = cues(photo, lines, [head.box for head in heads])
        return Seen(heads, lines, maps, self._objects.features(photo, grid_size(maps)))


def _at_working_size(photo: Pixels) -> Pixels:
    scale = LOOKED_AT_PX / max(photo.shape[:2])
    if scale >= 1:
        return photo
    size = max(round(photo.shape[1] * scale), 1), max(round(photo.shape[0] * scale), 1)
    return cv2.resize(photo, size, interpolation=cv2.INTER_AREA)


def _heads(faces: list[Face]) -> list[FoundArea]:
    largest = max((face.box.w * face.box.h for face in faces), default=0.0)
    heads = []
    for (x, y, w, h), confidence in faces:
        if w * h >= _LEAST_FACE * largest:
            box = _clipped(x - _EARS * w, y - _HAIR * h, x + (1 + _EARS) * w, y + (1 + _CHIN) * h)
            heads.append(FoundArea(box, 1.0, round(float(confidence), 3), AreaKind.HEAD))
    return heads


def _clipped(left: float, top: float, right: float, bottom: float) -> Window:
    left, top, right, bottom = max(left, 0.0), max(top, 0.0), min(right, 1.0), min(bottom, 1.0)
    return Window(left, top, right - left, bottom - top)


def _lettering_areas(lines: list[Lettering]) -> list[FoundArea]:
    """Return the blocks of lines that together have enough signs to be worth reading."""
    blocks = [(line.box, line.signs) for line in lines if line.signs >= _SIGNS_OF_A_LINE]
    joined = True
    while joined:
        joined = False
        for i, (a, signs) in enumerate(blocks):
            for j in range(i + 1, len(blocks)):
                b, more = blocks[j]
                step = max(min(a.h, b.h), _LEAST_LINE)
                if _gap(a.x, a.w, b.x, b.w) < 2 * step and _gap(a.y, a.h, b.y, b.h) < 1.2 * step:
                    blocks[i] = _union(a, b), signs + more
                    del blocks[j]
                    joined = True
                    break
            if joined:
                break
    return [
        FoundArea(_padded(box), _LETTERING_WEIGHT, round(min(signs / 20, 1.0), 3), AreaKind.LETTERING)
        for box, signs in blocks
        if signs >= _FEWEST_SIGNS
    ][:_MOST_SUBJECTS]


def _gap(a: float, a_length: float, b: float, b_length: float) -> float:
    return max(a, b) - min(a + a_length, b + b_length)


def _union(a: Window, b: Window) -> Window:
    left, top = min(a.x, b.x), min(a.y, b.y)
    return Window(left, top, max(a.x + a.w, b.x + b.w) - left, max(a.y + a.h, b.y + b.h) - top)


def _padded(box: Window) -> Window:
    return _clipped(box.x - _PADDING, box.y - _PADDING, box.x + box.w + _PADDING, box.y + box.h + _PADDING)


def _subjects(boxes: list[Window], likely: np.ndarray, may_be_required: bool) -> list[FoundArea]:
    confidence = _confidence(likely, boxes)
    covered = sum(box.w * box.h for box in boxes)
    required = may_be_required and confidence >= CONFIDENT and covered < _FILLS
    weight = 1.0 if required else round(_BODY_WEIGHT * max(confidence, 0.2), 3)
    certainty = round(confidence, 3)
    return [FoundArea(_balanced(_padded(box)), weight, certainty, AreaKind.SUBJECT) for box in boxes]


def _subject_boxes(likely: np.ndarray) -> list[Window]:
    """Return the boxes that hold the most subject for their size, one after the other, none overlapping."""
    worth = _coarse(likely) - _EVEN
    height, width = worth.shape
    boxes: list[Window] = []
    first = 0.0
    while len(boxes) < _MOST_SUBJECTS:
        total, (left, top, right, bottom) = _heaviest_box(worth)
        if total <= 0 or total < _LEAST_SUBJECT * first:
            break
        first = first or total
        boxes.append(
            _grown(likely, Window(left / width, top / height, (right - left) / width, (bottom - top) / height))
        )
        # A cell's margin keeps the next box from growing out of this one's rim.
        worth[max(top - 1, 0) : bottom + 1, max(left - 1, 0) : right + 1] = -_EVEN
    return [box for box in boxes if box.w * box.h >= _LEAST_SHARE]


def _in_strips(attention: np.ndarray) -> np.ndarray:
    strips = []
    for amounts in (attention.sum(axis=0), attention.sum(axis=1)):
        until = np.interp(
            np.linspace(0, 1, ATTENTION_STRIPS + 1), np.linspace(0, 1, len(amounts) + 1), np.cumsum([0, *amounts])
        )
        strips.append(np.diff(until))
    return np.round(strips, 4)


def _coarse(likely: np.ndarray) -> np.ndarray:
    scale = _BOX_PX / max(likely.shape)
    size = max(8, round(likely.shape[1] * scale)), max(8, round(likely.shape[0] * scale))
    return cv2.resize(likely, size, interpolation=cv2.INTER_AREA)


def _grown(likely: np.ndarray, box: Window) -> Window:
    """Return the box, grown while the line next to an edge still shows subject over a third of its length.

    The heaviest box leaves out what is narrow for its length, such as a handle, or a lower pot at the end of a row.
    """
    height, width = likely.shape
    low = [round(box.x * width), round(box.y * height)]
    high = [round((box.x + box.w) * width), round((box.y + box.h) * height)]
    most = _MOST_GROWTH * max(high[0] - low[0], high[1] - low[1])
    first, last = [low[axis] - most for axis in (0, 1)], [high[axis] + most for axis in (0, 1)]
    growing = True
    while growing:
        growing = False
        for axis, extent in ((0, width), (1, height)):
            along = likely[low[1] : high[1]] if axis == 0 else likely[:, low[0] : high[0]].T
            if low[axis] > max(first[axis], 0) and _shows_subject(along[:, low[axis] - 1]):
                low[axis] -= 1
                growing = True
            if high[axis] < min(last[axis], extent) and _shows_subject(along[:, high[axis]]):
                high[axis] += 1
                growing = True
    return Window(low[0] / width, low[1] / height, (high[0] - low[0]) / width, (high[1] - low[1]) / height)


def _shows_subject(line: np.ndarray) -> bool:
    return line.size > 0 and float(np.sort(line)[-max(1, int(line.size * _GROWING_PART)) :].mean()) > _GROWING


def _heaviest_box(worth: np.ndarray) -> tuple[float, tuple[int, int, int, int]]:
    """Return the greatest sum of ``worth`` (h, w) in any box, and that box's left, top, right, bottom.

    For each pair of top and bottom it is the heaviest run of column sums (J. Kadane's scan), all pairs at once.
    """
    height, width = worth.shape
    below = np.concatenate([np.zeros((1, width)), np.cumsum(worth, axis=0)])
    tops, bottoms = np.triu_indices(height + 1, 1)
    columns = below[bottoms] - below[tops]
    best = np.full(len(tops), -np.inf)
    run = np.zeros(len(tops))
    start, left, right = (np.zeros(len(tops), np.intp) for _ in range(3))
    for x in range(width):
        anew = run <= 0
        start[anew] = x
        run = np.where(anew, 0.0, run) + columns[:, x]
        better = run > best
        best[better] = run[better]
        left[better], right[better] = start[better], x + 1
    k = int(best.argmax())
    return float(best[k]), (int(left[k]), int(tops[k]), int(right[k]), int(bottoms[k]))


def _confidence(likely: np.ndarray, boxes: list[Window]) -> float:
    """Return how clearly the subjects stand out, in 0..1.

    It is the map's mean inside the boxes against outside, stretched, times how sure the map is inside; two in three
    labelled subjects are quite sure, a tuft in a lawn is half sure.
    """
    height, width = likely.shape
    inside = np.zeros(likely.shape, bool)
    for x, y, w, h in boxes:
        top, left = int(y * height), int(x * width)
        inside[top : max(round((y + h) * height), top + 1), left : max(round((x + w) * width), left + 1)] = True
    if inside.all() or not inside.any():
        return 0.0
    within, outside = float(likely[inside].mean()), float(likely[~inside].mean())
    contrast = (within - outside) / max(within, 1e-6)
    sure = (within - _UNSURE) / (_QUITE_SURE - _UNSURE)
    return float(np.clip((contrast - _NO_CONTRAST) / (1 - _NO_CONTRAST), 0.0, 1.0) * np.clip(sure, 0.0, 1.0))


def _balanced(box: Window) -> Window:
    """Return a large box, grown on the side where it leaves more room.

    Photographers put large subjects into the middle; where a found box of over half the photo leaves much more on
    one side, a part of the subject was mostly missed there.
    """
    x, w = _balanced_axis(box.x, box.w)
    y, h = _balanced_axis(box.y, box.h)
    return Window(x, y, w, h)


def _balanced_axis(start: float, extent: float) -> tuple[float, float]:
    growth = 0.5 * float(np.clip((extent - 0.5) / 0.3, 0, 1)) * (1 - extent - 2 * start)
    return (start, extent + growth) if growth > 0 else (start + growth, extent - growth)
