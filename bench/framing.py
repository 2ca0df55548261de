"""How well solved crops keep what matters on the labelled photos, against a centred crop; how long finding takes."""

import statistics
from dataclasses import dataclass
from pathlib import Path

import cv2
import numpy as np

from bench.framing_set import LabelledPhoto, labelled_photos
from bench.subjects import Scale, report, seconds_of
from jaunty_frame.core.framing.bases import PLACEMENTS, KeepAreas, Placement
from jaunty_frame.core.framing.straightened_bases import solve_all_bases
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import cover_size, visible_share
from jaunty_frame.core.subjects.keep_areas import Found, KeepAreaFinder
from jaunty_frame.media.photos.finder import finder_models

RATIOS = {"9:16": 9 / 16, "4:5": 4 / 5, "1:1": 1.0, "4:3": 4 / 3, "16:9": 16 / 9}
ENOUGH = 0.95
_SAME_SHAPE = 0.03
_STEPS = 201
# A labelled subject that fills half of the photo is cropped into rather than zoomed out for.
_FILLS = 0.5


@dataclass(frozen=True)
class Crop:
    """One photo in one ratio; kept, centred : as shares of what the best possible crop keeps."""

    name: str
    kind: str
    ratio: str
    kept: float
    centred: float
    head_cut: bool
    placement_right: bool


def measured_crops(photos: list[LabelledPhoto], areas: list[KeepAreas]) -> list[Crop]:
    """Return the crops of all photos, solved for these areas, in all ratios that differ from their own."""
    return [
        _crop(photo, of_photo, ratio, aspect)
        for photo, of_photo in zip(photos, areas, strict=True)
        for ratio, aspect in RATIOS.items()
        if abs(np.log(aspect / photo.aspect)) > _SAME_SHAPE
    ]


def found_areas(found: Found) -> KeepAreas:
    areas, attention = found
    return KeepAreas(
        np.array([[area.box for area in areas]], float).reshape(1, len(areas), 4),
        np.array([[area.weight for area in areas]]).reshape(1, len(areas)),
        attention[None],
    )


def labelled_areas(photo: LabelledPhoto) -> KeepAreas:
    fills = photo.boxes[:, 2] * photo.boxes[:, 3] >= _FILLS
    weights = np.where(fills & ~photo.heads, np.minimum(photo.weights, 0.6), photo.weights)
    return KeepAreas(photo.boxes[None], weights[None])


def _crop(photo: LabelledPhoto, areas: KeepAreas, ratio: str, aspect: float) -> Crop:
    window = _solved(photo, aspect, areas, Placement.COVER).window[0]
    covers = PLACEMENTS.index(Placement.COVER)
    choices = [
        _solved(photo, aspect, those, Placement.AUTO).placement[0] == covers for those in (areas, labelled_areas(photo))
    ]
    every = _all_crops(photo, aspect)
    shares = _kept(photo, every)
    best = float(shares.max())
    return Crop(
        name=photo.name,
        kind=photo.kind,
        ratio=ratio,
        kept=float(_kept(photo, window[None])[0]) / best,
        centred=float(shares[_STEPS // 2]) / best,
        head_cut=_cuts_a_head(photo, window, every),
        placement_right=bool(choices[0] == choices[1]),
    )


def _solved(photo: LabelledPhoto, aspect: float, areas: KeepAreas, placement: Placement):
    turned = Turned(np.zeros(1), np.array([photo.aspect]), np.array([aspect]))
    return solve_all_bases(turned, areas, np.array([PLACEMENTS.index(placement)]))


def _all_crops(photo: LabelledPhoto, aspect: float) -> np.ndarray:
    size = np.repeat(cover_size(np.array([photo.aspect]), aspect), _STEPS, axis=0)
    return np.concatenate([np.linspace(0, 1, _STEPS)[:, None] * (1 - size), size], axis=1)


def _kept(photo: LabelledPhoto, windows: np.ndarray) -> np.ndarray:
    return visible_share(windows, photo.boxes[None]) @ photo.weights / photo.weights.sum()


def _cuts_a_head(photo: LabelledPhoto, window: np.ndarray, every: np.ndarray) -> bool:
    """Return whether the crop cuts heads although another one would hold them all."""
    heads = photo.boxes[photo.heads]
    if not len(heads) or visible_share(every, heads[None]).min(axis=1).max() < ENOUGH:
        return False
    # A face that touches the label's rim is not cut: labels are about 3 % wide of the mark.
    return bool(visible_share(window[None], heads[None]).min() < 0.9)


def run(folder: Path, scale: Scale) -> None:
    photos = labelled_photos(scale.of(None, 2))
    finder = KeepAreaFinder(finder_models())
    threads = cv2.getNumThreads()
    cv2.setNumThreads(1)
    try:
        found, times = [], []
        for photo in photos:
            times.append(seconds_of(lambda: found.append(finder.find(photo.pixels))))  # noqa: B023
    finally:
        cv2.setNumThreads(threads)
    areas = [found_areas(those) for those in found]
    crops = measured_crops(photos, areas)
    for kind in ("real", "held out", "drawn"):
        count = sum(photo.kind == kind for photo in photos)
        of_kind = [crop for crop in crops if crop.kind == kind]
        for ratio in RATIOS:
            if of_ratio := [crop for crop in of_kind if crop.ratio == ratio]:
                good, centred = _share(of_ratio, "kept"), _share(of_ratio, "centred")
                report(
                    f"{kind} ({count}) in {ratio}: crops that keep enough", f"{good:.1%}, centred {centred:.1%}", "-"
                )
        _report_crops(f"{kind} ({count})", of_kind)
    _report_second_labelling(photos, areas)
    report("finding keep areas, one core, median a photo", f"{statistics.median(times) * 1000:.0f} ms", "<= 150 ms")
    report("the same, the slowest in twenty", f"{np.percentile(times, 95) * 1000:.0f} ms", "-")


def _report_second_labelling(photos: list[LabelledPhoto], areas: list[KeepAreas]) -> None:
    """Report what the second labelling thinks of the found areas, and what either labelling thinks of the other."""
    pairs = [(photo, photo.again, those) for photo, those in zip(photos, areas, strict=True) if photo.again]
    first, second = [photo for photo, _, _ in pairs], [again for _, again, _ in pairs]
    _report_crops("held out, by the second labels", measured_crops(second, [those for _, _, those in pairs]))
    _report_crops("second labels by the first", measured_crops(first, [labelled_areas(photo) for photo in second]))
    _report_crops("first labels by the second", measured_crops(second, [labelled_areas(photo) for photo in first]))


def _report_crops(name: str, crops: list[Crop]) -> None:
    if not crops:
        return
    hard = [crop for crop in crops if crop.centred < ENOUGH]
    report(f"{name}: crops that keep enough", f"{_share(crops, 'kept'):.1%}", ">= 95 %")
    report(f"{name}: where a centred one fails", f"{_share(hard, 'kept'):.1%}", ">= 92 %")
    report(f"{name}: share kept of the best, mean", f"{np.mean([crop.kept for crop in crops]):.1%}", "-")
    report(f"{name}: heads cut that could have fitted", f"{sum(crop.head_cut for crop in crops)}", "0")
    right = np.mean([crop.placement_right for crop in crops])
    report(f"{name}: cover or subject as labelled", f"{right:.1%}", ">= 90 %")


def _share(crops: list[Crop], field: str) -> float:
    return float(np.mean([getattr(crop, field) >= ENOUGH for crop in crops])) if crops else 1.0
