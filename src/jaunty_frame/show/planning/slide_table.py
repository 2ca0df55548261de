"""The slides of a project as arrays: what the solver needs to know of each, the same for every output.

A table is built from the one before: rows of slides whose slide, photo and house rules are the very same objects are
copied, and ``source`` says from where, so that only changed cells are solved again.
"""

from dataclasses import dataclass
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS, PLACEMENTS, KeepAreas
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import ZOOM_RATE, Move
from jaunty_frame.core.time.schedule import Timing, show_timing
from jaunty_frame.document.model import HouseRules, Photo, Project, Slide


@dataclass(frozen=True, eq=False)
class SlideTable:
    """One row per slide. photo_size : (N, 2) upright pixels; straightening : (N,) degrees; source : (N,) row in the
    table before, or -1."""

    slides: tuple[Slide, ...]
    photos: tuple[Photo, ...]
    rules: HouseRules
    moves: tuple[Move, ...]
    durations: tuple[Fraction, ...]
    photo_size: FloatArray
    areas: KeepAreas
    straightening: FloatArray
    placement: NDArray[np.intp]
    rate: FloatArray
    seconds: FloatArray
    timing: Timing
    source: NDArray[np.intp]

    def rows(self, chosen: NDArray[np.intp]) -> KeepAreas:
        return self.areas.rows(chosen)


def slide_table(project: Project, before: SlideTable | None = None) -> SlideTable:
    """Return the table of ``project``, taking from ``before`` what has not changed."""
    by_id = {photo.id: photo for photo in project.photos}
    slides, rules = project.slides, project.house_rules
    photos = tuple(by_id[slide.photo] for slide in slides)
    source = _unchanged_rows(slides, photos, rules, before)
    fresh = np.flatnonzero(source < 0)
    count, most = len(slides), max((len(photo.keep_areas) for photo in photos), default=0)

    photo_size, boxes = np.ones((count, 2)), np.zeros((count, most, 4))
    attention = np.zeros((count, 2, ATTENTION_STRIPS))
    weights, rate, seconds = np.zeros((count, most)), np.zeros(count), np.zeros(count)
    placement, straightening = np.zeros(count, np.intp), np.zeros(count)
    moves: list[Move] = []
    durations: list[Fraction] = []
    if before is not None and len(fresh) < count:
        kept = np.flatnonzero(source >= 0)
        old = source[kept]
        photo_size[kept], placement[kept] = before.photo_size[old], before.placement[old]
        rate[kept], seconds[kept] = before.rate[old], before.seconds[old]
        straightening[kept] = before.straightening[old]
        common = min(most, before.areas.weights.shape[1])
        boxes[kept, :common] = before.areas.boxes[old, :common]
        weights[kept, :common] = before.areas.weights[old, :common]
        if before.areas.attention is not None:
            attention[kept] = before.areas.attention[old]
    for k, j in enumerate(source.tolist()):
        if j >= 0 and before is not None:
            moves.append(before.moves[j])
            durations.append(before.durations[j])
            continue
        slide, photo = slides[k], photos[k]
        moves.append(slide.move or rules.move)
        durations.append(project.seconds_of(slide))
        photo_size[k], straightening[k] = photo.upright_size, photo.straightening
        placement[k] = PLACEMENTS.index(slide.placement or rules.placement)
        rate[k], seconds[k] = ZOOM_RATE[slide.strength or rules.strength], float(durations[k])
        for i, area in enumerate(photo.keep_areas):
            boxes[k, i], weights[k, i] = area.box, area.weight
        attention[k] = photo.attention.across, photo.attention.down
    joints = [(slide.transition or rules.transition).joint_seconds for slide in slides[:-1]]
    return SlideTable(
        slides=slides,
        photos=photos,
        rules=rules,
        moves=tuple(moves),
        durations=tuple(durations),
        photo_size=photo_size,
        areas=KeepAreas(boxes, weights, attention),
        straightening=straightening,
        placement=placement,
        rate=rate,
        seconds=seconds,
        timing=show_timing(durations, joints, rules.fade_in, rules.fade_out),
        source=source,
    )


def _unchanged_rows(
    slides: tuple[Slide, ...], photos: tuple[Photo, ...], rules: HouseRules, before: SlideTable | None
) -> NDArray[np.intp]:
    if before is None or rules is not before.rules:
        return np.full(len(slides), -1, np.intp)
    # The table before holds its objects, so their ids cannot have been used again.
    known = {(id(s), id(p)): k for k, (s, p) in enumerate(zip(before.slides, before.photos, strict=True))}
    return np.array([known.get((id(s), id(p)), -1) for s, p in zip(slides, photos, strict=True)], np.intp)
