"""Moving WebP pictures by their times: Pillow decodes them, which FFmpeg does not.

Source of the layout: RFC 9649, section 2.7.1.1.
"""

import io
from bisect import bisect_right
from fractions import Fraction
from itertools import accumulate
from math import gcd
from pathlib import Path

import av
import numpy as np
from PIL import Image, WebPImagePlugin  # noqa: F401

from jaunty_frame.errors import PhotoError, shown_name
from jaunty_frame.media.moving.clip_pictures import Turn
from jaunty_frame.media.opening import read_plain

_MOST_BYTES = 500_000_000
_CHUNKS_FROM, _LASTS_FROM = 12, 12
_MOST_CHUNKS, _MOST_PIXELS = 100_000, 8192 * 8192
_LEAST_MS = 10
"""A shorter picture is written by mistake."""


class WebpStream:
    """Goes through one file, as ``ClipStream`` does. Not for several threads at once."""

    pixel_aspect: Fraction | None = None
    turn = Turn()

    def __init__(self, path: Path) -> None:
        self._name = shown_name(path.name)
        data = read_plain(path, PhotoError, "choose photos, clips or folders", _MOST_BYTES)
        lasting = _lasting_ms(data)
        if not lasting:
            raise PhotoError(f"{self._name} has no picture that can be read; save it as PNG, or as MP4.")
        # Pillow takes memory for all of it when it opens the file.
        width, height = (int.from_bytes(data[at : at + 3], "little") + 1 for at in (24, 27))
        if width * height > _MOST_PIXELS:
            raise PhotoError(f"{self._name} is {width} x {height} pixels large; make it smaller.")
        ends = list(accumulate(lasting))
        self._begins = [0, *ends[:-1]]
        step = gcd(*lasting)
        self.pictures, self.rate = ends[-1] // step, Fraction(1000, step)
        """As finely as the times of its pictures are told apart."""
        try:
            self._image = Image.open(io.BytesIO(data), formats=("WEBP",))
        except (OSError, ValueError) as error:
            raise PhotoError(f"{self._name} is no moving picture that can be read; save it as MP4.") from error
        self.size = self._image.size
        self._here, self._frame = -1, av.VideoFrame(2, 2, "rgba")

    @property
    def at(self) -> Fraction:
        """The time of the picture that was given last; a negative one before the first."""
        return Fraction(self._begins[self._here], 1000) if self._here >= 0 else Fraction(-1)

    def frame_at(self, seconds: Fraction) -> av.VideoFrame:
        """Return the picture that is seen at a time; before and beyond the ends the first and the last. Where one is
        damaged, the one before; PhotoError where none can be read."""
        wanted = max(bisect_right(self._begins, seconds * 1000) - 1, 0)
        if wanted == self._here:
            return self._frame
        try:
            self._image.seek(wanted)
            pixels = np.array(self._image.convert("RGBA"))
            self._frame = av.VideoFrame.from_ndarray(pixels, format="rgba")
        except (OSError, ValueError, EOFError, SyntaxError, MemoryError) as error:
            if self._here < 0:
                raise PhotoError(f"{self._name} is damaged and cannot be shown; restore it from a copy.") from error
        self._here = wanted
        return self._frame

    def close(self) -> None:
        self._image.close()


def _lasting_ms(data: bytes) -> list[int]:
    """Return how long each picture lasts, in ms."""
    lasting, at = [], _CHUNKS_FROM
    for _ in range(_MOST_CHUNKS):
        if at + 8 > len(data):
            break
        kind, length = data[at : at + 4], int.from_bytes(data[at + 4 : at + 8], "little")
        if kind == b"ANMF" and at + 8 + _LASTS_FROM + 3 <= len(data):
            first = at + 8 + _LASTS_FROM
            lasting.append(max(int.from_bytes(data[first : first + 3], "little"), _LEAST_MS))
        at += 8 + length + length % 2
    return lasting
