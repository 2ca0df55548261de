"""Sound that goes faster or slower at its own pitch, through FFmpeg's atempo (waveform similarity overlap-add)."""

import contextlib
from fractions import Fraction
from itertools import pairwise
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.media.sounds.reading import SoundReader

_BLOCK = RATE // 4
_FAR = 6 * RATE
_LEAD = RATE // 2
"""Samples before a place that is leapt to, in which the overlaps come to be as they are for who reads on."""
_LEAST, _MOST = Fraction(1, 2), Fraction(2)
"""Beyond these one filter repeats or leaps over samples, so that several follow one another."""


class StretchedReader:
    """Reads one file at another speed; places are counted as it is played. ``SoundReader`` at speed 1."""

    def __init__(self, path: Path, speed: Fraction) -> None:
        self._reader, self._speed = SoundReader(path), speed
        self._graph, self._from = _graph(speed), 0
        self._at = 0
        self._rest: Samples = np.zeros((0, 2), np.float32)

    def read(self, start: int, count: int) -> Samples:
        """Return samples ``start`` to ``start + count``, (count, 2); what lies beyond the file is silence."""
        if start < self._at or start > self._at + len(self._rest) + _FAR:
            self._go_to(start)
        while self._at + len(self._rest) < start + count:
            self._leave_behind(start)
            self._rest = np.concatenate([self._rest, self._next()])
        self._leave_behind(start)
        return self._rest[:count].copy()

    def close(self) -> None:
        self._reader.close()

    def _leave_behind(self, start: int) -> None:
        used = min(max(start - self._at, 0), len(self._rest))
        self._rest, self._at = self._rest[used:], self._at + used

    def _next(self) -> Samples:
        parts = list[Samples]()
        while not parts:
            block = np.ascontiguousarray(self._reader.read(self._from, _BLOCK))
            self._from += _BLOCK
            frame = av.AudioFrame.from_ndarray(block.reshape(1, -1), "flt", "stereo")
            frame.sample_rate = RATE
            self._graph.push(frame)
            with contextlib.suppress(av.error.BlockingIOError, av.error.EOFError):
                while True:
                    parts.append(self._graph.pull().to_ndarray().reshape(-1, 2))
        return np.concatenate(parts)

    def _go_to(self, start: int) -> None:
        self._at = max(start - _LEAD, 0)
        self._graph, self._from = _graph(self._speed), round(self._at * self._speed)
        self._rest = np.zeros((0, 2), np.float32)


def _graph(speed: Fraction) -> av.filter.Graph:
    graph = av.filter.Graph()
    links = [graph.add_abuffer(sample_rate=RATE, format="flt", layout="stereo", time_base=Fraction(1, RATE))]
    links += [graph.add("atempo", str(float(each))) for each in _steps(speed)]
    links += [graph.add("aformat", "sample_fmts=flt:channel_layouts=stereo"), graph.add("abuffersink")]
    for one, other in pairwise(links):
        one.link_to(other)
    graph.configure()
    return graph


def _steps(speed: Fraction) -> list[Fraction]:
    steps = list[Fraction]()
    while speed > _MOST or speed < _LEAST:
        steps.append(_MOST if speed > _MOST else _LEAST)
        speed /= steps[-1]
    return [*steps, speed]
