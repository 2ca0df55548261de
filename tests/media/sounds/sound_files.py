"""Sound files for tests, written by PyAV, and small projects that play them."""

from collections.abc import Mapping
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache

_CODECS = {".wav": "pcm_s16le", ".flac": "flac", ".mp3": "libmp3lame", ".m4a": "aac", ".opus": "libopus"}


def tone(seconds: float, hertz: float = 440.0, level: float = 0.3, rate: int = RATE) -> np.ndarray:
    """Return a sine, (N, 1)."""
    return (level * np.sin(2 * np.pi * hertz * np.arange(round(seconds * rate)) / rate)).astype(np.float32)[:, None]


def clicks(seconds: float, times, level: float = 0.8) -> np.ndarray:
    """Return short bursts at some times, (N, 1)."""
    sound, burst = np.zeros((round(seconds * RATE), 1), np.float32), np.hanning(96)[:, None] * level
    for time in times:
        first = round(time * RATE)
        sound[first : first + 96] += (burst * np.sin(np.arange(96) * 0.6)[:, None]).astype(np.float32)
    return sound


def write_sound(
    path: Path, samples: np.ndarray, rate: int = RATE, layout: str = "", tags: Mapping[str, str] | None = None
) -> Path:
    """Write samples, (N, channels), in the codec of the suffix."""
    path.parent.mkdir(parents=True, exist_ok=True)
    layout = layout or ("mono" if samples.shape[1] == 1 else "stereo")
    with av.open(str(path), "w") as container:
        container.metadata.update(tags or {})
        stream = container.add_stream(_CODECS[path.suffix], rate=rate, layout=layout)
        resampler = av.AudioResampler(format=stream.codec_context.format.name, layout=layout, rate=rate)
        for first in range(0, len(samples), 4096):
            part = np.ascontiguousarray(samples[first : first + 4096], np.float32).reshape(1, -1)
            frame = av.AudioFrame.from_ndarray(part, "flt", layout)
            frame.sample_rate, frame.pts = rate, first
            for ready in resampler.resample(frame):
                container.mux(stream.encode(ready))
        for ready in resampler.resample(None):
            container.mux(stream.encode(ready))
        container.mux(stream.encode(None))
    return path


def looked_at(path: Path, cache_folder: Path) -> SoundFile:
    return look_at_sound(path, path.parent, PeakCache(cache_folder))
