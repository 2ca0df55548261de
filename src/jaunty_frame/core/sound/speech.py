"""Where somebody speaks, and how far other sound is lowered then."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.sound.levels import RATE, Samples, mono

Range = tuple[float, float]
"""From, to, in seconds."""
FRAME = RATE // 100
"""Samples of 10 ms."""
_BELOW_LOUD_DB = 32.0
_ABOVE_NOISE_DB = 9.0
_FLOOR_DB = -58.0
_SHORTEST, _GAP = 0.06, 0.35


def frame_levels(samples: Samples) -> NDArray[np.float32]:
    """Return the level in dB of every whole frame of 10 ms. samples : (N, channels)"""
    count = len(samples) // FRAME
    framed = mono(samples[: count * FRAME]).reshape(count, FRAME)
    levels: NDArray[np.float32] = 10 * np.log10(np.maximum(np.einsum("nf,nf->n", framed, framed) / FRAME, 1e-12))
    return levels


def spoken_ranges(levels: NDArray[np.float32]) -> list[Range]:
    """Return where a recording is spoken in: its frames of 10 ms that are near its loud ones and above its noise.

    Pauses below 0.35 s are no pauses, sounds below 0.06 s (keys, clicks) are no speech. levels : ``frame_levels``
    """
    if not len(levels):
        return []
    loud, noise = float(np.percentile(levels, 95)), float(np.percentile(levels, 10))
    threshold = max(loud - _BELOW_LOUD_DB, min(noise + _ABOVE_NOISE_DB, loud - 12.0), _FLOOR_DB)
    ranges = _runs(levels > threshold)
    joined: list[list[float]] = []
    for first, end in ranges:
        start, stop = first * FRAME / RATE, end * FRAME / RATE
        if joined and start - joined[-1][1] < _GAP:
            joined[-1][1] = stop
        else:
            joined.append([start, stop])
    return [(start, stop) for start, stop in joined if stop - start >= _SHORTEST]


def _runs(on: NDArray[np.bool_]) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate([[False], on, [False]]).astype(np.int8)))
    return [(int(first), int(end)) for first, end in zip(edges[::2], edges[1::2], strict=True)]


def without_key_noise(ranges: Sequence[Range]) -> Range | None:
    """Return from where to where a recording is worth keeping: all speech, without a short sound that stands alone at
    the end or the beginning, as the key does that stopped it. None where nothing is spoken."""
    kept = list(ranges)
    while len(kept) > 1 and kept[-1][1] - kept[-1][0] < 0.16 and kept[-1][0] - kept[-2][1] > 0.3:
        kept.pop()
    while len(kept) > 1 and kept[0][1] - kept[0][0] < 0.16 and kept[1][0] - kept[0][1] > 0.3:
        kept.pop(0)
    return (kept[0][0], kept[-1][1]) if kept else None


def merged_ranges(ranges: Sequence[tuple[int, int]], gap: int) -> list[tuple[int, int]]:
    """Return ranges with those that are less than ``gap`` apart made one: between near sentences nothing pumps."""
    found: list[tuple[int, int]] = []
    for start, end in sorted(ranges):
        if found and start - found[-1][1] < gap:
            found[-1] = found[-1][0], max(found[-1][1], end)
        else:
            found.append((start, end))
    return found


def ducking_db(
    first: int, count: int, ranges: Sequence[tuple[int, int]], depth_db: float, attack: int, release: int
) -> NDArray[np.float32]:
    """Return by how many dB sound is lowered at samples ``first`` to ``first + count``: ``depth_db`` within ranges,
    with slopes before and after each, so that it is down when the voice begins. ranges : merged, in order"""
    lowered = np.zeros(count, np.float32)
    for start, end in ranges:
        low, high = max(start - attack, first), min(end + release, first + count)
        if low >= high:
            continue
        at = np.arange(low, high, dtype=np.float32)
        falling = (at - (start - attack)) / max(attack, 1)
        rising = ((end + release) - at) / max(release, 1)
        share = np.clip(np.minimum(falling, rising), 0.0, 1.0)
        part = lowered[low - first : high - first]
        # Soft corners, so that the level does not bend.
        np.maximum(part, depth_db * share * share * (3 - 2 * share), out=part)
    return lowered
