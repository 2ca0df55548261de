"""Waves as they are drawn: how high the sum of placed sounds is, from the peaks of their files, without their
samples."""

from collections.abc import Mapping, Sequence
from fractions import Fraction

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.sound.levels import RATE, ratio
from jaunty_frame.core.sound.mixing import Ducking, Placed
from jaunty_frame.core.sound.speech import ducking_db

STEP = RATE // 100
"""Samples that one value stands for."""


def peaks_at(speed: Fraction, peaks: NDArray[np.float32]) -> NDArray[np.float32]:
    """Return the peaks (N, 2) of a source as it is played at a speed."""
    if speed == 1:
        return peaks
    count = int(len(peaks) / speed)
    return peaks[np.minimum(np.arange(count) * float(speed), len(peaks) - 1).astype(int)]


def mix_wave(
    placed: Sequence[Placed], peaks: Mapping[int, NDArray[np.float32]], ducking: Ducking, samples: int
) -> NDArray[np.float32]:
    """Return the height of the mix, 0 for silence, every 10 ms of the show: sounds that have nothing in common add up
    by their powers. peaks : (N, 2) lowest and highest of each source that is known."""
    power = np.zeros(samples // STEP + 1, np.float32)
    steps = [(start // STEP, end // STEP) for start, end in ducking.ranges]
    lowered = ducking_db(0, len(power), steps, ducking.depth_db, ducking.attack // STEP, ducking.release // STEP)
    for one in placed:
        known = peaks.get(one.source)
        if known is None:
            continue
        first, count, start = one.first // STEP, one.samples // STEP, one.start // STEP
        heights = np.abs(known[start : start + count]).max(axis=1, initial=0.0) * ratio(one.gain_db)
        heights = heights[: max(len(power) - first, 0)]
        for edge, length, way in ((slice(None), one.fade_in, 1), (slice(None, None, -1), one.fade_out, -1)):
            ramp = min(length // STEP, len(heights))
            if ramp and (way == 1 or len(heights) == count):
                heights[edge][:ramp] *= np.sin(np.linspace(0, np.pi / 2, ramp, dtype=np.float32))
        if one.ducks:
            heights = heights * 10 ** (-lowered[first : first + len(heights)] / 20)
        power[first : first + len(heights)] += heights**2
    return np.sqrt(power)
