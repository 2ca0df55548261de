"""Writing FLAC (RFC 9639), 48 kHz, two channels, 16 bits, with tags."""

from collections.abc import Mapping
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples

_FRAME = 4096
_FULL = 32767.0


def write_flac(samples: Samples, path: Path, tags: Mapping[str, str]) -> None:
    """Write a whole sound, (N, 2), to ``path``; OSError. Dithered by one step, triangular."""
    noise = np.random.default_rng(1).random((2, *samples.shape), np.float32)
    coded = np.rint(np.clip(samples, -1, 1) * _FULL + noise[0] - noise[1]).clip(-32768, 32767).astype(np.int16)
    try:
        with av.open(str(path), "w", format="flac") as container:
            container.metadata.update(tags)
            stream = container.add_stream("flac", rate=RATE, layout="stereo")
            for first in range(0, len(coded), _FRAME):
                part = np.ascontiguousarray(coded[first : first + _FRAME]).reshape(1, -1)
                frame = av.AudioFrame.from_ndarray(part, "s16", "stereo")
                frame.sample_rate, frame.pts, frame.time_base = RATE, first, Fraction(1, RATE)
                container.mux(stream.encode(frame))
            container.mux(stream.encode(None))
    except av.FFmpegError as error:
        raise OSError(error.errno, error.strerror) from error
