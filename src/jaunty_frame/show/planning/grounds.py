"""What lies behind words: tones of the frame, areas to keep off, and what a photo leaves free. No pixels are known."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.colouring.sketch import SIDE, sketch_colours
from jaunty_frame.core.colouring.tones import tones_of
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import WHOLE_FRAME
from jaunty_frame.core.painting.colour import coded_light, parse_colour
from jaunty_frame.core.words.legibility import luminance, tone_of
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.planning.places.readability import fill_colours
from jaunty_frame.show.planning.stages.fills import Fills
from jaunty_frame.show.planning.stages.times import Times
from jaunty_frame.show.planning.visibility import frame_boxes

CELLS = 18
"""Of the frame's width and of its height, for which tones are told."""
_SLACK = 1e-9
_AT_ONCE = 200
"""Slides whose tones are worked out together: more would not stay in the cache."""
# Words stand off the edge of outputs without a safe zone, too.
_LEAST_MARGIN = 0.04
# Of photos that nobody has looked at: anything may be behind.
_UNKNOWN = (0.0, 1.0, 0.15)
# What a sketch says of the tones of a photo whose tones are not known.
_SPREAD, _DETAIL = 0.18, 0.12


@dataclass(frozen=True, eq=False, kw_only=True)
class Grounds(Fills):
    """What lies behind words, as the functions below tell it."""

    tones: dict[int, FloatArray] = field(init=False, default_factory=dict, repr=False)
    covering: dict[None, NDArray[np.bool_]] = field(init=False, default_factory=dict, repr=False)
    hulls: dict[None, FloatArray] = field(init=False, default_factory=dict, repr=False)


def free_region(plan: Times) -> Window:
    """Return the part of the frame where words may lie: title safe, and nothing covers it."""
    zones, aspect = plan.output.zones.as_zones(), plan.output.aspect
    safe = zones.title_safe_box(aspect)
    margin = _LEAST_MARGIN
    left = max(safe.x, zones.overlay_left, margin)
    top = max(safe.y, zones.overlay_top, margin)
    right = min(safe.x + safe.w, 1 - zones.overlay_right, 1 - margin)
    bottom = min(safe.y + safe.h, 1 - zones.overlay_bottom, 1 - margin)
    if right - left < 0.1 or bottom - top < 0.1:
        return Window(margin, margin, 1 - 2 * margin, 1 - 2 * margin)
    return Window(left, top, right - left, bottom - top)


def frame_tones(plan: Grounds, k: int) -> FloatArray:
    """Return the tones (CELLS, CELLS, 3) of slide ``k``, the darkest and the lightest of its way: low, high, detail."""
    return plan.once(plan.tones, k, lambda _: _frame_tones(plan, k))


def find_tones(plan: Grounds, slides: Sequence[int]) -> None:
    """Work out the tones of slides whose one photo covers the frame, many at once."""
    covering = _covering(plan)
    simple = [k for k in slides if len(plan.rows_of(k)) == 1 and covering[plan.rows_of(k)[0]]]
    plan.all_once(plan.tones, simple, lambda lacking: _tones_of_covering(plan, [plan.rows_of(k)[0] for k in lacking]))


def _tones_of_covering(plan: Grounds, rows: list[int]) -> dict[int, FloatArray]:
    """Return the tones of slides, by slide; rows : of their photos, which cover the frame."""
    tones_of_slides: dict[int, FloatArray] = {}
    for start in range(0, len(rows), _AT_ONCE):
        some = rows[start : start + _AT_ONCE]
        stations = plan.stations[some]
        windows = np.stack([stations[:, 0], (stations[:, 0] + stations[:, -1]) / 2, stations[:, -1]], axis=1)
        on_photo = windows[:, :, None, :2] + _places() * windows[:, :, None, 2:]
        cell = np.clip((on_photo * SIDE).astype(int), 0, SIDE - 1)
        tones = np.stack([photo_tones(plan.photo(row)) for row in some])
        seen = tones[np.arange(len(some))[:, None, None], cell[..., 1], cell[..., 0]]
        low, high, detail = seen[..., 0].min(axis=1), seen[..., 1].max(axis=1), seen[..., 2].max(axis=1)
        found = np.stack([low, high, detail], axis=-1).reshape(-1, CELLS, CELLS, 3)
        for row, own in zip(some, found, strict=True):
            tones_of_slides[int(plan.table.slide_of[row])] = own
    return tones_of_slides


def _covering(plan: Grounds) -> NDArray[np.bool_]:
    """Return whether (M,) the photo of each row covers the frame all the time, by itself and upright."""
    return plan.once(plan.covering, None, lambda _: _found_covering(plan))


def _found_covering(plan: Grounds) -> NDArray[np.bool_]:
    low, high = plan.stations[..., :2], plan.stations[..., :2] + plan.stations[..., 2:]
    inside = ((low >= -_SLACK) & (high <= 1 + _SLACK)).all(axis=(1, 2)) & ~plan.set_off
    inside &= ~plan.degrees.any(axis=1) & plan.table.opaque & (not plan.table.has_mounts)
    for row in plan.between:
        inside[row] = False
    return np.asarray(inside)


def _places() -> FloatArray:
    """Return the middles (CELLS * CELLS, 2) of the cells, in fractions of the frame."""
    middles = (np.arange(CELLS) + 0.5) / CELLS
    return np.stack(np.meshgrid(middles, middles), axis=-1).reshape(-1, 2)


def _frame_tones(plan: Grounds, k: int) -> FloatArray:
    places = _places()
    tones = np.tile(np.array(_UNKNOWN), (len(places), 1))
    rows = plan.rows_of(k)
    covered = np.zeros(len(places), bool)
    found: list[FloatArray] = []
    windows = _windows(plan, k)
    for station in range(windows.shape[1] if len(rows) else 1):
        here, covered = tones.copy(), np.zeros(len(places), bool)
        for row, window in zip(rows, windows[:, station] if len(rows) else (), strict=True):
            piece = plan.mounting(row).piece
            inside = (places - piece[:2]) / piece[2:]
            on_photo = window[:2] + inside * window[2:]
            seen = ((inside >= 0) & (inside <= 1) & (on_photo >= 0) & (on_photo < 1)).all(axis=1)
            cell = np.clip((on_photo[seen] * SIDE).astype(int), 0, SIDE - 1)
            here[seen] = photo_tones(plan.photo(row))[cell[:, 1], cell[:, 0]]
            covered |= seen
        if not covered.all():
            here[~covered] = _fill_tones(plan, k, places[~covered])
        found.append(here)
    whole = np.stack(found)
    low, high, detail = whole[..., 0].min(axis=0), whole[..., 1].max(axis=0), whole[..., 2].max(axis=0)
    return np.stack([low, high, detail], axis=-1).reshape(CELLS, CELLS, 3)


def _windows(plan: Grounds, k: int) -> FloatArray:
    """Return the windows (rows, S, 4) of a slide at its stations and half way between the first and the last."""
    rows = plan.rows_of(k)
    stations = plan.stations[rows.start : rows.stop]
    middle = (stations[:, :1] + stations[:, -1:]) / 2
    return np.concatenate([stations[:, :1], middle, stations[:, -1:]], axis=1)


def photo_tones(photo: Photo) -> FloatArray:
    """Return the tones (12, 12, 3) of a photo, after its correction's exposure only roughly."""
    if photo.tones:
        return tones_of(photo.tones)
    if not photo.sketch:
        return np.tile(np.array(_UNKNOWN), (SIDE, SIDE, 1))
    tone = sketch_colours(photo.sketch) @ np.array([0.0722, 0.7152, 0.2126]) / 255
    low, high = np.clip(tone - _SPREAD, 0, 1), np.clip(tone + _SPREAD, 0, 1)
    return np.stack([low, high, np.full_like(tone, _DETAIL)], axis=-1)


def _fill_tones(plan: Grounds, k: int, places: FloatArray) -> FloatArray:
    fill, row = plan.fill(k), plan.picture_row(k)
    picture = plan.table.by_id.get(fill.picture or "") or (plan.photo(row) if row is not None else None)
    if picture is None or (fill.made_of_photo and not picture.sketch):
        return np.tile(np.array(_UNKNOWN), (len(places), 1)) if fill.made_of_photo else _plain_tones(fill, places)
    colours = fill_colours(fill, picture, places, float(plan.output.aspect))
    tone = coded_light(luminance(colours))
    return np.stack([tone - 0.03, tone + 0.03, np.zeros(len(tone))], axis=-1).clip(0, 1)


def _plain_tones(fill: object, places: FloatArray) -> FloatArray:
    tone = tone_of(parse_colour(getattr(fill, "colour", "#000000")))
    return np.tile(np.array([tone, tone, 0.0]), (len(places), 1))


def areas_in_frame(plan: Grounds, k: int) -> tuple[FloatArray, FloatArray]:
    """Return the boxes (K, 4), in fractions of the frame, in which the keep areas of slide ``k`` lie at any time of its
    way, and their weights (K,).

    Between two windows each edge of an area goes one way only: where it is at the ends bounds where it is.
    """
    boxes, weights = list[FloatArray](), list[FloatArray]()
    hulls = _hulls(plan)
    for row in plan.rows_of(k):
        here = plan.table.areas.weights[row] > 0
        if not here.any():
            continue
        own = hulls[row][here]
        if not _covering(plan)[row]:
            # Its place is solved after the plan.
            (x, y, w, h), piece = plan.pieces[row], plan.mounting(row).piece
            shares = (own - (x, y, 0, 0)) / (w, h, w, h)
            own = shares * (piece.w, piece.h, piece.w, piece.h) + (piece.x, piece.y, 0, 0)
        boxes.append(own)
        weights.append(plan.table.areas.weights[row][here])
    if not boxes:
        return np.zeros((0, 4)), np.zeros(0)
    return np.concatenate(boxes), np.concatenate(weights)


def _hulls(plan: Grounds) -> FloatArray:
    """Return the boxes (M, K, 4) about where every area is at the stations of its way."""
    return plan.once(plan.hulls, None, lambda _: _found_hulls(plan))


def _found_hulls(plan: Grounds) -> FloatArray:
    at = [frame_boxes(plan, station) for station in (0, -1)]
    low = np.minimum.reduce([boxes[..., :2] for boxes in at])
    high = np.maximum.reduce([boxes[..., :2] + boxes[..., 2:] for boxes in at])
    return np.concatenate([low, high - low], axis=-1)


def photo_in_frame(plan: Grounds, k: int) -> Window:
    """Return where the one photo of slide ``k`` is seen, at most; all of the frame where there is none, or several."""
    if not _lies_still(plan, k) or _covering(plan)[plan.rows_of(k)[0]]:
        return WHOLE_FRAME
    return _seen_at_most(plan, plan.rows_of(k)[0])


def _lies_still(plan: Grounds, k: int) -> bool:
    """Return whether a slide shows one photo that keeps its place."""
    return len(plan.rows_of(k)) == 1 and not plan.slides[k].instants and not plan.table.piled[k]


def free_strips(plan: Grounds, k: int) -> FloatArray:
    """Return the strips (S, 4) of the free region that the one photo of slide ``k`` never covers: above, below, at its
    left and right."""
    if not _lies_still(plan, k):
        return np.zeros((0, 4))
    left, top, width, height = photo = photo_in_frame(plan, k)
    if photo == WHOLE_FRAME:
        return np.zeros((0, 4))
    right, bottom = left + width, top + height
    x, y, w, h = free_region(plan)
    strips = (
        (x, y, w, top - y),
        (x, bottom, w, y + h - bottom),
        (x, y, left - x, h),
        (right, y, x + w - right, h),
    )
    return np.array([strip for strip in strips if min(strip[2:]) > 0.02]).reshape(-1, 4)


def _seen_at_most(plan: Grounds, row: int) -> Window:
    mounting = plan.mounting(row)
    if not mounting.is_plain and not mounting.by_itself:
        return mounting.outer
    windows, (x, y, w, h) = plan.stations[row], mounting.piece
    low = (0 - windows[:, :2]) / windows[:, 2:]
    high = (1 - windows[:, :2]) / windows[:, 2:]
    (left, top), (right, bottom) = np.clip(low.min(axis=0), 0, 1), np.clip(high.max(axis=0), 0, 1)
    return Window(x + left * w, y + top * h, (right - left) * w, (bottom - top) * h)
