"""Fits the weights of the subject map's cues (``core.salience``) to the labelled photos and prints them.

Every photo counts the same, a real one twice; within a photo subject and background count the same. The cross-validated
area under the ROC curve tells what the fit is worth on photos that it has not seen.
"""

import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

import numpy as np
from bench.framing_set import LabelledPhoto, labelled_photos
from sklearn.linear_model import LogisticRegression
from sklearn.metrics import roc_auc_score

from jaunty_frame.core.foreground import ForegroundFinder
from jaunty_frame.core.lettering import find_lettering
from jaunty_frame.core.salience import CUES, cues
from jaunty_frame.media.finder import finder_models

_FOLDS = 6
_PLACES = 1200


def main() -> None:
    network = ForegroundFinder(finder_models().foreground)
    photos = [photo for photo in labelled_photos() if photo.kind != "held out"]
    samples = [_sample(photo, network) for photo in photos]
    for kind in ("real", "drawn"):
        print(kind, "cross-validated area under the curve:", f"{_validated(photos, samples, kind):.4f}")
    weights, bias = _fitted([*range(len(photos))], photos, samples)
    for cue, weight in zip(CUES, weights, strict=True):
        print(f"    {weight:.3f},  # {cue}")
    print(f"_BIAS = {bias:.3f}")


def _sample(photo: LabelledPhoto, network: ForegroundFinder) -> tuple[np.ndarray, np.ndarray]:
    """Return the cues (P, C) and whether each place is in a labelled box (P,)."""
    maps = cues(photo.pixels, network.foreground(photo.pixels), find_lettering(photo.pixels))
    height, width = maps.shape[1:]
    inside = np.zeros((height, width), bool)
    for x, y, w, h in photo.boxes:
        inside[int(y * height) : max(int((y + h) * height), 1), int(x * width) : max(int((x + w) * width), 1)] = True
    return maps.reshape(len(CUES), -1).T, inside.ravel()


def _fitted(chosen: list[int], photos: list[LabelledPhoto], samples: list) -> tuple[np.ndarray, float]:
    maps, inside, weight = [], [], []
    for k in chosen:
        places, subject = samples[k]
        step = max(1, len(places) // _PLACES)
        places, subject = places[::step], subject[::step]
        share = np.where(subject, 0.5 / max(subject.sum(), 1), 0.5 / max((~subject).sum(), 1))
        maps.append(places)
        inside.append(subject)
        weight.append(share * (2.0 if photos[k].kind == "real" else 1.0))
    x = np.concatenate(maps)
    mean, scale = x.mean(axis=0), x.std(axis=0) + 1e-9
    weights = np.concatenate(weight)
    model = LogisticRegression(C=0.02, max_iter=500)
    model.fit((x - mean) / scale, np.concatenate(inside), sample_weight=weights / weights.mean())
    coefficients = model.coef_[0] / scale
    return coefficients, float(model.intercept_[0] - coefficients @ mean)


def _validated(photos: list[LabelledPhoto], samples: list, kind: str) -> float:
    order = np.random.default_rng(0).permutation(len(photos))
    scores = []
    for fold in range(_FOLDS):
        test = order[fold::_FOLDS].tolist()
        weights, _ = _fitted([k for k in order.tolist() if k not in test], photos, samples)
        for k in test:
            places, subject = samples[k]
            if photos[k].kind == kind and 0 < subject.mean() < 1:
                scores.append(roc_auc_score(subject, places @ weights))
    return float(np.mean(scores))


if __name__ == "__main__":
    main()
