"""Recording: what a microphone gives is kept as it comes, and trimmed to what was said when it stops."""

import tempfile
import threading
from collections.abc import Iterator
from pathlib import Path

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, decibels
from jaunty_frame.core.sound.speech import FRAME, frame_levels, spoken_ranges, without_key_noise
from jaunty_frame.errors import SoundError
from jaunty_frame.media.atomic import temporary_beside
from jaunty_frame.media.sounds.devices import Microphone
from jaunty_frame.media.sounds.wav import WavWriter

_CLIPPED = 0.985
_HOLD = RATE * 3 // 2
_BEFORE_S, _AFTER_S = 0.12, 0.25
_LONGEST = 3600 * RATE
_PART = 10 * RATE
_IN_MEMORY = 16_000_000


class Take:
    """One recording. ``level`` and ``peak`` in dB as they are now, ``clipped`` whether it was too loud at any time."""

    def __init__(self, microphone: Microphone) -> None:
        self._microphone = microphone
        self._kept = tempfile.SpooledTemporaryFile(_IN_MEMORY)  # noqa: SIM115  gone with the take
        self._lock = threading.Lock()
        self.samples = 0
        self.level = self.peak = -100.0
        self.clipped = False
        self._held = 0
        self._is_kept = False

    def listen(self) -> None:
        """Hear, for the level meter; nothing is kept before ``keep``. SoundError."""
        self._microphone.start(self._hear)

    def keep(self) -> None:
        """Keep what is heard from now on."""
        with self._lock:
            self._kept.seek(0)
            self.samples, self._is_kept, self.clipped = 0, True, False

    def stop(self) -> None:
        self._microphone.stop()

    def close(self) -> None:
        """Let go of what was kept; what is heard from now on is lost."""
        with self._lock:
            self._is_kept = False
            self._kept.close()

    def _hear(self, block: Samples) -> None:
        loudest = float(np.abs(block).max(initial=0.0))
        with self._lock:
            self.level = decibels(float(np.sqrt((block**2).mean())) if len(block) else 0.0)
            self._held -= len(block)
            if decibels(loudest) >= self.peak or self._held <= 0:
                self.peak, self._held = decibels(loudest), _HOLD
            self.clipped = self.clipped or loudest >= _CLIPPED
            if self._is_kept and self.samples < _LONGEST:
                try:
                    self._kept.write(block.astype(np.float32).tobytes())
                    self.samples += len(block)
                except OSError:  # no room: what came until now is saved
                    self._is_kept = False

    @property
    def seconds(self) -> float:
        return self.samples / RATE

    def _parts(self) -> Iterator[Samples]:
        """Return what was kept, block by block."""
        with self._lock:
            self._kept.seek(0)
            left = self.samples
            while left:
                count = min(left, _PART)
                yield np.frombuffer(self._kept.read(count * 8), np.float32).reshape(-1, 2)
                left -= count

    def save(self, folder: Path) -> tuple[Path, float, float]:
        """Write what was kept into ``folder`` under a name of its own; return the file, and from where to where, in
        seconds, it is worth hearing: without silence and the sound of the key at its ends. SoundError."""
        if self.samples < FRAME:
            raise SoundError("Nothing was recorded; check the microphone and try again.")
        try:
            folder.mkdir(parents=True, exist_ok=True)
            number = 1
            while (path := folder / f"take-{number}.wav").exists():
                number += 1
            levels = []
            with temporary_beside(path) as temporary, WavWriter(temporary) as writer:
                for part in self._parts():
                    writer.write(part)
                    levels.append(frame_levels(part[: len(part) // FRAME * FRAME]))
        except OSError as error:
            raise SoundError(f"The recording cannot be kept in {folder}: {error.strerror}.") from error
        whole = self.seconds
        said = without_key_noise(spoken_ranges(np.concatenate(levels)))
        if said is None:
            return path, 0.0, whole
        return path, max(said[0] - _BEFORE_S, 0.0), min(said[1] + _AFTER_S, whole)
