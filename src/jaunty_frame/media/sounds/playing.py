"""Hearing a show: its mix is made ahead on a thread of its own and given to the speaker, which keeps the time.

The mix as it is heard is that of the file but for its loudness, which is known only when all was added up: here it is
estimated from where it is played. Peaks are limited likewise.
"""

import threading

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, ratio
from jaunty_frame.errors import JauntyError
from jaunty_frame.media.place import Place
from jaunty_frame.media.sounds.devices import Speaker
from jaunty_frame.media.sounds.mixing import MixSources
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.show.planning.soundtrack import SoundPlan

_PART = RATE // 5
_AHEAD = 8
"""Parts that are ready before they are wanted."""
_EDGE = RATE // 200


class Player:
    """Plays a show from a sample on. ``at`` is the sample that is heard now."""

    def __init__(
        self, plan: SoundPlan, folder: Place, cache: PeakCache, speaker: Speaker, gain_db: float, volume: float = 1.0
    ) -> None:
        self._plan, self._folder, self._cache, self._speaker = plan, folder, cache, speaker
        self._gain = np.float32(ratio(gain_db))
        self.volume = volume
        self.muted = False
        self.failure = ""
        self._start = 0
        self._ready: list[tuple[int, Samples]] = []
        """Parts that were made, each from which sample of the show."""
        self._wanted = 0
        self._lock = threading.Condition()
        self._stopped = True
        self._thread: threading.Thread | None = None

    def start(self, sample: int) -> None:
        """Play from ``sample`` on; what it plays now stops. SoundError where the device cannot be used."""
        self.stop()
        self._start, self._ready, self._stopped, self._wanted = sample, [], False, sample
        self._thread = threading.Thread(target=self._make, args=(sample,), name="player", daemon=True)
        self._thread.start()
        try:
            self._speaker.start(self._fill)
        except BaseException:
            self.stop()
            raise

    def stop(self) -> None:
        with self._lock:
            self._stopped = True
            self._lock.notify_all()
        self._speaker.stop()
        if self._thread is not None:
            self._thread.join()
            self._thread = None

    @property
    def at(self) -> int:
        return self._start + self._speaker.played

    @property
    def is_ready(self) -> bool:
        """Whether what is heard next was made."""
        with self._lock:
            return any(start <= self._wanted < start + len(part) for start, part in self._ready)

    def _make(self, first: int) -> None:
        sources = MixSources(self._plan, self._folder, self._cache)
        is_first = True
        try:
            while first < self._plan.samples:
                with self._lock:
                    self._lock.wait_for(lambda: self._stopped or len(self._ready) < _AHEAD)
                    if self._stopped:
                        return
                    # What is already to be heard comes too late: it goes on with what is heard next.
                    first = max(first, self._wanted)
                count = min(_PART, self._plan.samples - first)
                part = sources.part(first, count) * self._gain
                # Louder peaks are bent, not cut: a preview must not hurt.
                loud = np.abs(part) > 0.8
                part[loud] = np.sign(part[loud]) * (0.8 + 0.2 * np.tanh((np.abs(part[loud]) - 0.8) / 0.2))
                if is_first:
                    part[:_EDGE] *= np.linspace(0, 1, min(_EDGE, count), dtype=np.float32)[:, None]
                    is_first = False
                with self._lock:
                    self._ready.append((first, part))
                    self._lock.notify_all()
                first += count
        except JauntyError as error:
            self.failure = str(error)
        except Exception as error:
            self.failure = f"The sound cannot be played: something went wrong inside the program ({error})."
            raise
        finally:
            sources.close()

    def _fill(self, count: int) -> Samples:
        """Return what is heard next; what is not ready is silence, and time goes on: what comes too late is dropped."""
        found = np.zeros((count, 2), np.float32)
        with self._lock:
            first, self._wanted = self._wanted, self._wanted + count
            while self._ready and self._ready[0][0] + len(self._ready[0][1]) <= first:
                self._ready.pop(0)
            for start, part in self._ready:
                low, high = max(start, first), min(start + len(part), first + count)
                if low < high:
                    found[low - first : high - first] = part[low - start : high - start]
            while self._ready and self._ready[0][0] + len(self._ready[0][1]) <= self._wanted:
                self._ready.pop(0)
            self._lock.notify_all()
        volume = 0.0 if self.muted else self.volume
        return found if volume == 1.0 else found * np.float32(volume)
