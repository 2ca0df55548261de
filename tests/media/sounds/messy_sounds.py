"""Sound files that would hang, crash or fill the memory of what reads them."""

import os
import struct
from pathlib import Path

import numpy as np

from jaunty_frame.core.sound.levels import RATE


def write_messy_sounds(folder: Path) -> tuple[list[Path], list[Path]]:
    """Write sounds that come in, and such as are told; return both."""
    good = [folder / name for name in ("loudest.wav", "no-numbers.wav")]
    samples = np.sin(np.arange(2 * RATE) * 0.05).astype(np.float32)
    loud, none = samples.copy(), samples.copy()
    loud[1000:1010], none[1000:1010] = 3e38, np.nan
    good[0].write_bytes(_wav(loud.tobytes(), 3, RATE, 32))
    good[1].write_bytes(_wav(none.tobytes(), 3, RATE, 32))
    noise = np.zeros(16_000, np.int16).tobytes()
    bad = {
        "slow-rate.wav": _wav(noise, 1, 1, 16),
        "fast-rate.wav": _wav(noise, 1, 1_700_000_000, 16),
        "no-bits.wav": _wav(noise, 1, RATE, 0),
        "no-rate.wav": _wav(noise, 1, 0, 16),
        "many.wav": _wav(noise, 1, RATE, 16, channels=60_000),
        "empty.wav": b"",
        "text.wav": b"no sound",
    }
    for name, data in bad.items():
        (folder / name).write_bytes(data)
    os.mkfifo(folder / "pipe.wav")
    os.symlink("/dev/zero", folder / "zero.wav")
    os.symlink("pipe.wav", folder / "to-pipe.wav")
    odd = Path(os.fsdecode(os.fsencode(folder) + b"/caf\xe9.wav"))
    odd.write_bytes(_wav(noise, 1, RATE, 16))
    return good, [*(folder / name for name in (*bad, "pipe.wav", "zero.wav", "to-pipe.wav")), odd]


def _wav(data: bytes, kind: int, rate: int, bits: int, channels: int = 1) -> bytes:
    block = channels * bits // 8
    form = struct.pack("<HHIIHH", kind, channels, rate, (rate * block) % 2**32, block % 2**16, bits)
    body = b"WAVEfmt " + struct.pack("<I", len(form)) + form + b"data" + struct.pack("<I", len(data)) + data
    return b"RIFF" + struct.pack("<I", len(body)) + body
