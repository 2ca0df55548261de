"""A window that follows what moves, as a calm operator would: still where it can be, never in a jump.

After M. Grundmann, V. Kwatra and I. Essa, "Auto-directed video stabilization with robust L1 optimal camera paths", CVPR
2011: the sum of the absolute first, second and third differences of the window's place is made least, while what is
followed stays in view. That is a linear program, solved exactly (SciPy's HiGHS), for each axis by itself; absolute
values make paths of pieces that stand, go evenly, or speed up evenly. The window keeps its size: a zoom that comes and
goes with what is followed would be seen.
"""

import numpy as np
from scipy.optimize import linprog
from scipy.sparse import csr_array, hstack, vstack
from scipy.sparse import diags_array as diagonals
from scipy.sparse import eye_array as ones

from jaunty_frame.core.geometry.windows import FloatArray

# Of the first, second and third difference. Speed counts most: a window that need not move does not.
_WEIGHTS = (10.0, 1.0, 100.0)
_LOST = 1e5
"""Of each window's length that is not seen: more than any way could cost."""
CALM_SPEED = 1 / 7
"""Windows a second that a window may move at most (common practice against judder), and gain a second in speed."""
_THIN = 2e-4


def calm_path(low: FloatArray, high: FloatArray, length: float, step_s: float) -> FloatArray:
    """Return where a window begins (K,) at each of K moments, ``step_s`` seconds apart, in fractions of the photo.

    low, high : (K,) where what is followed begins and ends; length : of the window. What is longer than the window is
    followed so that the window lies within it; what is too fast is lost for as short as can be.
    """
    count = len(low)
    if length >= 1:
        return np.full(count, (1 - length) / 2)
    # From where to where the window may begin, in windows, so that nothing depends on the photo's size.
    least, most = np.minimum(high - length, low), np.maximum(high - length, low)
    least, most = (np.clip(one, 0, 1 - length) / length for one in (least, most))
    fixed = max(float(least.max()), 0.0), float(most.min())
    if fixed[0] <= fixed[1]:  # one place serves all moments: the one nearest to where it would be at most of them
        return np.full(count, float(np.clip(np.median((least + most) / 2), *fixed)) * length)
    if count == 1:
        return (least + most) / 2 * length
    differences = [_difference(count, order) for order in (1, 2, 3) if order < count]
    sizes = [one.shape[0] for one in differences]
    # Unknowns: the places, the size of each difference, and by how much each moment is missed.
    cost = np.concatenate(
        [np.zeros(count), *(np.full(n, w) for n, w in zip(sizes, _WEIGHTS, strict=False)), np.full(count, _LOST)]
    )
    rows, limits = [], []
    nothing = [csr_array((count, n)) for n in sizes]
    for sign, limit in ((1, most), (-1, -least)):
        rows.append(hstack([sign * ones(count), *nothing, -ones(count)]))
        limits.append(limit)
    for k, one in enumerate(differences):
        beside = [-ones(n) if j == k else csr_array((sizes[k], n)) for j, n in enumerate(sizes)]
        for sign in (1, -1):
            rows.append(hstack([sign * one, *beside, csr_array((sizes[k], count))]))
            limits.append(np.zeros(sizes[k]))
    fastest: tuple[float | None, ...] = (CALM_SPEED * step_s, CALM_SPEED * step_s**2, None)
    bounds: list[tuple[float, float | None]] = [(0.0, 1 / length - 1)] * count
    for n, most_of in zip(sizes, fastest, strict=False):
        bounds += [(0.0, most_of)] * n
    bounds += [(0.0, None)] * count
    solved = linprog(cost, vstack(rows, "csr"), np.concatenate(limits), bounds=bounds, method="highs")
    if solved.x is None:  # never seen; then as it would be without moving
        return np.full(count, float(np.median((least + most) / 2)) * length)
    return solved.x[:count] * length


def _difference(count: int, order: int) -> csr_array:
    """Return the matrix (count - order, count) of the differences of an order."""
    weights = {1: (-1.0, 1.0), 2: (1.0, -2.0, 1.0), 3: (-1.0, 3.0, -3.0, 1.0)}[order]
    return csr_array(diagonals(weights, offsets=range(order + 1), shape=(count - order, count), dtype=float))


def needed_moments(path: FloatArray) -> list[int]:
    """Return which of the moments (K, 2) of a path are needed, if it goes straight between them: the first, the last,
    and where it bends."""
    kept = [0]
    for k in range(1, len(path) - 1):
        start = path[kept[-1]]
        share = np.arange(1, k + 1 - kept[-1] + 1)[:, None] / (k + 1 - kept[-1])
        straight = start + share * (path[k + 1] - start)
        if np.abs(straight - path[kept[-1] + 1 : k + 2]).max() > _THIN:
            kept.append(k)
    return [*kept, len(path) - 1] if len(path) > 1 else kept
