"""The project as data. All values are frozen; a changed project is a new one that shares what is unchanged.

Boxes and windows are fractions of the upright photo: after its EXIF orientation and the user's quarter turns,
before straightening. ``None`` in a slide means "as the house rules say" (``document.settings`` answers what holds).
"""

from collections.abc import Container, Iterable, Mapping
from fractions import Fraction
from itertools import pairwise
from typing import Annotated, Any, Literal, Self

from pydantic import FailFast, Field, model_validator

from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.geometry import zones
from jaunty_frame.core.geometry.windows import Window, frame_aspect
from jaunty_frame.core.motion.courses import MOST_LEAN, Direction, Move, Strength
from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import (
    Aspect,
    Colour,
    EasingValue,
    FrameRate,
    Identifier,
    JointSeconds,
    LongText,
    Margin,
    Pace,
    Seconds,
    ShortText,
    Value,
    WindowValue,
    ensure_inside,
)
from jaunty_frame.document.exhibit import EXHIBITS, Exhibit
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.document.exhibits.photo import PhotoExhibit
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.instant import MOST_INSTANTS, SAME_INSTANT, Instant, WindowInstant
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo, Shape
from jaunty_frame.document.sound import SILENCE, Lufs, Soundtrack
from jaunty_frame.document.transition import TRANSITIONS, Transition
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.words import CAPTION_STYLE, CREDIT_STYLE, TITLE_STYLE, Emblem, TypeStyle, Words
from jaunty_frame.errors import UsageError

MAX_SLIDES = 5000
MAX_OUTPUTS = 64
LONGEST_SIDE = 8192

MOST_WORDS = 40
"""On one slide."""
MOST_EMBLEMS = 40
MOST_OVERLAYS = 8

FORMAT = "jaunty-frame"
VERSION = 5

AnyExhibit = Annotated[Exhibit, EXHIBITS]
AnyFill = Annotated[Fill, FILLS]
AnyTransition = Annotated[Transition, TRANSITIONS]


class InOutput(Value):
    """What a slide has of its own in one output only; None = as elsewhere."""

    output: Identifier
    fill: AnyFill | None = None
    mount: Mount | None = None


class Slide(Value):
    """One place in the running order. ``transition`` is the joint after it."""

    id: Identifier
    exhibit: AnyExhibit
    seconds: Seconds | None = None
    locked: bool = False
    """Whether its seconds stay when the show is fitted to a length."""
    placement: Placement | None = None
    covering: Covering | None = None
    move: Move | None = None
    direction: Direction = Direction.AUTO
    strength: Strength | None = None
    easing: EasingValue | None = None
    path: Literal["straight", "arc"] = "straight"
    """How the window goes from opening to closing; see ``core.motion.arcs``."""
    fill: AnyFill | None = None
    mount: Mount | None = None
    transition: AnyTransition | None = None
    instants: Annotated[tuple[Instant, ...], Field(max_length=MOST_INSTANTS)] = ()
    """In the order of their times."""
    words: Annotated[tuple[Words, ...], Field(max_length=MOST_WORDS)] = ()
    """From back to front."""
    in_outputs: tuple[InOutput, ...] = ()
    left_out: tuple[Identifier, ...] = ()
    """The ids of the outputs that do not show it."""

    def in_output(self, output_id: str) -> InOutput | None:
        """Return what it has of its own in an output."""
        return next((own for own in self.in_outputs if own.output == output_id), None)

    @property
    def fills(self) -> tuple[Fill, ...]:
        """All fills that it says: its own, those of single outputs and of instants."""
        said = (self.fill, *(one.fill for one in self.in_outputs), *(one.fill for one in self.instants))
        return tuple(fill for fill in said if fill is not None)

    def renamed(self, photos: Mapping[str, str]) -> Self:
        """Return it with other ids for the photos that it shows, and for the pictures of its fills."""

        def of(fill: Fill | None) -> Fill | None:
            return None if fill is None else fill.renamed(photos)

        return self.changed(
            exhibit=self.exhibit.renamed(photos),
            fill=of(self.fill),
            in_outputs=tuple(one.changed(fill=of(one.fill)) for one in self.in_outputs),
            instants=tuple(one.changed(fill=of(one.fill)) for one in self.instants),
        )

    def with_outputs(self, kept: Container[str]) -> Self:
        """Return it without what it says of other outputs than those kept."""
        left_out = tuple(name for name in self.left_out if name in kept)
        in_outputs = tuple(own for own in self.in_outputs if own.output in kept)
        words = tuple(one.with_outputs(kept) for one in self.words)
        if (left_out, in_outputs, words) == (self.left_out, self.in_outputs, self.words):
            return self
        return self.changed(left_out=left_out, in_outputs=in_outputs, words=words)

    @model_validator(mode="after")
    def _instants_in_order(self) -> Self:
        times = [one.at for one in self.instants]
        if any(later - earlier <= SAME_INSTANT / 2 for earlier, later in pairwise(times)):
            raise ValueError("instants stand in the order of their times, each at its own")
        _unique("words of a slide", [one.id for one in self.words])
        return self

    @property
    def own(self) -> dict[str, Any]:
        """What the slide says in place of the house rules, by the names of its fields."""
        return {name: getattr(self, name) for name in RULED if getattr(self, name) is not None}


RULED = tuple(name for name, field in Slide.model_fields.items() if field.default is None)
"""The fields of a slide that may be left to the house rules."""


def exhibit_of(photo: Photo) -> PhotoExhibit | ClipExhibit:
    """Return what shows a photo, or a clip, by itself."""
    return (PhotoExhibit if photo.moving is None else ClipExhibit)(photo=photo.id)


def photo_slide(slide_id: str, photo: Photo, **fields: Any) -> Slide:
    """Return a slide that shows a photo, or a clip, with some fields of its own; all others are as the house rules
    say."""
    return Slide(id=slide_id, exhibit=exhibit_of(photo), **fields)


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
    boxes: Annotated[tuple[WindowValue, ...], Field(max_length=MOST_OVERLAYS)] = ()
    """Further parts that may be covered."""

    @model_validator(mode="after")
    def _inside(self) -> Self:
        for box in self.boxes:
            ensure_inside(box, "a part that may be covered")
        return self

    def as_zones(self) -> zones.Zones:
        return zones.Zones(**{**dict(self), "boxes": tuple(Window(*box) for box in self.boxes)})


class Output(Value):
    """One place where the show will be seen."""

    id: Identifier
    name: ShortText
    width: Annotated[int, Field(ge=64, le=LONGEST_SIDE, multiple_of=2)]
    height: Annotated[int, Field(ge=64, le=LONGEST_SIDE, multiple_of=2)]
    pixel_aspect: Aspect = Fraction(1)
    frame_rate: FrameRate = Fraction(30)
    pace: Pace = Fraction(1)
    """What the seconds of all slides are multiplied by; transitions and fades keep theirs."""
    zones: ZoneMargins = ZoneMargins.model_construct()
    loudness: Lufs | None = None
    """To which its sound is brought, in LUFS; None = as is usual for its shape."""

    @property
    def target_lufs(self) -> float:
        """-14 LUFS for what is as high as wide, as phones and posts are (common practice), else -23 (EBU R 128)."""
        if self.loudness is not None:
            return self.loudness
        return -14.0 if self.aspect <= 1 else -23.0

    @property
    def aspect(self) -> Fraction:
        return frame_aspect(self.width, self.height, self.pixel_aspect)


class ShapeRules(Value):
    """Defaults for photos of one shape; None = as for all."""

    shape: Shape
    seconds: Seconds | None = None
    placement: Placement | None = None
    covering: Covering | None = None
    move: Move | None = None
    strength: Strength | None = None
    easing: EasingValue | None = None
    fill: AnyFill | None = None
    mount: Mount | None = None


class HouseRules(Value):
    """The project's defaults."""

    seconds_held: Seconds = Fraction(7, 2)
    seconds_moving: Seconds = Fraction(5)
    seconds_new: Seconds | None = None
    """What slides that come in get as their own; None = nothing of their own."""
    placement: Placement = Placement.AUTO
    covering: Covering = Covering.BALANCED
    move: Move = Move.AUTO
    strength: Strength = Strength.GENTLE
    show_move: Literal["none", "push-in", "pull-out"] = "none"
    """One slow move through all slides that have no move of their own."""
    easing: EasingValue = EASE_IN_OUT
    fill: AnyFill = BlurredFill.model_construct()
    mount: Mount | None = None
    """None = as it is, or set off."""
    set_off: bool = True
    """Whether photos that do not cover, and have no mount, get one that sets them off from their fill."""
    transition: AnyTransition = CrossDissolve.model_construct()
    most_kinds: Annotated[int, Field(ge=1, le=20)] = 1
    """How many kinds of transition a show may have before it is a finding; cuts do not count."""
    fade_in: JointSeconds = Fraction(7, 10)
    fade_in_colour: Colour = "#000000"
    fade_out: JointSeconds = Fraction(7, 10)
    fade_out_colour: Colour = "#000000"
    least_softness: Annotated[float, Field(ge=0.1, le=4.0)] = 0.75
    title: TypeStyle = TITLE_STYLE
    caption: TypeStyle = CAPTION_STYLE
    credit: TypeStyle = CREDIT_STYLE
    shapes: tuple[ShapeRules, ...] = ()

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        _unique("shape's rules", [rules.shape for rules in self.shapes])
        return self


Lean = Annotated[float, Field(ge=-MOST_LEAN, le=MOST_LEAN)]
"""Degrees by which the photo leans clockwise, beside its straightening."""


class HandSet(Value):
    """The framing of one slide in one output, set by the user."""

    slide: Identifier
    output: Identifier
    member: Annotated[int, Field(ge=0, le=3)] = 0
    """Which photo of a group, from 0."""
    opening: WindowValue | None = None
    """None = found from the closing, by the slide's move."""
    closing: WindowValue
    opening_lean: Lean = 0.0
    closing_lean: Lean = 0.0
    between: Annotated[tuple[WindowInstant, ...], Field(max_length=MOST_INSTANTS)] = ()
    """Places on the way, in the order of their times."""

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if any(later.at - earlier.at <= SAME_INSTANT / 2 for earlier, later in pairwise(self.between)):
            raise ValueError("places on the way stand in the order of their times, each at its own")
        return self


class Accepted(Value):
    """Findings that the user let be: those of a kind, of a slide, in an output; None stands for any."""

    kind: ShortText | None = None
    slide: Identifier | None = None
    output: Identifier | None = None


class Project(Value):
    """A photo set, its running order and its outputs."""

    title: ShortText = "Untitled show"
    author: ShortText = ""
    description: LongText = ""
    photos: Annotated[tuple[Photo, ...], Field(max_length=MAX_SLIDES), FailFast()] = ()
    slides: Annotated[tuple[Slide, ...], Field(max_length=MAX_SLIDES), FailFast()] = ()
    outputs: Annotated[tuple[Output, ...], Field(max_length=MAX_OUTPUTS), FailFast()] = ()
    house_rules: HouseRules = HouseRules.model_construct()
    hand_set: Annotated[tuple[HandSet, ...], Field(max_length=MAX_SLIDES * 8), FailFast()] = ()
    accepted: Annotated[tuple[Accepted, ...], Field(max_length=MAX_SLIDES * 8), FailFast()] = ()
    looks: Annotated[tuple[Look, ...], Field(max_length=200), FailFast()] = ()
    emblems: Annotated[tuple[Emblem, ...], Field(max_length=MOST_EMBLEMS), FailFast()] = ()
    """Over all else, from back to front."""
    sound: Soundtrack = SILENCE

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        photos = _unique("photo", [photo.id for photo in self.photos])
        slides = _unique("slide", [slide.id for slide in self.slides])
        outputs = _unique("output", [output.id for output in self.outputs])
        for slide in self.slides:
            for photo in slide.exhibit.photos:
                if photo not in photos:
                    raise ValueError(f"slide {slide.id} shows photo {photo}, which is not in the set")
            if not outputs.issuperset(slide.left_out):
                raise ValueError(f"slide {slide.id} is left out of an output that is not there")
            if not outputs.issuperset(own.output for own in slide.in_outputs):
                raise ValueError(f"slide {slide.id} has something of its own in an output that is not there")
            _unique("output of a slide", [own.output for own in slide.in_outputs])
        for framing in self.hand_set:
            if framing.slide not in slides or framing.output not in outputs:
                raise ValueError(
                    f"a hand-set framing belongs to {framing.slide} in {framing.output}, which is not there"
                )
        for emblem in self.emblems:
            if emblem.photo not in photos:
                raise ValueError(f"emblem {emblem.id} shows photo {emblem.photo}, which is not in the set")
            if not (slides.issuperset(emblem.slides) and outputs.issuperset(own.output for own in emblem.in_outputs)):
                raise ValueError(f"emblem {emblem.id} speaks of a slide or an output that is not there")
            _unique("output of an emblem", [own.output for own in emblem.in_outputs])
        for sound in self.sound.sounds:
            if not slides.issuperset(sound.slides):
                raise ValueError(f"sound {sound.id} belongs to a slide that is not there")
            if not outputs.issuperset(own.output for own in sound.in_outputs):
                raise ValueError(f"sound {sound.id} has something of its own in an output that is not there")
            _unique("output of a sound", [own.output for own in sound.in_outputs])
        _unique("emblem", [emblem.id for emblem in self.emblems])
        _unique("look's name", [look.name for look in self.looks])
        _unique("hand-set framing", [(one.slide, one.output, one.member) for one in self.hand_set])
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

    def hand_set_framing(self, slide_id: str, output_id: str, member: int = 0) -> HandSet | None:
        key = slide_id, output_id, member
        return next((one for one in self.hand_set if (one.slide, one.output, one.member) == key), None)

    def is_hand_set(self, slide_id: str, output_id: str) -> bool:
        """Return whether the framing of any photo of a slide is set by hand in an output."""
        return any(one.slide == slide_id and one.output == output_id for one in self.hand_set)

    def photos_of(self, slides: Iterable[Slide]) -> tuple[Photo, ...]:
        """Return the photos that ``slides`` show, and the pictures of their own fills, each once, in their order."""
        by_id, names = {photo.id: photo for photo in self.photos}, list[str | None]()
        for slide in slides:
            names += [*slide.exhibit.photos, *(fill.picture for fill in slide.fills)]
        return tuple(by_id[name] for name in dict.fromkeys(names) if name in by_id)

    def photos_seen(self, slides: Iterable[Slide]) -> tuple[Photo, ...]:
        """Return all photos that are seen while ``slides`` are: pictures of the house rules' fills, too."""
        rules = self.house_rules
        pictures = {fill.picture for fill in (rules.fill, *(one.fill for one in rules.shapes)) if fill is not None}
        pictures |= {emblem.photo for emblem in self.emblems}
        shown = self.photos_of(slides)
        return (*shown, *(photo for photo in self.photos if photo.id in pictures and photo not in shown))


def build_models() -> None:
    """Build anew what holds values that come in kinds; to be called when there are other kinds."""
    for model in (Instant, Words, Look, InOutput, Slide, ShapeRules, HouseRules, Project):
        model.model_rebuild(force=True)


def _unique(what: str, ids: list) -> set:
    seen = set(ids)
    if len(seen) < len(ids):
        double = next(i for i in ids if ids.count(i) > 1)
        raise ValueError(f"two of the same {what}: {double}")
    return seen
