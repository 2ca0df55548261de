"""Painting a block: coverage of its glyphs, outlines about them, by FreeType, antialiased and unhinted, so that a text
looks alike at any size."""

import ctypes
from collections.abc import Sequence
from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.words.faces import Face
from jaunty_frame.core.words.typesetting import Block

if TYPE_CHECKING:  # see core.words.faces
    import freetype

_SIXTY_FOURTHS = 64


Coverage = NDArray[np.uint8]


def inked(
    block: Block, px_per_em: float, size: tuple[int, int], left: float, top: float, widened: Sequence[float] = (0.0,)
) -> tuple[Coverage, ...]:
    """Return a block's coverage (h, w) of a picture of ``size`` (width, height) with square pixels.

    left, top : pixels at which its box lies; widened : by how much, in ems, its letters are to be wider all around: of
    each there is a coverage.
    """
    found = tuple(np.zeros((size[1], size[0]), np.uint8) for _ in widened)
    strokers = [_stroker(width * px_per_em) if width > 0 else None for width in widened]
    for glyph in block.glyphs:
        x, y = left + glyph.x * px_per_em, top + glyph.y * px_per_em
        loaded = _loaded(glyph.face, glyph.glyph, px_per_em, x, y)
        for coverage, stroker in zip(found, strokers, strict=True):
            _stamp(coverage, loaded.get_glyph(), x, y)
            if stroker is not None:
                around = loaded.get_glyph()
                around.stroke(stroker, True)
                _stamp(coverage, around, x, y)
    return found


def _stroker(radius_px: float) -> "freetype.Stroker":
    import freetype

    stroker = freetype.Stroker()
    stroker.set(
        round(radius_px * _SIXTY_FOURTHS),
        freetype.FT_STROKER_LINECAP_ROUND,
        freetype.FT_STROKER_LINEJOIN_ROUND,
        0,
    )
    return stroker


def _loaded(face: Face, glyph: int, px_per_em: float, x: float, y: float) -> "freetype.GlyphSlot":
    """Return a glyph's outline, shifted by the parts of pixels of its place."""
    import freetype

    outlines = face.outlines
    outlines.set_char_size(max(round(px_per_em * _SIXTY_FOURTHS), 1), 0, 72, 72)
    outlines.set_transform(
        freetype.Matrix(0x10000, 0, 0, 0x10000),
        freetype.Vector(round((x - np.floor(x)) * _SIXTY_FOURTHS), -round((y - np.floor(y)) * _SIXTY_FOURTHS)),
    )
    outlines.load_glyph(glyph, freetype.FT_LOAD_NO_HINTING | freetype.FT_LOAD_NO_BITMAP)
    return outlines.glyph


def _stamp(onto: NDArray[np.uint8], glyph: "freetype.Glyph", x: float, y: float) -> None:
    """Put a glyph's coverage onto a picture; where it meets others the larger coverage stays."""
    import freetype

    drawn = glyph.to_bitmap(freetype.FT_RENDER_MODE_NORMAL, freetype.Vector(0, 0), True)
    bitmap = drawn.bitmap
    if not bitmap.width or not bitmap.rows:
        return
    # The wrapper's own buffer is a list of numbers: thirty times as slow.
    ink = np.frombuffer(ctypes.string_at(bitmap._FT_Bitmap.buffer, bitmap.rows * bitmap.pitch), np.uint8)
    ink = ink.reshape(bitmap.rows, bitmap.pitch)[:, : bitmap.width]
    left, top = int(np.floor(x)) + drawn.left, int(np.floor(y)) - drawn.top
    height, width = onto.shape
    x0, y0 = max(left, 0), max(top, 0)
    x1, y1 = min(left + bitmap.width, width), min(top + bitmap.rows, height)
    if x1 > x0 and y1 > y0:
        part = onto[y0:y1, x0:x1]
        np.maximum(part, ink[y0 - top : y1 - top, x0 - left : x1 - left], out=part)
