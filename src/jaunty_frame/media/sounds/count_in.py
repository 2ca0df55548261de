"""Counting in before a recording: a short tone every second, so that it is heard when to begin."""

from collections.abc import Callable

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples, fade_gains, stereo
from jaunty_frame.errors import SoundError
from jaunty_frame.media.sounds.devices import Speaker

_SECONDS = 0.09
_HERTZ = 880.0
_LEVEL = 0.25
_EDGE = RATE // 100


def count_in_tone() -> Samples:
    """Return one second of it, (48000, 2): a tone, then silence."""
    count = round(_SECONDS * RATE)
    tone = np.float32(_LEVEL) * np.sin(2 * np.pi * _HERTZ * np.arange(count) / RATE).astype(np.float32)
    edge = fade_gains(0, count, 0, _EDGE)
    second = np.zeros((RATE, 1), np.float32)
    second[:count, 0] = tone * edge * edge[::-1]
    return stereo(second)


class CountIn:
    """Heard where there is a device; where there is none, or it fails, the count is only seen."""

    def __init__(self, speaker_of: Callable[[], Speaker | None]) -> None:
        self._speaker_of = speaker_of
        self._speaker: Speaker | None = None
        self._at = 0

    def play(self, count: int) -> None:
        """Play so many tones, and then silence until it is stopped."""
        self._speaker, self._at = self._speaker_of(), 0
        tones = np.tile(count_in_tone(), (count, 1))

        def fill(wanted: int) -> Samples:
            found = tones[self._at : self._at + wanted]
            self._at += wanted
            return np.pad(found, ((0, wanted - len(found)), (0, 0)))

        if self._speaker is not None:
            try:
                self._speaker.start(fill)
            except SoundError:
                self._speaker = None

    def stop(self) -> None:
        if self._speaker is not None:
            self._speaker.stop()
            self._speaker = None
