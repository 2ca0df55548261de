"""The slides of a project as arrays: what the solver needs to know, the same for every output.

The solver works on *rows*: one for each photo that a slide frames, in running order. A slide that shows one photo has
one row, a card none, a group several. A table is built from the one before: rows whose slide, photo and house rules are
the very same objects are copied, and ``source`` says from where, so that only changed cells are solved again.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from itertools import repeat
from typing import Any

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.courses import Move
from jaunty_frame.core.mounts.arrangements import Member
from jaunty_frame.core.mounts.pieces import WHOLE_FRAME, shape_aspect
from jaunty_frame.core.mounts.piles import usual_size
from jaunty_frame.document.exhibit import Length
from jaunty_frame.document.model import HouseRules, Project, Slide
from jaunty_frame.document.mount import INSET, PILED, TOGETHER, Mount
from jaunty_frame.document.photo import Photo, Shape
from jaunty_frame.document.settings import Settings, lasting, lengths_of, rules_of_shape, settings_of, shape_of
from jaunty_frame.show.planning.row_facts import RowFacts

# How much the shape of a place may differ from its photo's that is shown whole in it.
_WHOLE = 1e-6


Keys = list[tuple[Any, ...]]


@dataclass(frozen=True, eq=False, kw_only=True)
class SlideTable(RowFacts):
    """N slides with M rows.

    shapes : of each slide where the rules ask for them, else None; settings : of each slide; first_row : (N + 1,) the
    rows of slide k are first_row[k] to first_row[k + 1]; slide_of : (M,) the slide of each row; photos, moves : of each
    row; source : (M,) row in the table before, or -1.
    """

    slides: tuple[Slide, ...]
    rules: HouseRules
    shapes: tuple[Shape | None, ...]
    settings: tuple[Settings, ...]
    first_row: NDArray[np.intp]
    slide_of: NDArray[np.intp]
    photos: tuple[Photo, ...]
    moves: tuple[Move, ...]
    source: NDArray[np.intp]
    by_id: Mapping[str, Photo]
    """All photos of the set."""
    piled: tuple[bool, ...]
    """Of each slide, whether it lies in a pile."""
    has_mounts: bool
    """Whether any photo may be seen in another rectangle than the whole frame, set off by itself aside."""
    lengths: Mapping[str, Length]
    """How long slides last by themselves, by slide id (``document.settings``)."""
    slots: dict[tuple[int, float], tuple[Window, ...] | None]
    """Places of the photos of groups that were solved before, by slide and aspect of the frame."""
    slide_keys: Keys
    row_keys: Keys
    """What slides and rows follow from, beside the house rules: equal keys are solved alike. They hold the ids of
    objects of this table."""

    def mount_of(self, row: int, output_id: str, frame_aspect: float) -> Mount | None:
        """Return the mount that holds for a row in an output, set off by itself aside."""
        k = int(self.slide_of[row])
        own = self.slides[k].in_output(output_id)
        mount = (own.mount if own else None) or self.settings[k].mount
        if self.piled[k] and (mount is None or mount.size >= 1):
            return self._usual_in_pile(mount or PILED, row, frame_aspect)
        if mount is not None:
            return mount
        if self.slides[k].exhibit.lies_over(row - int(self.first_row[k])):
            return INSET
        return TOGETHER if self.rules.set_off and self._is_whole_in_its_place(row, frame_aspect) else None

    def has_usual_size(self, row: int, output_id: str) -> bool:
        """Return whether a print in a pile has no size of its own; as large as the frame it would hide the table."""
        k = int(self.slide_of[row])
        own = self.slides[k].in_output(output_id)
        mount = (own.mount if own else None) or self.settings[k].mount
        return mount is None or mount.size >= 1

    def _usual_in_pile(self, mount: Mount, row: int, frame_aspect: float) -> Mount:
        """Return a mount with the usual size of prints in a pile: of equal area, not longer than the pile is wide."""
        width, height = self.photo_size[row]
        photo_aspect = float(width / height)
        aspect = shape_aspect(mount.piece, photo_aspect, mount.piece_aspect) or photo_aspect
        return mount.changed(sized_by="area", size=usual_size(PILED.size, aspect, frame_aspect))

    def _is_whole_in_its_place(self, row: int, frame_aspect: float) -> bool:
        """Return whether a photo that shares the frame with others is shown whole, with the fill about it."""
        slot = self.slot_of(row, frame_aspect)
        aspect = self.photo_size[row, 0] / self.photo_size[row, 1]
        return slot is not WHOLE_FRAME and bool(abs(slot.w * frame_aspect / slot.h / aspect - 1) < _WHOLE)

    def slot_of(self, row: int, frame_aspect: float) -> Window:
        """Return the part of the frame that a photo has to itself: all of it, but in groups."""
        k = int(self.slide_of[row])
        if len(self.rows_of(k)) < 2:
            return WHOLE_FRAME
        key = k, frame_aspect
        if key not in self.slots:
            self.slots[key] = self.slides[k].exhibit.places(
                [self._member(one) for one in self.rows_of(k)], frame_aspect
            )
        places = self.slots[key]
        return WHOLE_FRAME if places is None else places[row - int(self.first_row[k])]

    def _member(self, row: int) -> Member:
        width, height = self.photo_size[row]
        boxes = self.areas.boxes[row][self.areas.required[row]]
        if not len(boxes):
            return Member(width / height)
        low, high = boxes[:, :2].min(axis=0), (boxes[:, :2] + boxes[:, 2:]).max(axis=0)
        return Member(width / height, tuple((high - low).tolist()), tuple(((low + high) / 2).tolist()))

    def rows_of(self, k: int) -> range:
        """Return the rows of slide ``k``."""
        return range(int(self.first_row[k]), int(self.first_row[k + 1]))

    @cached_property
    def moving(self) -> NDArray[np.intp]:
        """Rows that show what moves."""
        return np.flatnonzero([photo.moving is not None for photo in self.photos])

    def slide(self, row: int) -> Slide:
        """Return the slide of a row."""
        return self.slides[self.slide_of[row]]


def slide_table(project: Project, before: SlideTable | None = None) -> SlideTable:
    """Return the table of ``project``, taking from ``before`` what has not changed."""
    by_id = {photo.id: photo for photo in project.photos}
    slides, rules = project.slides, project.house_rules
    lengths = lengths_of(project)
    shapes, slide_keys = _slide_keys(project, by_id, lengths)
    settings = _settings(slides, rules, shapes, lengths, slide_keys, before)
    first_row = np.concatenate([[0], np.cumsum([len(slide.exhibit.photos) for slide in slides])]).astype(np.intp)
    slide_of = np.repeat(np.arange(len(slides)), np.diff(first_row))
    photos = tuple(by_id[name] for slide in slides for name in slide.exhibit.photos)
    piled = _piled(settings)
    row_keys = _row_keys(slide_keys, slide_of, photos, piled)
    source = _unchanged_rows(row_keys, slide_of, len(slides), rules, before)
    areas = [
        photo.keep_areas if photo.moving is None else slides[k].exhibit.keep_areas_of(photo)
        for k, photo in zip(slide_of.tolist(), photos, strict=True)
    ]
    rows = RowFacts.blank(len(photos), max(map(len, areas), default=0))
    if before is not None:
        rows.take(before, source)
    for row in np.flatnonzero(source < 0).tolist():
        rows.fill(row, settings[slide_of[row]], photos[row], areas[row])
    return SlideTable(
        slides=slides,
        rules=rules,
        shapes=shapes,
        settings=settings,
        first_row=first_row,
        slide_of=slide_of,
        photos=photos,
        moves=_moves(settings, slide_of, piled),
        source=source,
        **vars(rows),
        by_id=by_id,
        piled=piled,
        has_mounts=rules.mount is not None
        or any(piled)
        or any(one.mount is not None for one in rules.shapes)
        or int(np.diff(first_row).max(initial=0)) > 1
        or any(slide.mount is not None or slide.in_outputs for slide in slides),
        lengths=lengths,
        slots=_kept_slots(first_row, source, before) if before is not None else {},
        slide_keys=slide_keys,
        row_keys=row_keys,
    )


def _kept_slots(
    first_row: NDArray[np.intp], source: NDArray[np.intp], before: SlideTable
) -> dict[tuple[int, float], tuple[Window, ...] | None]:
    """Return the places in groups that are as they were."""
    stands: dict[int, int] = {}
    for k in np.flatnonzero(np.diff(first_row) > 1).tolist():
        row = int(source[first_row[k]])  # photos of a group are taken over all, or none
        if row >= 0:
            stands[int(before.slide_of[row])] = k
    slots = dict(before.slots)  # at once: others may be adding to it
    return {(stands[k], aspect): places for (k, aspect), places in slots.items() if k in stands}


def rows_to_solve(project: Project, before: SlideTable) -> int:
    """Return how many rows the table of ``project`` would not take from ``before``."""
    by_id = {photo.id: photo for photo in project.photos}
    slides, lengths = project.slides, lengths_of(project)
    shapes, slide_keys = _slide_keys(project, by_id, lengths)
    photos = tuple(by_id[name] for slide in slides for name in slide.exhibit.photos)
    slide_of = np.repeat(np.arange(len(slides)), [len(slide.exhibit.photos) for slide in slides])
    piled = _piled(_settings(slides, project.house_rules, shapes, lengths, slide_keys, before))
    row_keys = _row_keys(slide_keys, slide_of, photos, piled)
    return int((_unchanged_rows(row_keys, slide_of, len(slides), project.house_rules, before) < 0).sum())


def _slide_keys(
    project: Project, by_id: Mapping[str, Photo], lengths: Mapping[str, Length]
) -> tuple[tuple[Shape | None, ...], Keys]:
    """Return the shape and the key of each slide."""
    slides = project.slides
    # Shapes are asked only where there are rules for them, lengths where there are any: of a thousand slides either
    # takes as long as a plan.
    asked = bool(project.house_rules.shapes)
    shapes = tuple(shape_of(slide, by_id) for slide in slides) if asked else (None,) * len(slides)
    lasts = [lengths.get(slide.id) for slide in slides] if lengths else repeat(None)
    return shapes, list(zip(map(id, slides), shapes, lasts, strict=False))


def _row_keys(slide_keys: Keys, slide_of: NDArray[np.intp], photos: tuple[Photo, ...], piled: tuple[bool, ...]) -> Keys:
    of_slide = slide_of.tolist()
    lies = [piled[k] for k in of_slide] if any(piled) else repeat(False)
    return list(zip([slide_keys[k] for k in of_slide], map(id, photos), lies, strict=False))


def _places_before(keys: Keys, before: Keys) -> list[int]:
    """Return where each key stood before, -1 where it is new. Most stand where they did: only the others are sought."""
    places = [k if key == old else -1 for k, (key, old) in enumerate(zip(keys, before, strict=False))]
    places += [-1] * (len(keys) - len(places))
    if -1 in places:
        known = {before[k]: k for k in set(range(len(before))) - set(places)}
        places = [known.get(key, -1) if k < 0 else k for k, key in zip(places, keys, strict=True)]
    return places


def _moves(settings: tuple[Settings, ...], slide_of: NDArray[np.intp], piled: tuple[bool, ...]) -> tuple[Move, ...]:
    """Return the move of each row; prints in a pile are held."""
    if not any(piled):
        return tuple(settings[k].move for k in slide_of.tolist())
    return tuple(Move.HOLD if piled[k] else settings[k].move for k in slide_of.tolist())


def _piled(settings: tuple[Settings, ...]) -> tuple[bool, ...]:
    """Return which slides lie in a pile: it begins with the one that another comes to lie on."""
    piles = [own.transition.stays for own in settings]
    if not any(piles):
        return (False,) * len(settings)
    before = [False, *piles[:-1]]
    # Nothing comes after the last slide, whatever its joint.
    piles[-1] = False
    return tuple(one or other for one, other in zip(piles, before, strict=True))


def _settings(
    slides: tuple[Slide, ...],
    rules: HouseRules,
    shapes: tuple[Shape | None, ...],
    lengths: Mapping[str, Length],
    keys: Keys,
    before: SlideTable | None,
) -> tuple[Settings, ...]:
    by_shape = {shape: rules_of_shape(rules, shape) for shape in set(shapes)}
    known = before if before is not None and rules is before.rules else None
    places = _places_before(keys, known.slide_keys) if known else [-1] * len(slides)
    return tuple(
        known.settings[k]
        if known and k >= 0
        else lasting(settings_of(slide, by_shape[shape]), slide, lengths.get(slide.id))
        for k, slide, shape in zip(places, slides, shapes, strict=True)
    )


def _unchanged_rows(
    keys: Keys, slide_of: NDArray[np.intp], slides: int, rules: HouseRules, before: SlideTable | None
) -> NDArray[np.intp]:
    """Return the row of the table before that each row can be taken from, or -1."""
    if before is None or rules is not before.rules:
        return np.full(len(keys), -1, np.intp)
    found = np.array(_places_before(keys, before.row_keys), np.intp)
    if len(keys) > slides:
        # Photos of a group share the frame: one that changed moves all.
        found[np.isin(slide_of, slide_of[found < 0])] = -1
    return found
