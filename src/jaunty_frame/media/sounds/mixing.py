"""The mix of an output: added up once, brought to its loudness, its true peaks limited; never held whole.

The sum goes to a temporary file, because how loud it is is known only at its end.
"""

import contextlib
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any, BinaryIO, NamedTuple

import numpy as np

from jaunty_frame.core.sound.levels import RATE, STEP, Curve, Samples, decibels, ratio
from jaunty_frame.core.sound.limiting import gains_at, limiting_curve, step_peaks
from jaunty_frame.core.sound.loudness import (
    LEAP,
    SILENT,
    TAPS,
    LoudnessMeter,
    magnitudes,
    oversampled_peaks,
    true_peak,
)
from jaunty_frame.core.sound.mixing import Read, mixed
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.errors import Cancelled, SoundError, shown_name
from jaunty_frame.media.place import Place, resolved
from jaunty_frame.media.sounds.cleaning import cleaned
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.media.sounds.stretching import StretchedReader
from jaunty_frame.show.planning.soundtrack import SoundPlan

CEILING_DBTP = -1.0
_CODED_ROOM_DB = 0.7
"""What coding may add to a peak."""
_PART = 4 * RATE
_MOST_GAIN_DB = 40.0
_NEAR_LU = 0.01
_MOST_MADE_UP_DB = 3.0
"""Of what limiting takes off: more would press music flat."""
_IN_MEMORY = 4_000_000

Progress = Callable[[int, int], None]


class Measured(NamedTuple):
    lufs: float
    peak_dbtp: float


class MixSources:
    """Opens what is played when it is first heard, and closes it when it was heard last."""

    def __init__(self, plan: SoundPlan, folder: Place, cache: PeakCache) -> None:
        self._plan, self._folder, self._cache = plan, folder, cache
        self._readers: dict[int, SoundReader | StretchedReader] = {}

    def part(self, first: int, count: int) -> Samples:
        """Return samples ``first`` to ``first + count`` of the mix as it is before loudness, (count, 2)."""
        heard = [k for k, one in enumerate(self._plan.placed) if one.first < first + count and one.end > first]
        for k in set(self._readers) - set(heard):
            self._readers.pop(k).close()
        placed = [self._plan.placed[k]._replace(source=at) for at, k in enumerate(heard)]
        reads: list[Read] = [self._reader(k).read for k in heard]
        return mixed(placed, reads, self._plan.ducking, first, count)

    def _reader(self, k: int) -> SoundReader | StretchedReader:
        if k not in self._readers:
            file, is_cleaned, speed = self._plan.files[self._plan.placed[k].source]
            path = sound_path(file, self._folder)
            if is_cleaned:
                path = cleaned(path, file.content, self._cache.folder)
            self._readers[k] = SoundReader(path) if speed == 1 else StretchedReader(path, speed)
        return self._readers[k]

    def close(self) -> None:
        for reader in self._readers.values():
            reader.close()
        self._readers.clear()


def sound_path(file: SoundFile, folder: Place) -> Path:
    """Return where a sound file lies; SoundError where it does not."""
    path = resolved(file.path, folder)
    if not path.is_file():
        raise SoundError(
            f"The sound {shown_name(path.name)} is missing. Put it back, or remove it from the soundtrack."
        )
    return path


class Mix:
    """A finished mix, read part by part. It is a file without a name, gone when it is closed."""

    def __init__(self, file: BinaryIO, samples: int, measured: Measured) -> None:
        self._file, self.samples, self.measured = file, samples, measured

    def read(self, first: int, count: int) -> Samples:
        """Return samples ``first`` to ``first + count``, (count, 2)."""
        return _read(self._file, self.samples, first, count)

    def close(self) -> None:
        self._file.close()


@contextlib.contextmanager
def mixed_show(
    plan: SoundPlan,
    folder: Place,
    cache: PeakCache,
    progress: Progress = lambda done, total: None,
    cancelled: Callable[[], bool] = lambda: False,
) -> Iterator[Mix]:
    """Give the mix of a show, as long as the show to the sample. SoundError, Cancelled."""
    try:
        with tempfile.SpooledTemporaryFile(_IN_MEMORY) as raw, tempfile.SpooledTemporaryFile(_IN_MEMORY) as final:
            mixer = _Mixer(plan, raw, cancelled)
            mixer.add_up(MixSources(plan, folder, cache), progress)
            measured = mixer.finish(final)
            mix = Mix(final, plan.samples, measured)  # type: ignore[arg-type]
            progress(plan.samples, plan.samples)
            yield mix
    except OSError as error:
        raise SoundError(f"The sound cannot be mixed in {tempfile.gettempdir()}: {error.strerror}.") from error


class _Mixer:
    """Adds up once; what loudness and limits need is kept of every millisecond, so that they are solved without the
    samples. raw : the sum as it is before them."""

    def __init__(self, plan: SoundPlan, raw: Any, cancelled: Callable[[], bool]) -> None:
        self._plan, self._raw, self._cancelled = plan, raw, cancelled
        self._meter = LoudnessMeter()
        self._peaks = np.zeros(0, np.float32)

    def _parts(self) -> Iterator[tuple[int, int]]:
        """Return where parts begin, and their lengths."""
        for first in range(0, self._plan.samples, _PART):
            if self._cancelled():
                raise Cancelled("The mix was stopped; nothing was written.")
            yield first, min(_PART, self._plan.samples - first)

    def add_up(self, sources: MixSources, progress: Progress) -> None:
        peaks = []
        try:
            for first, count in self._parts():
                part = sources.part(first, count)
                self._meter.add(part)
                peaks.append(step_peaks(magnitudes(part)))
                _write(self._raw, part)
                progress(first, self._plan.samples)
        finally:
            sources.close()
        self._peaks = np.concatenate(peaks) if peaks else self._peaks

    def finish(self, final: Any) -> Measured:
        """Write the mix at its loudness, limited."""
        lufs, curve, gain = self._solved()
        highest = 0.0
        for first, count in self._parts():
            part = _read(self._raw, self._plan.samples, first, count) * gain
            if curve is not None:
                part *= gains_at(curve, first, count)[:, None]
            highest = true_peak(part, highest)
            _write(final, part)
        return Measured(lufs, decibels(highest))

    def _solved(self) -> tuple[float, Curve | None, np.float32]:
        """Return the loudness that is reached, the gains of limiting, and the gain; what limiting takes off is made up
        for."""
        lufs, ceiling = self._meter.integrated(), ratio(CEILING_DBTP - _CODED_ROOM_DB)
        if lufs <= SILENT:
            return SILENT, None, np.float32(1.0)
        gain_db = min(self._plan.target_lufs - lufs, _MOST_GAIN_DB)
        most_db = gain_db + _MOST_MADE_UP_DB
        self._look_between_samples(ceiling / ratio(most_db))
        while True:
            curve = limiting_curve(self._peaks * np.float32(ratio(gain_db)), ceiling)
            reached = self._meter.integrated(curve) + gain_db
            more = min(self._plan.target_lufs - reached, most_db - gain_db)
            if curve is None or more < _NEAR_LU:
                return reached, curve, np.float32(ratio(gain_db))
            gain_db += more

    def _look_between_samples(self, ceiling: float) -> None:
        """Find true peaks wherever they might exceed ``ceiling``."""
        for first, count in self._parts():
            steps = slice(first // STEP, -(-(first + count) // STEP))
            if float(self._peaks[steps].max()) > LEAP * ceiling:
                before = min(TAPS, first)
                part = _read(self._raw, self._plan.samples, first - before, before + count + TAPS)
                found = oversampled_peaks(part, ceiling)[before : before + count]
                self._peaks[steps] = step_peaks(found)


def _write(file: Any, samples: Samples) -> None:
    file.write(np.ascontiguousarray(samples).data)


def _read(file: Any, samples: int, first: int, count: int) -> Samples:
    """Return samples ``first`` to ``first + count`` of a file that has ``samples``; fewer at its end."""
    low, high = max(first, 0), min(first + count, samples)
    file.seek(low * 8)
    return np.frombuffer(file.read(max(high - low, 0) * 8), np.float32).reshape(-1, 2)
