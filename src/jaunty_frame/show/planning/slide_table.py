"""The slides of a project as arrays: what the solver needs to know, the same for every output.

The solver works on *rows*: one for each photo that a slide frames, in running order. A slide that shows one photo has
one row, a card none, a group several. A table is built from the one before: rows whose slide, photo and house rules are
the very same objects are copied, and ``source`` says from where, so that only changed cells are solved again.
"""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS, LEAST_ATTENTION, PLACEMENTS, KeepAreas
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import ZOOM_RATE, Move
from jaunty_frame.document.model import HouseRules, Project, Slide
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo, Shape
from jaunty_frame.document.settings import Settings, rules_of_shape, settings_of, shape_of


@dataclass(frozen=True, eq=False)
class SlideTable:
    """N slides with M rows.

    shapes : of each slide where the rules ask for them, else None; settings : of each slide; first_row : (N + 1,) the
    rows of slide k are first_row[k] to first_row[k + 1]; slide_of : (M,) the slide of each row; photos, moves : of each
    row; photo_size : (M, 2) upright pixels; straightening : (M,) degrees; placement, least_attention, rate, seconds :
    (M,); source : (M,) row in the table before, or -1.
    """

    slides: tuple[Slide, ...]
    rules: HouseRules
    shapes: tuple[Shape | None, ...]
    settings: tuple[Settings, ...]
    first_row: NDArray[np.intp]
    slide_of: NDArray[np.intp]
    photos: tuple[Photo, ...]
    moves: tuple[Move, ...]
    photo_size: FloatArray
    areas: KeepAreas
    straightening: FloatArray
    placement: NDArray[np.intp]
    least_attention: FloatArray
    rate: FloatArray
    seconds: FloatArray
    source: NDArray[np.intp]
    by_id: Mapping[str, Photo]
    """All photos of the set."""
    has_mounts: bool
    """Whether any slide has a mount, so that its photo may be seen in another shape than the output's."""

    def mount_of(self, row: int, output_id: str) -> Mount | None:
        """Return the mount that was set for a row in an output."""
        k = self.slide_of[row]
        own = self.slides[k].in_output(output_id)
        return (own.mount if own else None) or self.settings[k].mount

    def rows_of(self, k: int) -> range:
        """Return the rows of slide ``k``."""
        return range(int(self.first_row[k]), int(self.first_row[k + 1]))

    def slide(self, row: int) -> Slide:
        """Return the slide of a row."""
        return self.slides[self.slide_of[row]]


def slide_table(project: Project, before: SlideTable | None = None) -> SlideTable:
    """Return the table of ``project``, taking from ``before`` what has not changed."""
    by_id = {photo.id: photo for photo in project.photos}
    slides, rules = project.slides, project.house_rules
    # Shapes are asked only where there are rules for them: of a thousand slides that takes as long as a plan.
    shapes = tuple(shape_of(slide, by_id) if rules.shapes else None for slide in slides)
    settings = _settings(slides, rules, shapes, before)
    first_row = np.concatenate([[0], np.cumsum([len(slide.exhibit.photos) for slide in slides])]).astype(np.intp)
    slide_of = np.repeat(np.arange(len(slides)), np.diff(first_row))
    photos = tuple(by_id[name] for slide in slides for name in slide.exhibit.photos)
    source = _unchanged_rows(slides, slide_of, photos, rules, before)
    count, most = len(photos), max((len(photo.keep_areas) for photo in photos), default=0)

    photo_size, boxes = np.ones((count, 2)), np.zeros((count, most, 4))
    attention = np.zeros((count, 2, ATTENTION_STRIPS))
    weights, rate, seconds = np.zeros((count, most)), np.zeros(count), np.zeros(count)
    placement, straightening = np.zeros(count, np.intp), np.zeros(count)
    least_attention = np.zeros(count)
    kept = np.flatnonzero(source >= 0)
    if before is not None and kept.size:
        old = source[kept]
        photo_size[kept], placement[kept] = before.photo_size[old], before.placement[old]
        least_attention[kept] = before.least_attention[old]
        rate[kept], seconds[kept] = before.rate[old], before.seconds[old]
        straightening[kept] = before.straightening[old]
        common = min(most, before.areas.weights.shape[1])
        boxes[kept, :common] = before.areas.boxes[old, :common]
        weights[kept, :common] = before.areas.weights[old, :common]
        if before.areas.attention is not None:
            attention[kept] = before.areas.attention[old]
    for row in np.flatnonzero(source < 0).tolist():
        own, photo = settings[slide_of[row]], photos[row]
        photo_size[row], straightening[row] = photo.upright_size, photo.straightening
        placement[row] = PLACEMENTS.index(own.placement)
        least_attention[row] = LEAST_ATTENTION[own.covering]
        rate[row], seconds[row] = ZOOM_RATE[own.strength], float(own.seconds)
        for i, area in enumerate(photo.keep_areas):
            boxes[row, i], weights[row, i] = area.box, area.weight
        attention[row] = photo.attention.across, photo.attention.down
    return SlideTable(
        slides=slides,
        rules=rules,
        shapes=shapes,
        settings=settings,
        first_row=first_row,
        slide_of=slide_of,
        photos=photos,
        moves=tuple(settings[k].move for k in slide_of.tolist()),
        photo_size=photo_size,
        areas=KeepAreas(boxes, weights, attention),
        straightening=straightening,
        placement=placement,
        least_attention=least_attention,
        rate=rate,
        seconds=seconds,
        source=source,
        by_id=by_id,
        has_mounts=rules.mount is not None
        or any(one.mount is not None for one in rules.shapes)
        or any(slide.mount is not None or slide.in_outputs for slide in slides),
    )


def rows_to_solve(project: Project, before: SlideTable) -> int:
    """Return how many rows the table of ``project`` would not take from ``before``."""
    by_id = {photo.id: photo for photo in project.photos}
    slides = project.slides
    photos = tuple(by_id[name] for slide in slides for name in slide.exhibit.photos)
    slide_of = np.repeat(np.arange(len(slides)), [len(slide.exhibit.photos) for slide in slides])
    source = _unchanged_rows(slides, slide_of, photos, project.house_rules, before)
    return int((source < 0).sum())


def _settings(
    slides: tuple[Slide, ...], rules: HouseRules, shapes: tuple[Shape | None, ...], before: SlideTable | None
) -> tuple[Settings, ...]:
    known: dict[tuple[int, Shape | None], Settings] = {}
    if before is not None and rules is before.rules:
        # The table before holds its objects, so their ids cannot have been used again.
        keys = zip(map(id, before.slides), before.shapes, strict=True)
        known = dict(zip(keys, before.settings, strict=True))
    by_shape = {shape: rules_of_shape(rules, shape) for shape in set(shapes)}
    return tuple(
        known.get((id(slide), shape)) or settings_of(slide, by_shape[shape])
        for slide, shape in zip(slides, shapes, strict=True)
    )


def _unchanged_rows(
    slides: tuple[Slide, ...],
    slide_of: NDArray[np.intp],
    photos: tuple[Photo, ...],
    rules: HouseRules,
    before: SlideTable | None,
) -> NDArray[np.intp]:
    if before is None or rules is not before.rules:
        return np.full(len(photos), -1, np.intp)
    known = {
        (id(before.slides[k]), id(photo)): row
        for row, (k, photo) in enumerate(zip(before.slide_of.tolist(), before.photos, strict=True))
    }
    pairs = zip(slide_of.tolist(), photos, strict=True)
    return np.array([known.get((id(slides[k]), id(photo)), -1) for k, photo in pairs], np.intp)
