"""What in a photo tells where its subject is: the cues, each a map, that ``core.subjects.subject_net`` reads.

- what breaks the pattern: the spectral residual of the log spectrum (X. Hou and L. Zhang, CVPR 2007);
- what is not background: the distance of each pixel's colour from the border strips in CIELAB, Mahalanobis (after
  J. Zhang et al., "Minimum barrier salient object detection at 80 fps", ICCV 2015), as it is and spread;
  maps that lie all over the photo say little, so these are weighted by exp(-6 x their RMS radius);
- what is in focus: fine detail against the photo's own mean, and its neighbourhood's;
- lettering (``core.subjects.lettering``) and heads;
- where it lies: distance from the middle, nearness of the border.

GrabCut (C. Rother, V. Kolmogorov and A. Blake, SIGGRAPH 2004) draws the map of the subject to the edges in the picture.
"""

from math import ceil

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.subjects.lettering import Lettering

GRID_PX = 96
"""Length of the longer side of the maps."""
CUES = (
    "pattern",
    "background",
    "background spread",
    "focus",
    "focus spread",
    "lettering",
    "heads",
    "off-centre across",
    "off-centre down",
    "off the border",
)

_SPECTRAL_PX = 64
_BORDER = 0.08
_SPREAD = 0.07
_NEAR_BORDER = 0.15
_FOCUS_SIGMA = 1.5
# Lines of this many signs count fully as lettering, of three not at all.
_SURE_SIGNS, _NO_SIGNS = 8, 3
# How sure a place must be to be taken as subject or as background before GrabCut decides about the rest.
_SURELY_SUBJECT, _LIKELY_SUBJECT, _SURELY_BACKGROUND = 0.85, 0.5, 0.1
_CUT_ROUNDS = 1
_CUT_SHARE = 0.25


def drawn_to_edges(photo: Pixels, likely: np.ndarray) -> np.ndarray:
    """Return a subject map of ``photo`` a quarter of which follows the edges in the picture."""
    return (1 - _CUT_SHARE) * likely + _CUT_SHARE * _cut_out(photo, likely)


def cues(photo: Pixels, lettering: list[Lettering], heads: list[Window]) -> np.ndarray:
    """Return the maps (C, h, w) float32 in the order of CUES, longer side GRID_PX.

    photo : (H, W, 3) uint8 B G R, upright.
    """
    small = shrunk(photo, GRID_PX)
    height, width = small.shape[:2]
    pattern, background = (_weighted(_stretched(part)) for part in (_spectral_residual(small), _border_distance(small)))
    focus = _focus(photo, (width, height))
    x = (np.arange(width, dtype=np.float32) + 0.5) / width
    y = (np.arange(height, dtype=np.float32)[:, None] + 0.5) / height
    everywhere = np.zeros((height, width), np.float32)
    border = np.minimum(np.minimum(x, 1 - x), np.minimum(y, 1 - y))
    return np.stack(
        [
            pattern,
            background,
            _spread(background),
            focus / (focus.mean() + 1e-3) / 4,
            _spread(_stretched(focus)),
            _lettering_map(lettering, width, height),
            _boxes_map([(head, 1.0) for head in heads], width, height),
            everywhere + 4 * (x - 0.5) ** 2,
            everywhere + 4 * (y - 0.5) ** 2,
            np.clip(border / _NEAR_BORDER, 0, 1),
        ]
    ).astype(np.float32)


def shrunk(photo: Pixels, longest: int) -> Pixels:
    """Return the photo with its longer side ``longest``, the other at least 8."""
    scale = longest / max(photo.shape[:2])
    size = max(8, round(photo.shape[1] * scale)), max(8, round(photo.shape[0] * scale))
    return cv2.resize(photo, size, interpolation=cv2.INTER_AREA)


def _spread(values: np.ndarray) -> np.ndarray:
    return cv2.GaussianBlur(values, (0, 0), GRID_PX * _SPREAD, borderType=cv2.BORDER_REPLICATE)


def _weighted(values: np.ndarray) -> np.ndarray:
    return values * float(np.exp(-6 * _rms_radius(values))) * 5


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
    return cv2.GaussianBlur(nearest.astype(np.float32), (0, 0), 1.2)


def _focus(photo: Pixels, size: tuple[int, int]) -> np.ndarray:
    """Return the local strength of fine detail: the root of the mean square above a Gaussian blur."""
    grey = cv2.cvtColor(photo, cv2.COLOR_BGR2GRAY).astype(np.float32)
    detail = grey - cv2.GaussianBlur(grey, (0, 0), _FOCUS_SIGMA)
    power = cv2.resize(detail * detail, size, interpolation=cv2.INTER_AREA)
    return np.sqrt(cv2.GaussianBlur(power, (0, 0), GRID_PX / 60))


def _lettering_map(lines: list[Lettering], width: int, height: int) -> np.ndarray:
    boxes = []
    for box, signs in lines:
        across, down = 0.3 * box.h * height / width, 0.3 * box.h
        sure = min((signs - _NO_SIGNS) / (_SURE_SIGNS - _NO_SIGNS), 1.0)
        boxes.append((Window(box.x - across, box.y - down, box.w + 2 * across, box.h + 2 * down), sure))
    return _boxes_map(boxes, width, height)


def _boxes_map(boxes: list[tuple[Window, float]], width: int, height: int) -> np.ndarray:
    """Return a map that has each box's value at all places that it touches, the greatest where several do."""
    values = np.zeros((height, width), np.float32)
    for box, value in boxes:
        left, right = int(max(box.x * width, 0)), ceil((box.x + box.w) * width)
        top, bottom = int(max(box.y * height, 0)), ceil((box.y + box.h) * height)
        part = values[top:bottom, left:right]
        np.maximum(part, value, out=part)
    return values


def _cut_out(photo: Pixels, likely: np.ndarray) -> np.ndarray:
    """Return 1 where GrabCut, beginning from ``likely``, sees the subject, else 0; ``likely`` where it cannot begin."""
    small = shrunk(photo, GRID_PX)
    begin = np.where(likely > _LIKELY_SUBJECT, cv2.GC_PR_FGD, cv2.GC_PR_BGD).astype(np.uint8)
    begin[likely < _SURELY_BACKGROUND] = cv2.GC_BGD
    begin[likely > _SURELY_SUBJECT] = cv2.GC_FGD
    subject = (begin == cv2.GC_FGD) | (begin == cv2.GC_PR_FGD)
    # Its colour models need a handful of pixels on either side.
    if not 10 < np.count_nonzero(subject) < subject.size - 10:
        return likely
    cv2.setRNGSeed(0)  # its clustering draws from OpenCV's generator
    mask, _, _ = cv2.grabCut(
        small, begin, None, np.zeros((1, 65)), np.zeros((1, 65)), _CUT_ROUNDS, cv2.GC_INIT_WITH_MASK
    )
    return ((mask == cv2.GC_FGD) | (mask == cv2.GC_PR_FGD)).astype(np.float32)


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
