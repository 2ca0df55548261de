"""Waves as they are drawn: the lowest and the highest sample of every 10 ms, kept on disk by content."""

import contextlib
import io
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from platformdirs import user_cache_dir

from jaunty_frame.core.sound.levels import RATE, Samples
from jaunty_frame.media.atomic import write_whole

PEAKS_A_SECOND = 100
_STEP = RATE // PEAKS_A_SECOND
_FULL = 127.0
Peaks = NDArray[np.float32]
"""(N, 2): lowest, highest, 1.0 = full scale."""


class PeakCache:
    """What cannot be read or written is as good as not there: the cache never fails."""

    def __init__(self, folder: Path | None = None) -> None:
        self.folder = folder or Path(user_cache_dir("jaunty-frame")) / "sounds"
        self._known: dict[str, Peaks] = {}

    def get(self, content: str) -> Peaks | None:
        """Return the peaks of the file with this content, or None."""
        if content not in self._known:
            with contextlib.suppress(OSError, ValueError):
                coded = np.load(io.BytesIO(self._path(content).read_bytes()), allow_pickle=False)
                if coded.ndim == 2 and coded.shape[1] == 2 and coded.dtype == np.int8:
                    self._known[content] = coded.astype(np.float32) / np.float32(_FULL)
        return self._known.get(content)

    def put(self, content: str, peaks: Peaks) -> None:
        coded = np.rint(np.clip(peaks, -1, 1) * _FULL).astype(np.int8)
        self._known[content] = coded.astype(np.float32) / np.float32(_FULL)
        file = io.BytesIO()
        np.save(file, coded, allow_pickle=False)
        with contextlib.suppress(OSError):
            self.folder.mkdir(parents=True, exist_ok=True)
            write_whole(self._path(content), file.getvalue(), lasting=False)

    def _path(self, content: str) -> Path:
        return self.folder / f"{content.replace(':', '-')}.npy"


def wave_of(path: Path) -> Peaks:
    """Return the peaks of a file, read anew. SoundError."""
    # What decodes takes 0.07 s to load, and peaks that are known are drawn without it.
    from jaunty_frame.media.sounds.reading import SoundReader

    reader, found, rest = SoundReader(path), list[Peaks](), np.zeros((0, 2), np.float32)
    try:
        for block in reader.blocks():
            samples = np.concatenate([rest, block])
            whole = len(samples) // _STEP * _STEP
            found.append(peaks_of(samples[:whole]))
            rest = samples[whole:]
    finally:
        reader.close()
    return np.concatenate([*found, peaks_of(rest)])


def peaks_of(samples: Samples) -> Peaks:
    """Return the peaks of samples, (N, 2); the last 10 ms may be shorter."""
    framed = np.pad(samples, ((0, -len(samples) % _STEP), (0, 0))).reshape(-1, 2 * _STEP)
    return np.stack([framed.min(axis=1), framed.max(axis=1)], axis=1)
