"""Writing WAV: 48 kHz, two channels, 24 bits."""

import struct
from pathlib import Path
from types import TracebackType
from typing import BinaryIO, Self

import numpy as np

from jaunty_frame.core.sound.levels import RATE, Samples

_BITS = 24
_MOST_BYTES = 0xFFFF_FFFF - 36


class WavWriter:
    """Takes samples block by block; the header is right when it is left."""

    def __init__(self, path: Path) -> None:
        self._file: BinaryIO = open(path, "wb")  # noqa: SIM115  closed in __exit__
        self._bytes = 0
        self._file.write(self._header())

    def write(self, samples: Samples) -> None:
        """Write further samples, (n, 2); what exceeds full scale is clipped."""
        whole = np.rint(np.clip(samples, -1.0, 1.0 - 2.0 ** (1 - _BITS)) * 2.0 ** (_BITS - 1)).astype("<i4")
        data = whole.reshape(-1, 1).view(np.uint8).reshape(-1, 4)[:, :3].tobytes()
        self._file.write(data)
        self._bytes += len(data)

    def _header(self) -> bytes:
        size = min(self._bytes, _MOST_BYTES)
        block = 2 * _BITS // 8
        return struct.pack(
            "<4sI4s4sIHHIIHH4sI",
            *(b"RIFF", 36 + size, b"WAVE", b"fmt ", 16, 1, 2, RATE, RATE * block, block, _BITS, b"data", size),
        )

    def __enter__(self) -> Self:
        return self

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, at: TracebackType | None) -> None:
        try:
            self._file.seek(0)
            self._file.write(self._header())
        finally:
            self._file.close()
