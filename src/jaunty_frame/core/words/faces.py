"""Typefaces as data: the bytes of font files, given by whoever reads files.

Lengths are in ems (the type's own size) with y up in fonts and down in frames.
"""

import threading
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Any, NamedTuple

if TYPE_CHECKING:  # HarfBuzz and FreeType take 0.08 s to load, which shows without words do not wait for
    import freetype
    import uharfbuzz as hb

_own = threading.local()


@dataclass(frozen=True)
class Face:
    """One font file: equal names are equal faces. read : gives its bytes when they are first needed."""

    name: str
    read: Callable[[], bytes] = field(repr=False, compare=False)

    @cached_property
    def data(self) -> bytes:
        return self.read()

    @cached_property
    def characters(self) -> frozenset[int]:
        """The code points that it has glyphs for; none of a file that cannot be read."""
        import uharfbuzz as hb

        try:
            return frozenset(hb.Face(self.data).unicodes)
        except (OSError, ValueError, RuntimeError):
            return frozenset()

    @property
    def shaper(self) -> "hb.Font":
        """This thread's HarfBuzz font, in the face's own units."""
        import uharfbuzz as hb

        return _kept("shapers", self.name, lambda: hb.Font(hb.Face(self.data)))

    @property
    def outlines(self) -> "freetype.Face":
        """This thread's FreeType face, which is not for several threads."""
        import freetype

        return _kept("outlines", self.name, lambda: freetype.Face.from_bytes(self.data))

    @cached_property
    def metrics(self) -> "FaceMetrics":
        """How tall its letters are."""
        font = self.shaper
        upem = font.face.upem
        extents = font.get_font_extents("ltr")
        return FaceMetrics(extents.ascender / upem, -extents.descender / upem, _top_of(font, "H"), _top_of(font, "x"))


class FaceMetrics(NamedTuple):
    """In ems, from the baseline: ascent up, descent down; the heights of H and x."""

    ascent: float
    descent: float
    cap_height: float
    x_height: float


@dataclass(frozen=True, eq=False)
class Family:
    """Faces of one design by weight (100 to 900)."""

    name: str
    faces: Mapping[int, Face]

    def face(self, weight: int) -> Face:
        """Return the face of the nearest weight, the lighter one of two."""
        return self.faces[min(self.faces, key=lambda own: (abs(own - weight), own))]


@dataclass(frozen=True, eq=False)
class Fonts:
    """The families that ship, the first one standing for any that is not there, and the faces that help out where a
    family lacks a character. more : gives further families when they are first wanted."""

    families: tuple[Family, ...] = ()
    fallbacks: tuple[Face, ...] = ()
    more: Callable[[], tuple[Family, ...]] = tuple

    @cached_property
    def _by_name(self) -> Mapping[str, Family]:
        return {family.name: family for family in self.families}

    @cached_property
    def _more_by_name(self) -> Mapping[str, Family]:
        return {family.name: family for family in self.more()}

    def family(self, name: str) -> Family:
        """Return a family, or the one that stands for it."""
        return self._by_name.get(name) or self._more_by_name.get(name) or self.families[0]

    def is_there(self, name: str) -> bool:
        """Return whether there is a family of a name."""
        return name in self._by_name or name in self._more_by_name

    def face_with(self, character: str) -> Face | None:
        """Return a face of any further family that has a character."""
        code = ord(character)
        faces = (family.face(400) for family in self._more_by_name.values())
        return next((face for face in faces if code in face.characters), None)

    def faces_for(self, name: str, weight: int) -> tuple[Face, ...]:
        """Return the faces to look for a character in, in this order."""
        first = self.family(name).face(weight)
        return (first, *(face for face in self.fallbacks if face != first))


NO_FONTS = Fonts()
"""Words are not seen."""


def _kept(kind: str, name: str, make: Callable[[], Any]) -> Any:
    kept: dict[tuple[str, str], Any] = _own.__dict__.setdefault("kept", {})
    if (kind, name) not in kept:
        kept[kind, name] = make()
    return kept[kind, name]


def _top_of(font: "hb.Font", letter: str) -> float:
    glyph = font.get_nominal_glyph(ord(letter))
    extents = font.get_glyph_extents(glyph) if glyph else None
    return extents.y_bearing / font.face.upem if extents else 0.7
