"""The mix: placed sounds added up, part by part, without ever holding the whole."""

from collections.abc import Callable, Sequence
from typing import NamedTuple

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, fade_gains, ratio
from jaunty_frame.core.sound.speech import ducking_db

SOFTEST_EDGE = RATE * 5 // 1000
"""Every sound comes and goes over 5 ms at least, so that nothing clicks."""

Read = Callable[[int, int], Samples]
"""Returns samples ``start`` to ``start + count`` of a source, (count, 2); what is beyond its end is silence."""


class Ducking(NamedTuple):
    """ranges : samples of the show in which a voice is heard, merged; slopes in samples."""

    ranges: tuple[tuple[int, int], ...] = ()
    depth_db: float = 12.0
    attack: int = RATE // 4
    release: int = RATE * 6 // 10


class Placed(NamedTuple):
    """A part of a source in the show. start : where in the source; first, samples : of the show; fades in samples, of
    equal power; ducks : whether it is lowered under voices."""

    source: int
    start: int
    first: int
    samples: int
    gain_db: float
    fade_in: int
    fade_out: int
    ducks: bool

    @property
    def end(self) -> int:
        return self.first + self.samples


def mixed(placed: Sequence[Placed], reads: Sequence[Read], ducking: Ducking, first: int, count: int) -> Samples:
    """Return samples ``first`` to ``first + count`` of the show, (count, 2). reads : of each source"""
    sums = np.zeros((count, 2), np.float32)
    lowered = None
    for one in placed:
        low, high = max(one.first, first), min(one.end, first + count)
        if low >= high:
            continue
        samples = reads[one.source](one.start + low - one.first, high - low)
        gains = np.full(high - low, ratio(one.gain_db), np.float32)
        fade_in, fade_out = (max(fade, min(SOFTEST_EDGE, one.samples // 2)) for fade in (one.fade_in, one.fade_out))
        if low < one.first + fade_in:
            gains *= fade_gains(low, high - low, one.first, fade_in)
        if high > one.end - fade_out:
            # The mirror image of a fade in.
            gains *= fade_gains(-high, high - low, -one.end, fade_out)[::-1]
        if one.ducks and ducking.ranges:
            if lowered is None:
                db = ducking_db(first, count, ducking.ranges, ducking.depth_db, ducking.attack, ducking.release)
                lowered = np.power(np.float32(10), db / np.float32(-20)) if db.any() else np.ones(0, np.float32)
            if len(lowered):
                gains *= lowered[low - first : high - first]
        sums[low - first : high - first] += samples * gains[:, None]
    return sums
