"""How loud the sound of a clip is."""

from pathlib import Path

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.core.sound.loudness import LoudnessMeter
from jaunty_frame.errors import SoundError
from jaunty_frame.media.sounds.reading import SoundReader

LISTENER = 1
_QUIETEST = -70.0
_MOST_S = 600
"""Seconds that are listened to: enough to tell how loud a clip is."""


def clip_loudness(path: Path) -> float:
    """Return the integrated loudness in LUFS (ITU-R BS.1770-4) of a clip, of a long one of its first ten minutes; -70
    where nothing can be heard."""
    meter, count = LoudnessMeter(), 0
    try:
        reader = SoundReader(path)
        try:
            for block in reader.blocks():
                meter.add(block)
                count += len(block)
                if count >= _MOST_S * RATE:
                    break
        finally:
            reader.close()
    except SoundError:
        return _QUIETEST
    return round(max(meter.integrated(), _QUIETEST), 2) if count else _QUIETEST
