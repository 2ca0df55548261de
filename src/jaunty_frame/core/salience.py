"""Finding the subject of a photo that nobody has marked.

Two maps are fused: the spectral residual of the log spectrum (X. Hou and L. Zhang, "Saliency detection: a spectral
residual approach", CVPR 2007), which finds what breaks the pattern, and the distance of each pixel's colour from the
four border strips in CIELAB, Mahalanobis (the background cue of J. Zhang et al., "Minimum barrier salient object
detection at 80 fps", ICCV 2015), which finds what is not background. A map that is spread over the photo says
little, so each is weighted by exp(-6 x its RMS radius).
"""

from typing import NamedTuple

import cv2
import numpy as np

from jaunty_frame.core.colour import Pixels
from jaunty_frame.core.geometry import Window

FINDER_VERSION = 1
CONFIDENT = 0.6
_WORKING_PX = 128
_SPECTRAL_PX = 64
_BORDER = 0.08
# Share of a part's mass that may be left outside its box, at each side.
_TAIL = 0.01
# Boxes are widened by this share of the short side: feet and rims fade into their surroundings.
_PADDING = 0.03
# A part with less than this share of the largest one's mass is a speck.
_LEAST_PART = 0.3
_NEIGHBOURS = 0.06
_MOST_SUBJECTS = 3


class FoundArea(NamedTuple):
    """A keep area that was found; weight 1 makes it required."""

    box: Window
    weight: float
    confidence: float


def find_keep_areas(photo: Pixels) -> tuple[FoundArea, ...]:
    """Return the keep areas of ``photo`` (H, W, 3) uint8 B G R, upright, at any size from 64 px on.

    A confident subject that covers less than half of the photo is required, others are wished for.
    """
    small = _shrunk(photo, _WORKING_PX)
    salience = _fused(small)
    if float(salience.sum()) <= 0:
        return ()
    boxes = _subject_boxes(salience)
    confidence = _confidence(salience, boxes)
    covered = sum(box.w * box.h for box in boxes)
    required = confidence >= CONFIDENT and covered < 0.5
    weight = 1.0 if required else round(0.5 * confidence + 0.1, 3)
    pad = _PADDING * min(small.shape[:2])
    padded = [_padded(box, pad / small.shape[1], pad / small.shape[0]) for box in boxes]
    return tuple(FoundArea(box, weight, round(confidence, 3)) for box in padded)


def _shrunk(photo: Pixels, longest: int) -> Pixels:
    scale = longest / max(photo.shape[:2])
    size = max(8, round(photo.shape[1] * scale)), max(8, round(photo.shape[0] * scale))
    return cv2.resize(photo, size, interpolation=cv2.INTER_AREA)


def _fused(small: Pixels) -> np.ndarray:
    """Return the salience map (h, w) float32 in 0..1."""
    height, width = small.shape[:2]
    fused: np.ndarray = np.zeros((height, width), np.float32)
    for part in (_spectral_residual(small), _border_distance(small)):
        normal = _stretched(part)
        fused += float(np.exp(-6.0 * _rms_radius(normal))) * normal
    y, x = np.mgrid[0:height, 0:width].astype(np.float32)
    off_centre = ((x + 0.5) / width - 0.5) ** 2 + ((y + 0.5) / height - 0.5) ** 2
    return _stretched(fused * np.exp(-off_centre / (2 * 0.45**2)))


def _spectral_residual(small: Pixels) -> np.ndarray:
    grey = cv2.cvtColor(small, cv2.COLOR_BGR2GRAY)
    square = cv2.resize(grey, (_SPECTRAL_PX, _SPECTRAL_PX), interpolation=cv2.INTER_AREA).astype(np.float32)
    spectrum = np.fft.fft2(square)
    log_amplitude = np.log(np.abs(spectrum) + 1e-6).astype(np.float32)
    residual = log_amplitude - cv2.blur(log_amplitude, (3, 3))
    salience = np.abs(np.fft.ifft2(np.exp(residual + 1j * np.angle(spectrum)))) ** 2
    smooth = cv2.GaussianBlur(salience.astype(np.float32), (0, 0), 2.5)
    return cv2.resize(smooth, (small.shape[1], small.shape[0]), interpolation=cv2.INTER_LINEAR)


def _border_distance(small: Pixels) -> np.ndarray:
    lab = cv2.cvtColor(small.astype(np.float32) / 255, cv2.COLOR_BGR2LAB)
    height, width = lab.shape[:2]
    deep_y, deep_x = max(2, round(height * _BORDER)), max(2, round(width * _BORDER))
    strips = lab[:deep_y], lab[-deep_y:], lab[:, :deep_x], lab[:, -deep_x:]
    distances = []
    for strip in strips:
        colours = strip.reshape(-1, 3)
        inverse = np.linalg.inv(np.cov(colours.T) + np.eye(3) * 4.0)
        # With the inverse covariance as L L^T, the Mahalanobis distance is the length of L^T (colour - mean).
        whitened = (lab - colours.mean(axis=0)) @ np.linalg.cholesky(inverse).astype(np.float32)
        distances.append(np.sqrt(np.einsum("hwc,hwc->hw", whitened, whitened)))
    # The strip most unlike a pixel may hold the subject itself, so it is left out.
    nearest = np.sum(distances, axis=0) - np.max(distances, axis=0)
    return cv2.GaussianBlur(nearest.astype(np.float32), (0, 0), 1.5)


def _stretched(values: np.ndarray) -> np.ndarray:
    low, high = np.percentile(values, (5, 99.5))
    return np.clip((values - low) / max(high - low, 1e-6), 0, 1).astype(np.float32)


def _rms_radius(salience: np.ndarray) -> float:
    total = float(salience.sum())
    if total <= 0:
        return 1.0
    height, width = salience.shape
    x, y = (np.arange(width) + 0.5) / width, (np.arange(height) + 0.5) / height
    across, down = salience.sum(axis=0) / total, salience.sum(axis=1) / total
    spread = (across * x**2).sum() - (across * x).sum() ** 2 + (down * y**2).sum() - (down * y).sum() ** 2
    return float(np.sqrt(max(spread, 0.0)))


def _subject_boxes(salience: np.ndarray) -> list[Window]:
    """Return the boxes of the map's strong parts (threshold of Otsu), without specks, neighbours united.

    Up to three are subjects of their own; more are a scene, which gets one box.
    """
    coarse = np.rint(salience * 255).astype(np.uint8)
    _, mask = cv2.threshold(coarse, 0, 255, cv2.THRESH_BINARY | cv2.THRESH_OTSU)
    count, labels = cv2.connectedComponents(mask)
    masses = np.bincount(labels.ravel(), weights=salience.ravel(), minlength=count)[1:].tolist()
    parts = [k + 1 for k, mass in enumerate(masses) if mass >= _LEAST_PART * max(masses)]
    boxes = _united_neighbours([_tight_box(np.where(labels == k, salience, 0.0)) for k in parts])
    if 1 <= len(boxes) <= _MOST_SUBJECTS:
        return boxes
    strong = np.where(np.isin(labels, parts), salience, 0.0) if parts else salience
    return [_tight_box(strong)]


def _united_neighbours(boxes: list[Window]) -> list[Window]:
    for i, a in enumerate(boxes):
        for b in boxes[i + 1 :]:
            gap_x = max(a.x, b.x) - min(a.x + a.w, b.x + b.w)
            gap_y = max(a.y, b.y) - min(a.y + a.h, b.y + b.h)
            if max(gap_x, gap_y) < _NEIGHBOURS:
                left, top = min(a.x, b.x), min(a.y, b.y)
                both = Window(left, top, max(a.x + a.w, b.x + b.w) - left, max(a.y + a.h, b.y + b.h) - top)
                return _united_neighbours([both, *(box for box in boxes if box is not a and box is not b)])
    return boxes


def _tight_box(strong: np.ndarray) -> Window:
    left, right = _core_interval(strong.sum(axis=0))
    top, bottom = _core_interval(strong.sum(axis=1))
    return Window(left, top, right - left, bottom - top)


def _padded(box: Window, x: float, y: float) -> Window:
    left, top = max(box.x - x, 0.0), max(box.y - y, 0.0)
    return Window(left, top, min(box.x + box.w + x, 1.0) - left, min(box.y + box.h + y, 1.0) - top)


def _core_interval(profile: np.ndarray) -> tuple[float, float]:
    mass = np.concatenate([[0.0], np.cumsum(profile)])
    edges = np.linspace(0.0, 1.0, len(mass))
    low, high = np.interp([_TAIL, 1 - _TAIL], mass / mass[-1], edges)
    return float(np.floor(low * 1000) / 1000), float(np.ceil(high * 1000) / 1000)


def _confidence(salience: np.ndarray, boxes: list[Window]) -> float:
    """Return how clearly the subjects stand out: the map's mean inside the boxes against outside, in 0..1."""
    height, width = salience.shape
    inside = np.zeros(salience.shape, bool)
    for box in boxes:
        top, left = int(box.y * height), int(box.x * width)
        inside[
            top : max(round((box.y + box.h) * height), top + 1),
            left : max(round((box.x + box.w) * width), left + 1),
        ] = True
    if inside.all():
        return 0.0
    within, outside = float(salience[inside].mean()), float(salience[~inside].mean())
    return float(np.clip((within - outside) / max(within, 1e-6), 0.0, 1.0))
