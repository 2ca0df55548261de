"""Where a piece of music may begin, and where it may go back without being noticed.

A slow start: the piece is much softer there than it is as a rule, so a show may begin where it has come up. A repeat:
two beats after which the same is heard, one early, one late; at the late one the piece goes on from the early one."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import uniform_filter1d

from jaunty_frame.core.sound.spectra import FRAMES_A_SECOND

_SOFTER_LU = 9.0
_LATEST_START = 0.4
_SHORTEST_START = 3.0
_LIKENESS_BEATS = 4
_LEAST_SECONDS, _LEAST_SHARE = 8.0, 0.4


def proposed_start(momentary: NDArray[np.float64], beats: Sequence[float] = ()) -> float:
    """Return after how many seconds a show may begin with the piece; 0 where it starts at once.

    momentary : loudness in LUFS, ten values a second. The start is where it first stays within 9 LU of its usual
    loudness, at the beat next to it.
    """
    heard = momentary[momentary > -60.0]
    if len(heard) < 50:
        return 0.0
    usual = float(np.percentile(heard, 70))
    smooth = uniform_filter1d(momentary, 10, mode="nearest")
    loud = np.flatnonzero(smooth > usual - _SOFTER_LU)
    if not len(loud):
        return 0.0
    start = float(loud[0]) / 10
    if start < _SHORTEST_START or start > _LATEST_START * len(momentary) / 10:
        return 0.0
    near = [float(beat) for beat in beats if abs(beat - start) < 1.0]
    nearest = min(near, key=lambda beat: abs(beat - start)) if near else start
    return round(float(nearest), 3)


def best_repeat(
    mels: NDArray[np.float32], beats: Sequence[float], bars: Sequence[int], begin: float = 0.0
) -> tuple[float, float] | None:
    """Return (late, early): at ``late`` seconds the piece may go on from ``early``; None where no two beats are alike.

    mels : log-mel spectrogram of ``core.sound.beats``. Wanted: alike over four beats before and after, early soon after
    ``begin``, late near the end; on openings of bars where they are known.
    """
    chosen = [beats[k] for k in bars] if len(bars) >= 4 else list(beats)
    chosen = [beat for beat in chosen if beat >= begin]
    length = len(mels) / FRAMES_A_SECOND
    if len(beats) < 8 or length < 2 * _LEAST_SECONDS:
        return None
    period = float(np.median(np.diff(np.asarray(beats))))
    reach = _LIKENESS_BEATS * period
    inside = [beat for beat in chosen if reach <= beat <= length - reach]
    steps = np.linspace(-reach, reach, 4 * _LIKENESS_BEATS + 1)
    if len(inside) < 2:
        return None
    at = np.clip(np.rint((np.array(inside)[:, None] + steps) * FRAMES_A_SECOND), 0, len(mels) - 1).astype(np.intp)
    # A short mean about each step: single frames differ by where they fall on a stroke.
    width = max(round(period / 8 * FRAMES_A_SECOND), 1)
    sums = np.cumsum(np.concatenate([np.zeros((1, mels.shape[1])), mels], axis=0, dtype=np.float64), axis=0)
    low, high = np.maximum(at - width, 0), np.minimum(at + width + 1, len(mels))
    features = ((sums[high] - sums[low]) / (high - low)[..., None]).reshape(len(inside), -1)
    squares = (features**2).sum(axis=1)
    apart = np.sqrt(np.maximum(squares[:, None] + squares[None, :] - 2 * features @ features.T, 0) / features.shape[1])
    times = np.array(inside)
    spans = times[:, None] - times[None, :]
    # A second of the piece that is not repeated weighs as much as a tenth of a dB.
    lost = (length - times)[:, None] + (times - begin)[None, :]
    least = max(_LEAST_SECONDS, _LEAST_SHARE * (length - begin))
    cost = np.where(spans >= least, apart + 0.1 * lost, np.inf)
    late, early = np.unravel_index(int(np.argmin(cost)), cost.shape)
    return (float(times[late]), float(times[early])) if np.isfinite(cost[late, early]) else None
