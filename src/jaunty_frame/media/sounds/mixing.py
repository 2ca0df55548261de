"""The mix of an output: added up once, brought to its loudness, its true peaks limited; never held whole.

The sum goes to a temporary file, because how loud it is is known only at its end.
"""

import contextlib
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import BinaryIO, NamedTuple

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, decibels, ratio
from jaunty_frame.core.sound.limiting import MARGIN, limiting_gains
from jaunty_frame.core.sound.loudness import SILENT, LoudnessMeter, true_peak
from jaunty_frame.core.sound.mixing import Read, mixed
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.errors import Cancelled, SoundError, shown_name
from jaunty_frame.media.photos.sources import resolved
from jaunty_frame.media.sounds.cleaning import cleaned
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.show.planning.soundtrack import SoundPlan

CEILING_DBTP = -1.0
_CODED_ROOM_DB = 0.7
"""What coding may add to a peak."""
_PART = 4 * RATE
_MOST_GAIN_DB = 40.0
_NEAR_LU = 0.1
_ROUNDS = 3
_IN_MEMORY = 48_000_000

Progress = Callable[[int, int], None]


class Measured(NamedTuple):
    lufs: float
    peak_dbtp: float


class MixSources:
    """Opens what is played when it is first heard, and closes it when it was heard last."""

    def __init__(self, plan: SoundPlan, folder: Path, cache: PeakCache) -> None:
        self._plan, self._folder, self._cache = plan, folder, cache
        self._readers: dict[int, SoundReader] = {}

    def part(self, first: int, count: int) -> Samples:
        """Return samples ``first`` to ``first + count`` of the mix as it is before loudness, (count, 2)."""
        heard = [k for k, one in enumerate(self._plan.placed) if one.first < first + count and one.end > first]
        for k in set(self._readers) - set(heard):
            self._readers.pop(k).close()
        placed = [self._plan.placed[k]._replace(source=at) for at, k in enumerate(heard)]
        reads: list[Read] = [self._reader(k).read for k in heard]
        return mixed(placed, reads, self._plan.ducking, first, count)

    def _reader(self, k: int) -> SoundReader:
        if k not in self._readers:
            file, is_cleaned = self._plan.files[self._plan.placed[k].source]
            path = sound_path(file, self._folder)
            if is_cleaned:
                path = cleaned(path, file.content, self._cache.folder)
            self._readers[k] = SoundReader(path)
        return self._readers[k]

    def close(self) -> None:
        for reader in self._readers.values():
            reader.close()
        self._readers.clear()


def sound_path(file: SoundFile, folder: Path) -> Path:
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
    folder: Path,
    cache: PeakCache,
    progress: Progress = lambda done, total: None,
    cancelled: Callable[[], bool] = lambda: False,
) -> Iterator[Mix]:
    """Give the mix of a show, as long as the show to the sample. SoundError, Cancelled."""
    try:
        with tempfile.SpooledTemporaryFile(_IN_MEMORY) as raw, tempfile.SpooledTemporaryFile(_IN_MEMORY) as final:
            lufs, peak = _sum(plan, folder, cache, raw, progress, cancelled)
            gain = 0.0 if lufs <= SILENT else min(plan.target_lufs - lufs, _MOST_GAIN_DB)
            measured = _finish(raw, final, plan.samples, gain, peak, plan.target_lufs, cancelled)
            mix = Mix(final, plan.samples, measured)  # type: ignore[arg-type]
            progress(plan.samples, plan.samples)
            yield mix
    except OSError as error:
        raise SoundError(f"The sound cannot be mixed in {tempfile.gettempdir()}: {error.strerror}.") from error


def _sum(
    plan: SoundPlan, folder: Path, cache: PeakCache, raw: object, progress: Progress, cancelled: Callable[[], bool]
) -> tuple[float, float]:
    meter, sources, peak = LoudnessMeter(), MixSources(plan, folder, cache), 0.0
    try:
        for first in range(0, plan.samples, _PART):
            if cancelled():
                raise Cancelled("The mix was stopped; nothing was written.")
            part = sources.part(first, min(_PART, plan.samples - first))
            meter.add(part)
            peak = max(peak, float(np.abs(part).max(initial=0.0)))
            raw.write(part.tobytes())  # type: ignore[attr-defined]
            progress(first, plan.samples)
    finally:
        sources.close()
    return meter.integrated(), peak


def _finish(
    raw: object, final: object, samples: int, gain_db: float, peak: float, target: float, cancelled: Callable[[], bool]
) -> Measured:
    """Write the mix with its loudness and limited; what limiting takes off is made up for."""
    ceiling = ratio(CEILING_DBTP - _CODED_ROOM_DB)
    found = Measured(SILENT, -200.0)
    for _ in range(_ROUNDS):
        final.seek(0)  # type: ignore[attr-defined]
        meter, highest = LoudnessMeter(), 0.0
        gain = np.float32(ratio(gain_db))
        limits = peak * float(gain) > 0.5 * ceiling
        for first in range(0, samples, _PART):
            if cancelled():
                raise Cancelled("The mix was stopped; nothing was written.")
            count, before = min(_PART, samples - first), min(MARGIN, first)
            part = _read(raw, samples, first - before, before + count + MARGIN) * gain
            gains = limiting_gains(part, ceiling) if limits else None
            part = part[before : before + count]
            if gains is not None:
                part = part * gains[before : before + count, None]
            meter.add(part)
            highest = true_peak(part, highest)
            final.write(part.tobytes())  # type: ignore[attr-defined]
        found = Measured(meter.integrated(), decibels(highest))
        short = target - found.lufs
        if found.lufs <= SILENT or abs(short) < _NEAR_LU or gain_db + short > _MOST_GAIN_DB:
            break
        gain_db += short
    return found


def _read(file: object, samples: int, first: int, count: int) -> Samples:
    low, high = max(first, 0), min(first + count, samples)
    file.seek(low * 8)  # type: ignore[attr-defined]
    return np.frombuffer(file.read(max(high - low, 0) * 8), np.float32).reshape(-1, 2)  # type: ignore[attr-defined]
