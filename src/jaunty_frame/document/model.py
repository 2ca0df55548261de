"""The project as data. All values are frozen; a changed project is a new one that shares what is unchanged.

Boxes and windows are fractions of the upright photo: after its EXIF orientation and the user's quarter turns,
before straightening. ``None`` in a slide means "as the house rules say".
"""

from fractions import Fraction
from typing import Annotated, Any, Literal, Self

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    PlainSerializer,
    StringConstraints,
    model_validator,
)

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS, Placement
from jaunty_frame.core.geometry import zones
from jaunty_frame.core.geometry.windows import Window, frame_aspect, turned_size
from jaunty_frame.core.motion.courses import MOST_LEAN, Direction, Move, Strength
from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.time.timebase import fraction_text, parse_fraction
from jaunty_frame.errors import UsageError

MAX_SLIDES = 5000
MAX_OUTPUTS = 64
MAX_KEEP_AREAS = 32
MOST_STRAIGHTENING = 15.0
MOST_MARGIN = 0.45
LONGEST_SIDE = 8192

FORMAT = "jaunty-frame"
VERSION = 1


def _as_fraction(value: Any) -> Any:
    if isinstance(value, Fraction):
        return value
    if isinstance(value, str) and len(value) <= 40:
        try:
            return parse_fraction(value)
        except UsageError as error:
            raise ValueError(str(error)) from error
    raise ValueError("a time or rate is written as text, for example “7/2”")


def _between(low: Fraction, high: Fraction) -> BeforeValidator:
    def check(value: Any) -> Fraction:
        number = _as_fraction(value)
        if not low <= number <= high:
            raise ValueError(f"{float(number):g} lies outside {float(low):g} to {float(high):g}")
        if number.denominator > 1_000_000:
            raise ValueError("its denominator is over 1000000")
        return number

    return BeforeValidator(check, json_schema_input_type=str)


_TEXT = PlainSerializer(fraction_text, return_type=str)
Seconds = Annotated[Fraction, _between(Fraction(1, 10), Fraction(3600)), _TEXT]
JointSeconds = Annotated[Fraction, _between(Fraction(0), Fraction(60)), _TEXT]
FrameRate = Annotated[Fraction, _between(Fraction(10), Fraction(120)), _TEXT]
Aspect = Annotated[Fraction, _between(Fraction(1, 4), Fraction(4)), _TEXT]

Identifier = Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9][A-Za-z0-9@._-]{0,63}$")]
ShortText = Annotated[str, StringConstraints(max_length=200)]
Share = Annotated[float, Field(ge=0.0, le=1.0, allow_inf_nan=False)]
Margin = Annotated[float, Field(ge=0.0, le=MOST_MARGIN, allow_inf_nan=False)]
Colour = Annotated[str, StringConstraints(pattern=r"^#[0-9a-fA-F]{6}$")]
_Position = Annotated[float, Field(ge=-100.0, le=100.0, allow_inf_nan=False)]
_Extent = Annotated[float, Field(ge=0.001, le=100.0, allow_inf_nan=False)]


def _as_window(value: Any) -> Any:
    return tuple(value) if isinstance(value, list | Window) else value


WindowValue = Annotated[
    tuple[_Position, _Position, _Extent, _Extent],
    BeforeValidator(_as_window, json_schema_input_type=list[float]),
]
EasingValue = Annotated[
    tuple[Share, Share, Share, Share], BeforeValidator(_as_window, json_schema_input_type=list[float])
]


class Value(BaseModel):
    """Base of all values: frozen, nothing extra, no NaN."""

    # Deferred: building every class on its own at import would take 0.08 s of the start. Defaults are constructed
    # without validation, which would build their classes too.
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, defer_build=True)

    def changed(self, **fields: Any) -> Self:
        """Return a copy with ``fields`` changed, validated (which ``model_copy`` would not do)."""
        return type(self)(**{**{name: getattr(self, name) for name in type(self).model_fields}, **fields})


def _ensure_inside(box: tuple[float, float, float, float], what: str) -> None:
    x, y, w, h = box
    if min(x, y) < -1e-9 or x + w > 1 + 1e-9 or y + h > 1 + 1e-9:
        raise ValueError(f"{what} lies inside the photo, 0 to 1")


class KeepArea(Value):
    """A box in the photo that should stay visible; weight 1 is required, less is wished for."""

    box: WindowValue
    weight: Share = 1.0
    origin: Literal["found", "hand"] = "hand"
    what: AreaKind = AreaKind.AREA
    confidence: Share = 1.0

    @model_validator(mode="after")
    def _inside(self) -> Self:
        _ensure_inside(self.box, "a keep area")
        return self


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
    quarter_turns: Annotated[int, Field(ge=0, le=3)] = 0
    straightening: Annotated[float, Field(ge=-MOST_STRAIGHTENING, le=MOST_STRAIGHTENING)] = 0.0
    """Degrees clockwise about the photo's centre; keep areas and windows stay as they were."""
    correction: Correction = NO_CORRECTION
    keep_areas: Annotated[tuple[KeepArea, ...], Field(max_length=MAX_KEEP_AREAS)] = ()
    attention: Attention = NO_ATTENTION
    """Found with the keep areas; it goes when the user changes them."""
    finder: Annotated[int, Field(ge=0)] = 0
    """Version of the finder that looked for keep areas; 0 = nobody has looked yet."""

    @property
    def upright_size(self) -> tuple[int, int]:
        return turned_size(self.width, self.height, self.quarter_turns)


class PlainFill(Value):
    """A fill of one colour."""

    kind: Literal["colour"] = "colour"
    colour: Colour = "#000000"


class BlurredFill(Value):
    """The same photo, enlarged and blurred."""

    kind: Literal["blurred"] = "blurred"


FillValue = Annotated[PlainFill | BlurredFill, Field(discriminator="kind")]


class Transition(Value):
    """How one slide becomes the next."""

    kind: Literal["cut", "cross-dissolve"] = "cross-dissolve"
    seconds: JointSeconds = Fraction(7, 10)

    @property
    def joint_seconds(self) -> Fraction:
        return Fraction(0) if self.kind == "cut" else self.seconds


class Slide(Value):
    """One appearance of a photo in the running order. ``transition`` is the joint after it."""

    id: Identifier
    photo: Identifier
    seconds: Seconds | None = None
    placement: Placement | None = None
    move: Move | None = None
    direction: Direction = Direction.AUTO
    strength: Strength | None = None
    easing: EasingValue | None = None
    path: Literal["straight", "arc"] = "straight"
    """How the window goes from opening to closing; see ``core.motion.arcs``."""
    fill: FillValue | None = None
    transition: Transition | None = None
    close_up: WindowValue | None = None
    """The part of the photo that this slide is about; None = all of it."""

    @model_validator(mode="after")
    def _inside(self) -> Self:
        if self.close_up is not None:
            _ensure_inside(self.close_up, "a close-up")
        return self


class ZoneMargins(Value):
    """Regions of an output, as margins in fractions of the frame; see ``core.geometry.zones``."""

    action_safe: Margin = 0.0
    title_safe: Margin = 0.0
    overlay_top: Margin = 0.0
    overlay_bottom: Margin = 0.0
    overlay_left: Margin = 0.0
    overlay_right: Margin = 0.0
    cut_out: Aspect | None = None
    tile: Aspect | None = None

    def as_zones(self) -> zones.Zones:
        return zones.Zones(**dict(self))


class Output(Value):
    """One place where the show will be seen."""

    id: Identifier
    name: ShortText
    width: Annotated[int, Field(ge=64, le=LONGEST_SIDE, multiple_of=2)]
    height: Annotated[int, Field(ge=64, le=LONGEST_SIDE, multiple_of=2)]
    pixel_aspect: Aspect = Fraction(1)
    frame_rate: FrameRate = Fraction(30)
    zones: ZoneMargins = ZoneMargins.model_construct()

    @property
    def aspect(self) -> Fraction:
        return frame_aspect(self.width, self.height, self.pixel_aspect)


class HouseRules(Value):
    """The project's defaults."""

    seconds_held: Seconds = Fraction(7, 2)
    seconds_moving: Seconds = Fraction(5)
    placement: Placement = Placement.AUTO
    move: Move = Move.AUTO
    strength: Strength = Strength.GENTLE
    show_move: Literal["none", "push-in", "pull-out"] = "none"
    """One slow move through all slides that have no move of their own."""
    easing: EasingValue = EASE_IN_OUT
    fill: FillValue = BlurredFill.model_construct()
    transition: Transition = Transition.model_construct()
    fade_in: JointSeconds = Fraction(7, 10)
    fade_out: JointSeconds = Fraction(7, 10)
    least_softness: Annotated[float, Field(ge=0.1, le=4.0)] = 0.75


Lean = Annotated[float, Field(ge=-MOST_LEAN, le=MOST_LEAN)]
"""Degrees by which the photo leans clockwise, beside its straightening."""


class HandSet(Value):
    """The framing of one slide in one output, set by the user."""

    slide: Identifier
    output: Identifier
    opening: WindowValue | None = None
    """None = found from the closing, by the slide's move."""
    closing: WindowValue
    opening_lean: Lean = 0.0
    closing_lean: Lean = 0.0


class Project(Value):
    """A photo set, its running order and its outputs."""

    title: ShortText = "Untitled show"
    photos: Annotated[tuple[Photo, ...], Field(max_length=MAX_SLIDES)] = ()
    slides: Annotated[tuple[Slide, ...], Field(max_length=MAX_SLIDES)] = ()
    outputs: Annotated[tuple[Output, ...], Field(max_length=MAX_OUTPUTS)] = ()
    house_rules: HouseRules = HouseRules()
    hand_set: Annotated[tuple[HandSet, ...], Field(max_length=MAX_SLIDES * 8)] = ()

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        photos = _unique("photo", [photo.id for photo in self.photos])
        slides = _unique("slide", [slide.id for slide in self.slides])
        outputs = _unique("output", [output.id for output in self.outputs])
        for slide in self.slides:
            if slide.photo not in photos:
                raise ValueError(f"slide {slide.id} shows photo {slide.photo}, which is not in the set")
        for framing in self.hand_set:
            if framing.slide not in slides or framing.output not in outputs:
                raise ValueError(
                    f"a hand-set framing belongs to {framing.slide} in {framing.output}, which is not there"
                )
        _unique("hand-set framing", [(framing.slide, framing.output) for framing in self.hand_set])
        return self

    def photo(self, photo_id: str) -> Photo:
        return next(photo for photo in self.photos if photo.id == photo_id)

    def slide(self, slide_id: str) -> Slide:
        return next(slide for slide in self.slides if slide.id == slide_id)

    def output(self, output_id: str) -> Output:
        for output in self.outputs:
            if output.id == output_id:
                return output
        known = ", ".join(output.id for output in self.outputs) or "none"
        raise UsageError(f"The project has no output “{output_id}”; it has: {known}.")

    def hand_set_framing(self, slide_id: str, output_id: str) -> HandSet | None:
        return next((f for f in self.hand_set if f.slide == slide_id and f.output == output_id), None)

    def seconds_of(self, slide: Slide) -> Fraction:
        """Return how long ``slide`` is seen: its own time, else the house rule for held or moving slides."""
        if slide.seconds is not None:
            return slide.seconds
        rules = self.house_rules
        held = (slide.move or rules.move) is Move.HOLD and (slide.move or rules.show_move == "none")
        return rules.seconds_held if held else rules.seconds_moving


def _unique(what: str, ids: list) -> set:
    seen = set(ids)
    if len(seen) < len(ids):
        double = next(i for i in ids if ids.count(i) > 1)
        raise ValueError(f"two of the same {what}: {double}")
    return seen
