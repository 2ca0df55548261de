"""Fits the network of the subject map (``core.subjects.subject_net``) to labelled photos: media/nets/subject.npz.

    python tools/fit_subject_map.py [validate]

Every photo is seen as it is, flipped, and in a part that holds its subject, so that the network does not lean on the
habit of putting it into the middle; parts beside the subject are shown as photos without one. Being subject is learnt
place by place, attention as a distribution: each labelled area spreads its weight evenly. Drawn photos count half,
photos held out are not used. ``validate`` fits six times to five sixths of the photos and prints the area under the ROC
curve on the others. Needs PyTorch, which nothing else here does: ``pip install torch==2.13.0``.
"""

import io
import sys
from dataclasses import dataclass
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

import cv2
import numpy as np
import torch
from bench.framing_set import LabelledPhoto, labelled_photos
from sklearn.metrics import roc_auc_score
from torch import nn

from jaunty_frame.core.subjects.keep_areas import KeepAreaFinder
from jaunty_frame.core.subjects.subject_net import GRID, SubjectNet, grid_size
from jaunty_frame.media.photos.finder import finder_models

_TARGET = Path(__file__).resolve().parent.parent / "src/jaunty_frame/media/nets/subject.npz"
_COMPONENTS, _CHANNELS = 48, 32
_STEPS, _BATCH, _RATE, _DECAY, _DROPPED = 800, 16, 2e-3, 1e-2, 0.3
_VOTES = 2
_FOLDS = 6
_DRAWN_WEIGHT, _ATTENTION_WEIGHT = 0.5, 0.3
_PARTS_BESIDE, _TRIES, _LEAST_PART_PX = 2, 60, 60


@dataclass(frozen=True, eq=False)
class Sample:
    """What the network reads of a view of a photo, and what it should say.

    cues : (M, H, W); features : (F, h, w); inside : (h, w) in 0..1; attention : (h, w), of sum 1, or 0 without areas.
    """

    photo: int
    as_it_is: bool
    weight: float
    cues: np.ndarray
    features: np.ndarray
    inside: np.ndarray
    attention: np.ndarray


def main() -> None:
    photos = [photo for photo in labelled_photos() if photo.kind != "held out"]
    samples = _samples(photos)
    if sys.argv[1:] == ["validate"]:
        _validate(photos, samples)
    else:
        _TARGET.write_bytes(_fitted(samples))


def _samples(photos: list[LabelledPhoto]) -> list[Sample]:
    finder, chance, samples = KeepAreaFinder(finder_models()), np.random.default_rng(5), []
    for number, photo in enumerate(photos):
        flipped = photo.boxes.copy()
        flipped[:, 0] = 1 - photo.boxes[:, 0] - photo.boxes[:, 2]
        views = [(photo.pixels, photo.boxes, photo.weights), (photo.pixels[:, ::-1], flipped, photo.weights)]
        views += [_part_around(photo, chance) for _ in range(2 if photo.kind == "real" else 1)]
        views += [(part, photo.boxes[:0], photo.weights[:0]) for part in _parts_beside(photo, chance)]
        for view, (pixels, boxes, weights) in enumerate(views):
            seen = finder.look(np.ascontiguousarray(pixels))
            size = grid_size(seen.cues)
            weight = 1.0 if photo.kind == "real" else _DRAWN_WEIGHT
            targets = _boxes_map(boxes, size), _attention(boxes, weights, size)
            samples.append(Sample(number, view == 0, weight, seen.cues, seen.features, *targets))
    return samples


_View = tuple[np.ndarray, np.ndarray, np.ndarray]


def _part_around(photo: LabelledPhoto, chance: np.random.Generator) -> _View:
    """Return a part of the photo that holds most of a labelled box, the boxes in it and their weights.

    If none is met, it is all of the photo.
    """
    low, high = photo.boxes[:, :2], photo.boxes[:, :2] + photo.boxes[:, 2:]
    for _ in range(_TRIES):
        size = chance.uniform(0.55, 0.95, 2)
        start = chance.uniform(0, 1 - size)
        seen_low, seen_high = np.clip((low - start) / size, 0, 1), np.clip((high - start) / size, 0, 1)
        shares = np.prod((seen_high - seen_low) * size, axis=1) / np.prod(photo.boxes[:, 2:], axis=1)
        if shares.max() > 0.85:
            seen = shares > 0.2
            boxes = np.concatenate([seen_low, seen_high - seen_low], axis=1)[seen]
            return _part(photo.pixels, start, size), boxes, photo.weights[seen]
    return photo.pixels, photo.boxes, photo.weights


def _part(pixels: np.ndarray, start: np.ndarray, size: np.ndarray) -> np.ndarray:
    sides = pixels.shape[1], pixels.shape[0]
    (left, top), (right, bottom) = ((corner * sides).astype(int) for corner in (start, start + size))
    return pixels[top:bottom, left:right]


def _parts_beside(photo: LabelledPhoto, chance: np.random.Generator) -> list[np.ndarray]:
    """Return up to _PARTS_BESIDE parts of the photo that lie beside all labelled boxes."""
    height, width = photo.pixels.shape[:2]
    low, high = photo.boxes[:, :2], photo.boxes[:, :2] + photo.boxes[:, 2:]
    parts: list[np.ndarray] = []
    for _ in range(_TRIES):
        size = chance.uniform(0.25, 0.6, 2)
        start = chance.uniform(0, 1 - size)
        beside = np.any((start + size <= low) | (start >= high), axis=1).all()
        if beside and len(parts) < _PARTS_BESIDE and min(size * (width, height)) >= _LEAST_PART_PX:
            parts.append(_part(photo.pixels, start, size))
    return parts


def _boxes_map(boxes: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    fine = np.zeros((12 * GRID, 12 * GRID), np.float32)
    for x, y, w, h in boxes * 12 * GRID:
        fine[int(y) : max(int(y + h), 1), int(x) : max(int(x + w), 1)] = 1
    return cv2.resize(fine, size, interpolation=cv2.INTER_AREA)


def _attention(boxes: np.ndarray, weights: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    total = np.zeros(size[::-1], np.float32)
    for box, weight in zip(boxes, weights, strict=True):
        inside = _boxes_map(box[None], size)
        total += weight * inside / max(inside.sum(), 1e-6)
    return total / max(total.sum(), 1e-6)


def _fitted(samples: list[Sample]) -> bytes:
    """Return the .npz that ``SubjectNet`` reads."""
    arrays = _preparation([sample for sample in samples if sample.as_it_is])
    batch = _Padded(samples, SubjectNet(_npz(arrays)))
    for vote in range(_VOTES):
        for name, values in _fitted_layers(batch, vote).items():
            arrays[f"{vote}/{name}"] = values
    return _npz(arrays)


def _npz(arrays: dict[str, np.ndarray]) -> bytes:
    content = io.BytesIO()
    np.savez(content, **arrays)
    return content.getvalue()


def _preparation(samples: list[Sample]) -> dict[str, np.ndarray]:
    """Return the means and scales of the cues, and the main components of the features."""
    places = np.concatenate([s.features.reshape(len(s.features), -1).T[::7] for s in samples])
    mean = places.mean(axis=0)
    _, values, axes = np.linalg.svd(places - mean, full_matrices=False)
    scale = values[:_COMPONENTS, None] / np.sqrt(len(places)) + 1e-3
    return {
        "cue mean": np.mean([s.cues.mean(axis=(1, 2)) for s in samples], axis=0, dtype=np.float32),
        "cue scale": np.mean([s.cues.std(axis=(1, 2)) for s in samples], axis=0, dtype=np.float32) + 1e-3,
        "feature mean": mean.astype(np.float32),
        "projection": (axes[:_COMPONENTS] / scale).astype(np.float32),
    }


class _Padded:
    """All samples on one square grid; shown is 1 where there is photo."""

    def __init__(self, samples: list[Sample], preparing: SubjectNet) -> None:
        prepared = [preparing.prepared(sample.cues, sample.features) for sample in samples]
        self.cues = _square([cues for cues, _ in prepared])
        self.components = _square([components for _, components in prepared])
        self.inside = _square([sample.inside[None] for sample in samples])[:, 0]
        self.attention = _square([sample.attention[None] for sample in samples])[:, 0]
        self.shown = _square([np.ones_like(sample.inside)[None] for sample in samples])
        self.weights = torch.tensor([sample.weight for sample in samples])


def _square(maps: list[np.ndarray]) -> torch.Tensor:
    padded = np.zeros((len(maps), len(maps[0]), GRID, GRID), np.float32)
    for target, values in zip(padded, maps, strict=True):
        target[:, : values.shape[1], : values.shape[2]] = values
    return torch.tensor(padded)


class _Layers(nn.Module):
    """The layers of ``SubjectNet``."""

    def __init__(self, cues: int) -> None:
        super().__init__()
        self.drop = nn.Dropout2d(_DROPPED)
        self.features = nn.Conv2d(_COMPONENTS, _CHANNELS, 1)
        self.cues = nn.Conv2d(cues, _CHANNELS, 1)
        self.near = nn.Conv2d(2 * _CHANNELS, _CHANNELS, 3, padding=1)
        self.around = nn.Conv2d(2 * _CHANNELS, _CHANNELS, 3, padding=2, dilation=2)
        self.far = nn.Conv2d(_CHANNELS, _CHANNELS, 3, padding=4, dilation=4)
        self.chance = nn.Conv2d(_CHANNELS, 1, 1)
        self.directly = nn.Conv2d(cues, 1, 1)
        self.eye_around = nn.Conv2d(2 * _CHANNELS, _CHANNELS, 3, padding=2, dilation=2)
        self.eye = nn.Conv2d(_CHANNELS, 1, 1)
        self.eye_directly = nn.Conv2d(cues, 1, 1)

    def forward(self, cues: torch.Tensor, components: torch.Tensor, shown: torch.Tensor) -> list[torch.Tensor]:
        read = torch.cat([self.features(self.drop(components)).relu(), self.cues(cues).relu()], 1) * shown
        near = self.near(read).relu() * shown
        whole = (near.sum((2, 3), keepdim=True) / shown.sum((2, 3), keepdim=True)).expand_as(near)
        both = torch.cat([near, whole], 1) * shown
        around = self.around(both).relu() * shown
        around = around + self.far(around).relu() * shown
        eye = around + self.eye_around(both).relu() * shown
        logits = self.chance(around) + self.directly(cues), self.eye(eye) + self.eye_directly(cues)
        return [logit[:, 0] for logit in logits]


def _fitted_layers(batch: _Padded, seed: int) -> dict[str, np.ndarray]:
    torch.manual_seed(seed)
    chance, layers = np.random.default_rng(seed), _Layers(batch.cues.shape[1])
    optimizer = torch.optim.AdamW(layers.parameters(), lr=_RATE, weight_decay=_DECAY)
    rates = torch.optim.lr_scheduler.OneCycleLR(optimizer, _RATE, total_steps=_STEPS)
    waiting: list[int] = []
    for _ in range(_STEPS):
        if len(waiting) < _BATCH:
            waiting = chance.permutation(len(batch.weights)).tolist()
        some = torch.tensor([waiting.pop() for _ in range(_BATCH)])
        logits, eye = layers(batch.cues[some], batch.components[some], batch.shown[some])
        inside, shown = batch.inside[some], batch.shown[some, 0]
        # Within a photo subject and background count the same.
        balance = sum(
            part / (2 * part.sum((1, 2), keepdim=True).clamp(min=1)) for part in (inside * shown, (1 - inside) * shown)
        )
        losses = (nn.functional.binary_cross_entropy_with_logits(logits, inside, reduction="none") * balance).sum(
            (1, 2)
        )
        # The divergence of the attention from what it should be, but for a constant; nothing where nothing is labelled.
        spread = eye.masked_fill(shown == 0, -30).flatten(1).log_softmax(1)
        astray = -(batch.attention[some].flatten(1) * spread).sum(1)
        loss = ((losses + _ATTENTION_WEIGHT * astray) * batch.weights[some]).mean()
        optimizer.zero_grad()
        loss.backward()
        optimizer.step()
        rates.step()
    return {
        name.replace(".weight", " weights").replace(".bias", " bias"): v.numpy()
        for name, v in layers.state_dict().items()
    }


def _validate(photos: list[LabelledPhoto], samples: list[Sample]) -> None:
    order = np.random.default_rng(0).permutation(len(photos))
    areas: dict[str, list[float]] = {"real": [], "drawn": []}
    for fold in range(_FOLDS):
        left_out = set(order[fold::_FOLDS].tolist())
        net = SubjectNet(_fitted([sample for sample in samples if sample.photo not in left_out]))
        for sample in samples:
            if sample.photo in left_out and sample.as_it_is:
                likely = net.maps(sample.cues, sample.features).likely
                inside = _boxes_map(photos[sample.photo].boxes, likely.shape[::-1]) > 0.5
                if 0 < inside.mean() < 1:
                    areas[photos[sample.photo].kind].append(roc_auc_score(inside.ravel(), likely.ravel()))
    for kind, values in areas.items():
        print(kind, f"{np.mean(values):.4f}")


if __name__ == "__main__":
    main()
