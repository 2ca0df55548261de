"""Words on slides, and emblems over the show. Lengths are shares of the frame's short side, or of an em."""

from collections.abc import Container, Mapping
from fractions import Fraction
from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints

from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import (
    Colour,
    EasingValue,
    Identifier,
    JointSeconds,
    Seconds,
    Share,
    ShortText,
    Shown,
    Value,
)
from jaunty_frame.document.instant import MOST_INSTANTS, Instant

WordsKind = Literal["title", "caption", "credit"]
Anchor = Literal[
    "auto",
    "top-left",
    "top",
    "top-right",
    "left",
    "middle",
    "right",
    "bottom-left",
    "bottom",
    "bottom-right",
    "free",
]
MOST_CHARACTERS = 4000
WordsText = Annotated[str, StringConstraints(max_length=MOST_CHARACTERS)]
Place = tuple[
    Annotated[float, Field(ge=-1.0, le=2.0, allow_inf_nan=False)],
    Annotated[float, Field(ge=-1.0, le=2.0, allow_inf_nan=False)],
]
"""Of a middle, in fractions of the frame."""
Ems = Annotated[float, Field(ge=0.0, le=2.0, allow_inf_nan=False)]


class TypeStyle(Value):
    """What words look like. size : of an em; lengths beside it are in ems.

    colour_by ``auto`` : light or dark, whichever can be read with the least help, which is added by itself; alignment
    ``auto`` : by the place.
    """

    family: ShortText = "Inter"
    weight: Annotated[int, Field(ge=100, le=900), Shown("Weight", "", 100)] = 600
    size: Annotated[float, Field(ge=0.01, le=0.5, allow_inf_nan=False), Shown("Size", " %", 0.005)] = 0.05
    colour_by: Annotated[Literal["auto", "chosen"], Shown("Colour by")] = "auto"
    colour: Annotated[Colour, Shown("Colour")] = "#ffffff"
    outline: Annotated[float, Field(ge=0.0, le=0.3), Shown("Outline", " %", 0.01)] = 0.0
    outline_colour: Annotated[Colour, Shown("Outline colour")] = "#000000"
    shadow: Annotated[Share, Shown("Shadow", " %", 0.05)] = 0.0
    shadow_blur: Annotated[Ems, Shown("Blur", " %", 0.05)] = 0.3
    shadow_distance: Annotated[Ems, Shown("Distance", " %", 0.01)] = 0.03
    shadow_colour: Annotated[Colour, Shown("Shadow colour")] = "#000000"
    plate: Annotated[Share, Shown("Plate", " %", 0.05)] = 0.0
    plate_colour: Annotated[Colour, Shown("Plate colour")] = "#000000"
    plate_padding: Annotated[Ems, Shown("Padding", " %", 0.05)] = 0.35
    plate_corners: Annotated[Ems, Shown("Corners", " %", 0.05)] = 0.15
    alignment: Annotated[Literal["auto", "left", "centre", "right"], Shown("Alignment")] = "auto"
    spacing: Annotated[float, Field(ge=-0.1, le=1.0), Shown("Spacing", " %", 0.01)] = 0.0
    pitch: Annotated[float, Field(ge=0.7, le=2.5), Shown("Lines", " %", 0.05)] = 1.0
    case: Annotated[Literal["as-typed", "capitals"], Shown("Case")] = "as-typed"


TITLE_STYLE = TypeStyle.model_construct(size=0.09)
CAPTION_STYLE = TypeStyle.model_construct(size=0.048)
CREDIT_STYLE = TypeStyle.model_construct(size=0.036, weight=400)

STYLE_PARTS: dict[str, tuple[str, ...]] = {
    "Type": ("weight", "size", "spacing", "pitch", "alignment", "case"),
    "Colour": ("colour_by", "colour", "outline", "outline_colour"),
    "Behind": (
        *("shadow", "shadow_blur", "shadow_distance", "shadow_colour"),
        *("plate", "plate_padding", "plate_corners", "plate_colour"),
    ),
}
"""Its fields in the groups in which they are edited; the family is chosen by itself."""

Way = Literal["with-slide", "fade", "side", "letters", "words", "wipe", "grow"]


class Entrance(Value):
    """How words come, or go. ``with-slide`` : at once, with the slide and its transition; side : from, or to, which
    edge of the frame."""

    kind: Annotated[Way, Shown("By")] = "with-slide"
    seconds: Annotated[JointSeconds, Shown("Length", " s")] = Fraction(1, 2)
    side: Annotated[Literal["left", "right", "top", "bottom"], Shown("Side")] = "bottom"
    easing: EasingValue = EASE_IN_OUT


AT_ONCE = Entrance.model_construct()


class WordsInOutput(Value):
    """What words have of their own in one output; None = as elsewhere."""

    output: Identifier
    text: WordsText | None = None
    size: Annotated[float, Field(ge=0.01, le=0.5, allow_inf_nan=False)] | None = None
    anchor: Anchor | None = None
    place: Place | None = None
    left_out: bool = False


class Words(Value):
    """A text on a slide.

    built : its text is made of the authors and licences of the set, instead of ``text``; place : of its middle, where
    the anchor is ``free``; times : all the slide's time, from ``at`` (seconds after the slide begins) for as long as it
    takes to read, or for its own time, which may go on over the slides after.
    """

    id: Identifier
    kind: WordsKind = "caption"
    text: WordsText = ""
    built: bool = False
    style: TypeStyle | None = None
    anchor: Anchor = "auto"
    place: Place = (0.5, 0.5)
    times: Literal["slide", "reading", "own"] = "slide"
    at: JointSeconds = Fraction(0)
    lasts: Seconds = Fraction(3)
    comes: Entrance = AT_ONCE
    goes: Entrance = AT_ONCE
    instants: Annotated[tuple[Instant, ...], Field(max_length=MOST_INSTANTS)] = ()
    """In shares of the words' own time."""
    in_outputs: tuple[WordsInOutput, ...] = ()

    def in_output(self, output_id: str) -> WordsInOutput | None:
        """Return what it has of its own in an output."""
        return next((own for own in self.in_outputs if own.output == output_id), None)

    def as_in(self, output_id: str) -> "Words":
        """Return it as it is in an output."""
        own = self.in_output(output_id)
        if own is None:
            return self
        fields = {name: getattr(own, name) for name in ("text", "anchor", "place") if getattr(own, name) is not None}
        return self.model_copy(update=fields)

    def with_outputs(self, kept: Container[str]) -> Self:
        """Return it without what it says of other outputs than those kept."""
        in_outputs = tuple(own for own in self.in_outputs if own.output in kept)
        return self if len(in_outputs) == len(self.in_outputs) else self.changed(in_outputs=in_outputs)


class EmblemInOutput(Value):
    """What an emblem has of its own in one output; None = as elsewhere."""

    output: Identifier
    size: Annotated[float, Field(ge=0.01, le=1.0, allow_inf_nan=False)] | None = None
    anchor: Anchor | None = None
    place: Place | None = None
    left_out: bool = False


class Emblem(Value):
    """A small picture of the set, laid over the show.

    size : of its longer side, in short sides of the frame; anchor ``auto`` : the corner that is free; slides : those
    over which it lies, none = all; from ``at`` seconds after each run of them begins, ``lasts`` = 0 : to its end.
    """

    id: Identifier
    photo: Identifier
    size: Annotated[float, Field(ge=0.01, le=1.0, allow_inf_nan=False), Shown("Size", " %", 0.01)] = 0.14
    anchor: Anchor = "auto"
    place: Place = (0.5, 0.5)
    opacity: Annotated[Share, Shown("Opacity", " %", 0.05)] = 1.0
    slides: tuple[Identifier, ...] = ()
    at: Annotated[JointSeconds, Shown("From", " s")] = Fraction(0)
    lasts: Annotated[JointSeconds, Shown("For", " s")] = Fraction(0)
    comes: Entrance = Entrance.model_construct(kind="fade")
    goes: Entrance = Entrance.model_construct(kind="fade")
    in_outputs: tuple[EmblemInOutput, ...] = ()

    def in_output(self, output_id: str) -> EmblemInOutput | None:
        """Return what it has of its own in an output."""
        return next((own for own in self.in_outputs if own.output == output_id), None)

    def as_in(self, output_id: str) -> "Emblem | None":
        """Return it as it is in an output; None where it is left out."""
        own = self.in_output(output_id)
        if own is None:
            return self
        fields = {name: getattr(own, name) for name in ("size", "anchor", "place") if getattr(own, name) is not None}
        return None if own.left_out else self.model_copy(update=fields)

    def with_outputs(self, kept: Container[str]) -> Self:
        """Return it without what it says of other outputs than those kept."""
        return self.changed(in_outputs=tuple(own for own in self.in_outputs if own.output in kept))

    def renamed(self, photos: Mapping[str, str]) -> Self:
        return self.changed(photo=photos.get(self.photo, self.photo))
