"""A photo of the set, with what was found in it and what the user set for it."""

import re
from enum import StrEnum
from fractions import Fraction
from math import floor
from typing import Annotated, Self

from pydantic import Field, StringConstraints

from jaunty_frame.core.colouring.sketch import DIGITS
from jaunty_frame.core.colouring.tones import DIGITS as TONE_DIGITS
from jaunty_frame.core.framing.bases import ATTENTION_STRIPS
from jaunty_frame.core.geometry.windows import turned_size
from jaunty_frame.document.basis.values import (
    Between,
    Identifier,
    Share,
    ShortText,
    Value,
)
from jaunty_frame.document.keep_areas import MAX_KEEP_AREAS, KeepArea, Track
from jaunty_frame.document.sound import Lufs, SoundFile

# A photo whose sides differ by less counts as square; one at least so many times as wide as high as a panorama.
_SQUARE, _PANORAMA = 1.05, 2.0
MOST_STRAIGHTENING = 15.0


class Shape(StrEnum):
    """How a photo lies."""

    UPRIGHT = "upright"
    SQUARE = "square"
    SIDEWAYS = "sideways"
    PANORAMA = "panorama"


Strips = Annotated[tuple[Share, ...], Field(min_length=ATTENTION_STRIPS, max_length=ATTENTION_STRIPS)]


class Attention(Value):
    """How much equal strips of the photo draw, from left to right and from top to bottom; each sums to 1, or to 0 where
    that is not known. It tells where to crop keep areas that do not fit."""

    across: Strips = (0.0,) * ATTENTION_STRIPS
    down: Strips = (0.0,) * ATTENTION_STRIPS

    def turned(self, quarter_turns: int) -> Self:
        """Return it for the photo turned clockwise."""
        turned = self
        for _ in range(quarter_turns % 4):
            turned = turned.changed(across=turned.down[::-1], down=turned.across)
        return turned


NO_ATTENTION = Attention.model_construct()
Amount = Annotated[float, Field(ge=-1.0, le=1.0)]


class Correction(Value):
    """Colour correction; zero changes nothing. See ``core.painting.correction`` for what the amounts mean."""

    exposure: Annotated[float, Field(ge=-3.0, le=3.0)] = 0.0
    contrast: Amount = 0.0
    saturation: Amount = 0.0
    warmth: Amount = 0.0


NO_CORRECTION = Correction.model_construct()


def name_order(path: str) -> tuple[tuple[str | int, ...], str]:
    """Return what photos are ordered by their names by: numbers as numbers, a photo before copies "of it (1)"."""
    name = path.rsplit("/", 1)[-1]
    stem = name.rpartition(".")[0] or name
    parts = re.split(r"(\d+)", stem.casefold())
    return tuple(int(part) if k % 2 else part for k, part in enumerate(parts)), name


PictureRate = Annotated[Fraction, Between(Fraction(1, 1000), Fraction(1000))]


class MovingSound(Value):
    """The sound of a file whose picture changes with time, which begins with the picture. loudness : of all of it;
    ``finder`` tells by which version that was found, 0 = nobody has listened yet."""

    channels: Annotated[int, Field(ge=1, le=64)] = 2
    loudness: Lufs = -70.0
    finder: Annotated[int, Field(ge=0)] = 0

    def as_file(self, photo: "Photo") -> SoundFile:
        """Return it as a sound file of its own."""
        assert photo.moving is not None
        facts = {"size": photo.size, "modified": photo.modified, "content": photo.content}
        seconds = float(photo.moving.seconds)
        return SoundFile(id=photo.id, path=photo.path, seconds=seconds, **facts, **dict(self))


class Moving(Value):
    """What is known of a file whose picture changes with time. kind : by which of ``media.moving`` it is read."""

    kind: Identifier
    pictures: Annotated[int, Field(ge=1, le=10_000_000)]
    rate: PictureRate
    """Pictures a second; of a file whose pictures last unevenly, how finely their times are told apart."""
    sound: MovingSound | None = None
    tracks: Annotated[tuple[Track, ...], Field(max_length=MAX_KEEP_AREAS)] = ()
    """What must be seen, over time; found as a photo's keep areas are."""
    flashes: Annotated[int, Field(ge=0, le=1000)] = 0
    flashes_at: Annotated[float, Field(ge=0.0, le=1e7)] = 0.0
    """The most flashes in any second of its file, and when that second begins; found with the tracks."""

    @property
    def seconds(self) -> Fraction:
        return self.pictures / self.rate

    def picture_at(self, seconds: Fraction) -> int:
        """Return which picture is seen at a time of the file, counted from 0; beyond its ends the first and last."""
        return min(max(floor(seconds * self.rate), 0), self.pictures - 1)


class Photo(Value):
    """One picture file of the set. width and height are upright after EXIF, before quarter turns."""

    id: Identifier
    path: Annotated[str, StringConstraints(min_length=1, max_length=4096)]
    width: Annotated[int, Field(ge=1, le=100_000)]
    height: Annotated[int, Field(ge=1, le=100_000)]
    size: Annotated[int, Field(ge=0)] = 0
    modified: Annotated[int, Field(ge=0)] = 0
    content: Annotated[str, StringConstraints(pattern=r"^(blake2b:[0-9a-f]{32})?$")] = ""
    taken: Annotated[str, StringConstraints(max_length=32)] = ""
    transparent: bool = False
    """Whether something may be seen through it."""
    damaged: bool = False
    """Whether a part of the file could not be read; what could is shown."""
    quarter_turns: Annotated[int, Field(ge=0, le=3)] = 0
    straightening: Annotated[float, Field(ge=-MOST_STRAIGHTENING, le=MOST_STRAIGHTENING)] = 0.0
    """Degrees clockwise about the photo's centre; keep areas and windows stay as they were."""
    correction: Correction = NO_CORRECTION
    keep_areas: Annotated[tuple[KeepArea, ...], Field(max_length=MAX_KEEP_AREAS)] = ()
    attention: Attention = NO_ATTENTION
    """Found with the keep areas; it goes when the user changes them."""
    finder: Annotated[int, Field(ge=0)] = 0
    """Version of the finder that looked for keep areas; 0 = nobody has looked yet."""
    sketch: Annotated[str, StringConstraints(pattern=rf"^([0-9a-f]{{{DIGITS}}})?$")] = ""
    """Its colours (``core.colouring.sketch``), found with the keep areas; empty where nobody has looked yet."""
    tones: Annotated[str, StringConstraints(pattern=rf"^([0-9a-f]{{{TONE_DIGITS}}})?$")] = ""
    """How light and how busy its parts are (``core.colouring.tones``), likewise."""
    author: ShortText = ""
    licence: ShortText = ""
    """For the credits; read from the file where it says so, or typed."""
    seems_turned: Annotated[int, Field(ge=0, le=3)] = 0
    """Quarter turns clockwise after which its people would stand upright, as it seems; found with the keep areas."""

    moving: Moving | None = None
    """None where it is one picture, as a photo is."""

    @property
    def noun(self) -> str:
        """What people call it."""
        return "photo" if self.moving is None else "clip"

    @property
    def upright_size(self) -> tuple[int, int]:
        return turned_size(self.width, self.height, self.quarter_turns)

    @property
    def shape(self) -> Shape:
        width, height = self.upright_size
        if max(width, height) < _SQUARE * min(width, height):
            return Shape.SQUARE
        if width < height:
            return Shape.UPRIGHT
        return Shape.PANORAMA if width >= _PANORAMA * height else Shape.SIDEWAYS
