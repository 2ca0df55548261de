"""Placing a photo on a surface: upright, turned or in perspective, over whatever is there.

Coordinates stay in float64 and continuous until the one place where a matrix is handed to OpenCV, which counts from
pixel centres. Upright photos without transparency are sampled straight into the surface; all others aside first. What
the photo's rim covers in part (``core.painting.coverage``) is blended with what was there.
"""

from collections.abc import Callable, Iterator

import numpy as np

from jaunty_frame.core.geometry.windows import WHOLE_PHOTO, FloatArray
from jaunty_frame.core.opencv import cv2
from jaunty_frame.core.painting.colour import Pixels
from jaunty_frame.core.painting.coverage import Coverage, coverage, full_coverage
from jaunty_frame.core.painting.levels import Level
from jaunty_frame.core.painting.mapping import covers_frame, is_affine, is_upright, sample_mapping, source_mapping
from jaunty_frame.core.painting.rounding import quickly_rounded, rounded
from jaunty_frame.core.painting.surface import Sampling, Surface
from jaunty_frame.core.painting.workspace import Workspace

Box = tuple[int, int, int, int]
"""Rows and columns (top, bottom, left, right; half-open)."""

CoveredOf = Callable[[Pixels, Sampling], Coverage]
"""Gives what is covered of a plane."""

_FLAGS = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
# Rows that are blended at a time: what a blend needs beside its pixels stays small.
_BAND = 64


def place(surface: Surface, level: Level, mapping: FloatArray, workspace: Workspace, aside: bool = False) -> None:
    """Paint the photo of ``level`` over ``surface``. mapping : (3, 3) from the surface's pixels to the photo.

    aside : take the way of turned photos even where the photo stands upright; the pixels are the same.
    """
    # Colour differences are sampled at the frame's very edge, half beside it: what they cover there is not asked for.
    fills_frame = covers_frame(mapping, (surface.width, surface.height))

    def covered_of(plane: Pixels, sampling: Sampling) -> Coverage:
        size = plane.shape[:2]
        return full_coverage(*size) if fills_frame else coverage(sample_mapping(mapping, sampling), *size)

    place_covering(surface, level, mapping, workspace, covered_of, aside)


def place_covering(
    surface: Surface,
    level: Level,
    mapping: FloatArray,
    workspace: Workspace,
    covered_of: CoveredOf,
    aside: bool = False,
    light: tuple[FloatArray, ...] | None = None,
) -> None:
    """Paint what an outline shows of a photo. covered_of : what is covered of a plane; light : of each plane, the share
    (h, w) float32 that is left of the photo's light."""
    for k, sampling in enumerate(surface.coding.samplings):
        plane = surface.planes[k]
        covered = covered_of(plane, sampling)
        matrix = source_mapping(sample_mapping(mapping, sampling), level.region, level.planes[k].shape[:2])
        alpha = level.alpha[k] if level.alpha else None
        straight = covered.is_everything or (is_upright(mapping) and covered.is_upright_rectangle and not aside)
        if alpha is None and light is None and straight:
            _place_straight(plane, level.planes[k], matrix, covered)
            continue
        with workspace.surface() as photo, workspace.surface() as spare:
            box = covered.box()
            # The surface may be a part of a frame; what is lent is whole.
            own = photo.planes[k][: plane.shape[0], : plane.shape[1]]
            _sample(own, level.planes[k], matrix, box)
            if light is not None:
                _dim(own, light[k], sampling, box)
            if alpha is not None:
                seen = (
                    spare.planes[k]
                    .reshape(-1)
                    .view(np.uint8)[: plane.shape[0] * plane.shape[1]]
                    .reshape(plane.shape[:2])
                )
                _sample(seen, alpha, matrix, box)
                _lay_over(own, plane, seen, sampling, box)
            _take_over(plane, own, covered)


def fill_covering(
    surface: Surface, planes: tuple[Pixels, ...], covered_of: CoveredOf, hidden_of: CoveredOf | None = None
) -> None:
    """Paint what an outline covers with other planes of the frame, or with planes (1, 1) of one colour.

    hidden_of : what will be painted over anyway.
    """
    for plane, source, sampling in zip(surface.planes, planes, surface.coding.samplings, strict=True):
        covered = covered_of(plane, sampling)
        if source.shape[:2] == (1, 1):
            whole = np.broadcast_to(source, plane.shape)
        else:
            left, top = surface.left // sampling.step, surface.top // sampling.step
            whole = source[top : top + plane.shape[0], left : left + plane.shape[1]]
        _take_over(plane, whole, covered, None if hidden_of is None else hidden_of(plane, sampling).inner_box())


def _dim(photo: Pixels, light: FloatArray, sampling: Sampling, box: Box) -> None:
    top, bottom, left, right = box
    part = photo[top:bottom, left:right]
    if not part.size:
        return
    share = light[top:bottom, left:right]
    if part.ndim == 3:
        part[..., :3] = cv2.convertScaleAbs(part[..., :3] * share[..., None])
    else:
        black = np.float32(sampling.black[0])
        part[:] = quickly_rounded(black + (part - black) * share, part.dtype)


def sample_planes(surface: Surface, planes: tuple[Pixels, ...], mapping: FloatArray) -> None:
    """Paint a whole picture, given as planes, over all of a surface. mapping : (3, 3) from the surface's pixels to
    it."""
    for plane, source, sampling in zip(surface.planes, planes, surface.coding.samplings, strict=True):
        matrix = source_mapping(sample_mapping(mapping, sampling), WHOLE_PHOTO, source.shape[:2])
        _sample(plane, source, matrix, (0, plane.shape[0], 0, plane.shape[1]))


def _place_straight(plane: Pixels, source: Pixels, matrix: FloatArray, covered: Coverage) -> None:
    """Sample into the plane itself; what its rim covered is kept and blended back."""
    box = covered.box()
    if covered.is_everything:
        _sample(plane, source, matrix, box)
        return
    rows, columns, shares = covered.rim()
    beneath = plane[rows, columns]
    _sample(plane, source, matrix, box)
    plane[rows, columns] = _mixed(plane[rows, columns], beneath, shares)


def _sample(target: Pixels, source: Pixels, matrix: FloatArray, box: Box) -> None:
    """Sample ``source`` into the rows and columns ``box`` of ``target``."""
    top, bottom, left, right = box
    if top == bottom:
        return
    inner, size = target[top:bottom, left:right], (right - left, bottom - top)
    shifted = matrix @ np.array([[1.0, 0.0, left], [0.0, 1.0, top], [0.0, 0.0, 1.0]])
    if is_affine(shifted):
        done = cv2.warpAffine(source, shifted[:2], size, dst=inner, flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
    else:
        done = cv2.warpPerspective(source, shifted, size, dst=inner, flags=_FLAGS, borderMode=cv2.BORDER_REPLICATE)
    assert np.shares_memory(done, target)  # OpenCV returns a new array where the sizes differ, and says nothing


def _take_over(plane: Pixels, photo: Pixels, covered: Coverage, hidden: Box | None = None) -> None:
    """Put what is covered of ``photo`` on the plane, but for a rectangle that is hidden."""
    rows, columns, shares = covered.rim()
    mixed = _mixed(photo[rows, columns], plane[rows, columns], shares)
    if hidden is None:
        hidden = top, bottom, left, right = covered.inner_box()
        plane[top:bottom, left:right] = photo[top:bottom, left:right]
    for top, bottom, left, right in around(hidden, covered.whole_box()):
        start, end = covered.whole[top:bottom].T[..., None]
        column = np.arange(left, right)
        inside = (column >= start) & (column < end)
        part = plane[top:bottom, left:right]
        np.copyto(part, photo[top:bottom, left:right], where=inside if plane.ndim == 2 else inside[..., None])
    plane[rows, columns] = mixed


def around(hidden: Box, box: Box) -> Iterator[Box]:
    """Give what is left of a box about a hidden one."""
    top, bottom, left, right = box
    t, b, le, ri = max(hidden[0], top), min(hidden[1], bottom), max(hidden[2], left), min(hidden[3], right)
    if b <= t or ri <= le:
        parts = [box]
    else:
        parts = [(top, t, left, right), (b, bottom, left, right), (t, b, left, le), (t, b, ri, right)]
    yield from (part for part in parts if part[1] > part[0] and part[3] > part[2])


def _mixed(photo: Pixels, beneath: Pixels, shares: FloatArray) -> Pixels:
    part = shares[:, None] if photo.ndim == 2 else shares
    return np.rint(beneath + (photo.astype(float) - beneath) * part).astype(photo.dtype)


def _lay_over(photo: Pixels, beneath: Pixels, alpha: Pixels, sampling: Sampling, box: Box) -> None:
    """Lay premultiplied coded colours over what is beneath, in ``photo``: source-over, Porter and Duff 1984."""
    top, bottom, left, right = box
    # Alpha itself has no black: it is 255 on every surface.
    black = np.array(sampling.black[:3] + (0,) * (len(sampling.black) > 3), np.float32)
    for start in range(top, bottom, _BAND):
        band = slice(start, min(start + _BAND, bottom)), slice(left, right)
        clear = 1.0 - alpha[band].astype(np.float32) / 255
        if photo.ndim == 3:
            laid = photo[band] + (beneath[band] - black) * clear[..., None]
        else:
            laid = photo[band] + (beneath[band] - black[0]) * clear
        photo[band] = rounded(laid, photo.dtype)
