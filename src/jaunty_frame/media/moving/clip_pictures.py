"""A decoded picture of a clip as upright 8-bit sRGB pixels: its matrix, range, turn, mirror and pixel aspect heeded.

What a clip does not say of its colours is guessed as is common practice: BT.601 up to 576 lines, else BT.709. Light of
wide range (PQ and HLG) is brought into ours (``core.colouring.wide_range``).
"""

from fractions import Fraction
from typing import NamedTuple

import av
import numpy as np
from av.video.reformatter import ColorPrimaries, ColorRange, Colorspace, ColorTrc, Interpolation, VideoReformatter

from jaunty_frame.core.colouring.wide_range import Transfer, from_wide_range
from jaunty_frame.core.painting.colour import Pixels

_LINES_OF_601 = 576
_MATRICES = {
    1: Colorspace.ITU709,
    4: Colorspace.FCC,
    5: Colorspace.ITU601,
    6: Colorspace.ITU601,
    7: Colorspace.SMPTE240M,
    9: Colorspace.BT2020,
    10: Colorspace.BT2020,
}
"""By their numbers in ITU-T H.273, table 4."""
_WIDE_RANGE: dict[int, Transfer] = {ColorTrc.SMPTE2084: "pq", ColorTrc.ARIB_STD_B67: "hlg"}
_RGB = ("rgb", "bgr", "gbr", "pal8", "argb", "abgr")
_SEEN_THROUGH = ("yuva", "rgba", "bgra", "argb", "abgr", "gbrap", "ya8", "ya16", "pal8")


class Turn(NamedTuple):
    """How a picture is brought upright: rows and columns exchanged, then mirrored across, then down."""

    exchanged: bool = False
    across: bool = False
    down: bool = False

    def applied(self, pixels: Pixels) -> Pixels:
        if self.exchanged:
            pixels = np.swapaxes(pixels, 0, 1)
        pixels = pixels[:, ::-1] if self.across else pixels
        return np.ascontiguousarray(pixels[::-1] if self.down else pixels)


def turn_of(frame: av.VideoFrame) -> Turn:
    """Return the turn of the picture's display matrix (ISO/IEC 14496-12, 8.5.2), to the nearest quarter."""
    data = frame.side_data.get("DISPLAYMATRIX")
    if data is None:
        return Turn()
    a, b, _, c, d, *_ = np.frombuffer(bytes(data), "<i4", 9).tolist()
    if abs(a) + abs(d) >= abs(b) + abs(c):
        return Turn(False, a < 0, d < 0)
    return Turn(True, c < 0, b < 0)


def upright_size(frame: av.VideoFrame, pixel_aspect: Fraction | None, turn: Turn) -> tuple[int, int]:
    """Return the size of the upright picture in square pixels: no side is made smaller."""
    aspect = pixel_aspect or Fraction(1)
    width = round(frame.width * aspect) if aspect > 1 else frame.width
    height = round(frame.height / aspect) if 0 < aspect < 1 else frame.height
    return (height, width) if turn.exchanged else (width, height)


def is_seen_through(frame: av.VideoFrame) -> bool:
    """Return whether something may be seen through it."""
    return frame.format.name.startswith(_SEEN_THROUGH)


def pixels_of(frame: av.VideoFrame, size: tuple[int, int], turn: Turn) -> Pixels:
    """Return the upright picture in a ``size`` (width, height): (h, w, 3) B G R, or premultiplied (h, w, 4)."""
    width, height = size[::-1] if turn.exchanged else size
    # Exact rounding and finer colour differences take ten times as long; nobody sees them.
    interpolation = Interpolation.BICUBIC if width > frame.width else Interpolation.BILINEAR
    matrix, full = _matrix_of(frame), _is_full(frame)
    transfer = _WIDE_RANGE.get(int(frame.color_trc or 0))
    target = "bgra" if is_seen_through(frame) else "bgr48le" if transfer else "bgr24"
    # Not the frame's own method: several threads may want it at a time.
    reformatted = VideoReformatter().reformat(
        frame,
        width,
        height,
        target,
        src_colorspace=matrix,
        src_color_range=ColorRange.JPEG if full else ColorRange.MPEG,
        dst_color_range=ColorRange.JPEG,
        interpolation=interpolation,
    )
    pixels = reformatted.to_ndarray()
    if transfer:
        primaries_2020 = frame.color_primaries in (ColorPrimaries.BT2020, ColorPrimaries.UNSPECIFIED)
        pixels = from_wide_range(pixels, transfer, primaries_2020)
    if pixels.shape[2] == 4:
        share = pixels[..., 3:].astype(np.uint16)
        pixels[..., :3] = (pixels[..., :3] * share + 127) // 255
    return turn.applied(pixels)


def _is_full(frame: av.VideoFrame) -> bool:
    return frame.color_range == ColorRange.JPEG or frame.format.name.startswith(("yuvj", *_RGB))


def _matrix_of(frame: av.VideoFrame) -> Colorspace:
    guessed = Colorspace.ITU601 if frame.height <= _LINES_OF_601 else Colorspace.ITU709
    return _MATRICES.get(int(frame.colorspace or 2), guessed)
