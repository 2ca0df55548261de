"""From characters to glyphs: faces that have them, the direction they run in, and HarfBuzz for their shapes."""

import unicodedata
from collections.abc import Sequence
from typing import NamedTuple

from jaunty_frame.core.words.direction import levels
from jaunty_frame.core.words.faces import Face

# Characters that change how the one before them is shown, and joiners: they stay with its face.
_JOINERS = (0x200D, 0xFE0E, 0xFE0F, 0x20E3)


class Glyph(NamedTuple):
    """cluster : index of the first character that it stands for; advance, dx, dy : ems, y up; ink : (left, bottom,
    right, top) of what is black, ems from its origin."""

    glyph: int
    cluster: int
    advance: float
    dx: float
    dy: float
    ink: tuple[float, float, float, float]


class Run(NamedTuple):
    """Characters ``start`` to ``end`` in one face and direction; glyphs from left to right."""

    face: Face
    level: int
    start: int
    end: int
    glyphs: tuple[Glyph, ...]


class Shaped(NamedTuple):
    """Runs in reading order. missing : the characters that no face has."""

    runs: tuple[Run, ...]
    leftwards: bool
    missing: tuple[str, ...]


def shaped(text: str, faces: Sequence[Face], leftwards: bool, spacing: float = 0.0) -> Shaped:
    """Return one paragraph's glyphs. faces : the first that has a character is taken for it; leftwards : which way the
    paragraph is read; spacing : ems between letters."""
    of_level = levels(text, leftwards)
    of_face, missing = _faces_of(text, faces)
    runs, start = list[Run](), 0
    for end in range(1, len(text) + 1):
        if end == len(text) or of_level[end] != of_level[start] or of_face[end] is not of_face[start]:
            glyphs = _glyphs(text, start, end, of_face[start], of_level[start] % 2 == 1, spacing)
            runs.append(Run(of_face[start], of_level[start], start, end, glyphs))
            start = end
    return Shaped(tuple(runs), leftwards, missing)


def _faces_of(text: str, faces: Sequence[Face]) -> tuple[list[Face], tuple[str, ...]]:
    found, missing = list[Face](), dict[str, None]()
    for character in text:
        code = ord(character)
        before = found[-1] if found else None
        if before is not None and (unicodedata.combining(character) or code in _JOINERS):
            found.append(before)
            continue
        if before is not None and character == " " and code in before.characters:
            found.append(before)  # a space does not change the face back and forth
            continue
        face = next((face for face in faces if code in face.characters), None)
        if face is None and not _is_unseen(character):
            missing[character] = None
        found.append(face or before or faces[0])
    return found, tuple(missing)


def _is_unseen(character: str) -> bool:
    return unicodedata.category(character) in ("Cc", "Cf", "Zl", "Zp", "Zs")


def _glyphs(text: str, start: int, end: int, face: Face, leftwards: bool, spacing: float) -> tuple[Glyph, ...]:
    import uharfbuzz as hb  # see core.words.faces

    buffer = hb.Buffer()
    buffer.cluster_level = hb.BufferClusterLevel.MONOTONE_CHARACTERS
    codes = [ord(character) for character in text]
    buffer.add_codepoints(codes, start, end - start)
    buffer.guess_segment_properties()
    buffer.direction = "rtl" if leftwards else "ltr"
    font = face.shaper
    hb.shape(font, buffer, {"liga": not spacing, "clig": not spacing} if spacing else {})
    upem, found, seen = font.face.upem, list[Glyph](), set[int]()
    for info, place in zip(buffer.glyph_infos, buffer.glyph_positions, strict=True):
        extents = font.get_glyph_extents(info.codepoint)
        ink = (0.0, 0.0, 0.0, 0.0)
        # What no face has is a gap, not a box: it is told.
        if info.codepoint and extents is not None and extents.width:
            left, top = extents.x_bearing / upem, extents.y_bearing / upem
            ink = (left, top + extents.height / upem, left + extents.width / upem, top)
        # Marks on a letter belong to its cluster, and space comes after that once.
        advance = place.x_advance / upem
        if spacing and advance and info.cluster not in seen:
            advance += spacing
        seen.add(info.cluster)
        found.append(Glyph(info.codepoint, info.cluster, advance, place.x_offset / upem, place.y_offset / upem, ink))
    return tuple(found)
