"""Writes the WebP photos that lie inside a folder's .rcc files beside them: FILE_0.webp, FILE_1.webp, ..."""

import re
import struct
import sys
from pathlib import Path


def main() -> None:
    for file in sorted(Path(sys.argv[1]).rglob("*.rcc")):
        content = file.read_bytes()
        for number, start in enumerate(found.start() for found in re.finditer(rb"RIFF.{4}WEBP", content, re.DOTALL)):
            # RIFF: four letters, the length of what follows as a little-endian number, and that.
            (length,) = struct.unpack_from("<I", content, start + 4)
            (file.parent / f"{file.stem}_{number}.webp").write_bytes(content[start : start + 8 + length])


if __name__ == "__main__":
    main()
