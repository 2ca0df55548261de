"""Where to crop keep areas that do not fit: where the frame holds the most of what draws the eye.

Attention is told in strips across and down the photo (``framing.KeepAreas``); it is found with the keep areas.
"""

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.framing.bases import KeepAreas
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import FloatArray, fully_visible, visible_share

# Places at which attention is measured, and by how much less of it a place is as good as the best.
_PLACES, _AS_GOOD = 101, 0.005
_AS_MUCH = 1e-3
"""Of an area: so little less is the same, since places lie a hundredth apart."""
_EQUAL = 1e-9
_HALVINGS = 16


def most_attention(
    turned: Turned, areas: KeepAreas, window: FloatArray, free: NDArray[np.intp], must_show: NDArray[np.bool_]
) -> FloatArray:
    """Return the windows (N, 4) moved along their free axes to where they hold the most attention.

    Among places that hold as good as the most it is the middle one. must_show : (N, K) areas that stay in view; of all
    required ones together no less is seen than before.
    """
    assert areas.attention is not None
    n, each = len(window), np.arange(len(window))
    size = window[each, 2 + free]
    half = (size * turned.reach[each, free] / 2)[:, None]
    at = half + np.linspace(0, 1, _PLACES) * (1 - 2 * half) - size[:, None] / 2
    windows = np.repeat(window[:, None], _PLACES, axis=1)
    windows[each, :, free] = at
    level, boxes = turned.level_windows(windows).reshape(-1, 4), turned.level_boxes(areas.boxes)
    allowed = np.ones((n, _PLACES), bool)
    required = areas.required
    seen = np.zeros((n, _PLACES))
    for k in np.flatnonzero(required.any(axis=0)).tolist():
        share = visible_share(level, np.repeat(boxes[:, k, None], _PLACES, axis=0)).reshape(n, _PLACES)
        allowed &= ~must_show[:, k, None] | fully_visible(share)
        seen += required[:, k, None] * share
    before = np.sum(required * visible_share(turned.level_windows(window), boxes), axis=1)
    allowed &= seen >= before[:, None] - _AS_MUCH
    held = np.where(allowed, held_within(areas.attention[each, free], at, size[:, None]), -1.0)
    good = allowed & (held >= held.max(axis=1, keepdims=True) - _AS_GOOD)
    places = np.arange(_PLACES)
    middle = np.sum(good * places, axis=1) / np.maximum(good.sum(axis=1), 1)
    best = np.where(good, np.abs(places - middle[:, None]), np.inf).argmin(axis=1)
    return np.where(good.any(axis=1)[:, None], windows[each, best], window)


def least_scale(
    turned: Turned, areas: KeepAreas, cover: FloatArray, free: NDArray[np.intp], share: FloatArray
) -> FloatArray:
    """Return by how much (N,) covers must be widened to hold at least a ``share`` (N,) of the attention somewhere.

    cover : (N, 4); free : (N,) their free axes. 1 where the cover holds enough; never more than shows all of the photo
    along the free axis.
    """
    assert areas.attention is not None
    each = np.arange(len(cover))
    size = cover[each, 2 + free] * turned.reach[each, free]
    attention, scale = areas.attention[each, free], np.ones(len(cover))
    # Most covers hold enough; only for the others it is searched.
    few = np.flatnonzero(~_holds(attention, np.minimum(size, 1.0), share))
    size, attention, share = size[few], attention[few], share[few]
    low, high = np.ones(few.size), np.maximum(1.0 / size, 1.0)
    for _ in range(_HALVINGS if few.size else 0):
        middle = (low + high) / 2
        good = _holds(attention, np.minimum(size * middle, 1.0), share)
        low, high = np.where(good, low, middle), np.where(good, middle, high)
    scale[few] = high
    return scale


def _holds(attention: FloatArray, extent: FloatArray, share: FloatArray) -> NDArray[np.bool_]:
    """Return whether an interval of ``extent`` (N,) somewhere in 0..1 holds a ``share`` (N,) of the attention."""
    at = np.linspace(0, 1, _PLACES) * (1 - extent)[:, None]
    return held_within(attention, at, extent[:, None]).max(axis=1, initial=0.0) >= share - _EQUAL


def held_within(attention: FloatArray, at: FloatArray, size: FloatArray) -> FloatArray:
    """Return how much of ``attention`` (N, M), spread over 0..1, lies in the intervals (N, P) from ``at`` on."""
    until = np.pad(np.cumsum(attention, axis=1), ((0, 0), (1, 0)))
    strips = attention.shape[1]

    def before(x: FloatArray) -> FloatArray:
        along = np.clip(x, 0.0, 1.0) * strips
        whole = np.minimum(along.astype(np.intp), strips - 1)
        low = np.take_along_axis(until, whole, 1)
        return low + (along - whole) * (np.take_along_axis(until, whole + 1, 1) - low)

    return before(at + size) - before(at)
