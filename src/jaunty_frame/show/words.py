"""The words that people read for the values of the document."""

from fractions import Fraction
from typing import Any

from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.motion.courses import Direction, Move, Strength
from jaunty_frame.core.motion.paths import EASE, EASE_IN, EASE_IN_OUT, EASE_OUT, LINEAR
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.basis.kinds import Kind
from jaunty_frame.document.edits.order import Order
from jaunty_frame.document.looks.aspects import SLIDE_FIELDS, SlideAspect, held_fields
from jaunty_frame.document.model import Output, Project, Slide
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import project_settings
from jaunty_frame.document.transition import Transition
from jaunty_frame.document.transitions.cut import Cut

PLACEMENT_WORDS = {
    Placement.AUTO: "Auto",
    Placement.COVER: "Cover",
    Placement.SUBJECT: "Subject",
    Placement.WHOLE: "Whole",
}
COVERING_WORDS = {
    Covering.READILY: "Readily",
    Covering.BALANCED: "Balanced",
    Covering.RELUCTANTLY: "Reluctantly",
}
MOVE_WORDS = {
    Move.AUTO: "Auto",
    Move.HOLD: "Hold",
    Move.PUSH_IN: "Push in",
    Move.PULL_OUT: "Pull out",
    Move.PAN: "Pan",
    Move.TILT: "Tilt",
    Move.DIAGONAL: "Diagonal",
    Move.LEAN: "Lean",
    Move.ENTER: "Enter",
}
SHOW_MOVE_WORDS = {"none": "None", "push-in": "Push in", "pull-out": "Pull out"}
_SIDES = {
    Direction.LEFT: "Left",
    Direction.RIGHT: "Right",
    Direction.UP: "Up",
    Direction.DOWN: "Down",
}
DIRECTION_WORDS: dict[Move, dict[Direction, str]] = {
    Move.PAN: {Direction.AUTO: "Auto", Direction.LEFT: "Left", Direction.RIGHT: "Right"},
    Move.TILT: {Direction.AUTO: "Auto", Direction.UP: "Up", Direction.DOWN: "Down"},
    Move.DIAGONAL: {
        Direction.AUTO: "Auto",
        Direction.UP_LEFT: "Up left",
        Direction.UP_RIGHT: "Up right",
        Direction.DOWN_LEFT: "Down left",
        Direction.DOWN_RIGHT: "Down right",
    },
    Move.LEAN: {Direction.AUTO: "Auto", Direction.RIGHT: "Clockwise", Direction.LEFT: "Counter"},
    Move.ENTER: {Direction.AUTO: "Auto", **_SIDES},
}
"""The directions that a move can have; moves that are not named have none."""
EASING_WORDS = {
    LINEAR: "Even",
    EASE_IN_OUT: "Soft",
    EASE_IN: "Soft start",
    EASE_OUT: "Soft end",
    EASE: "Ease",
}
STRENGTH_WORDS = {Strength.GENTLE: "Gentle", Strength.PLAIN: "Plain", Strength.STRONG: "Strong"}


LENGTHS_OFFERED = tuple(Fraction(text) for text in ("1/2", "1", "2", "3", "7/2", "4", "5", "6", "8", "10"))
"""Seconds of a slide that are offered; common practice."""

ASPECT_WORDS = {
    SlideAspect.PLACEMENT: "Placement",
    SlideAspect.MOVE: "Move",
    SlideAspect.SECONDS: "Seconds",
    SlideAspect.JOINT: "Joint after it",
    SlideAspect.FILL: "Fill",
    SlideAspect.MOUNT: "Mount",
    SlideAspect.INSTANTS: "Instants",
    SlideAspect.CORRECTION: "Colour correction",
}
FIELD_WORDS = {
    "seconds": "Seconds",
    "placement": "Placement",
    "covering": "Covering",
    "move": "Move",
    "strength": "Strength",
    "easing": "Easing",
    "fill": "Fill",
    "mount": "Mount",
    "transition": "Joint",
}
"""The fields of a slide that may be left to the house rules."""
_WORDS: dict[str, dict] = {
    "placement": PLACEMENT_WORDS,
    "covering": COVERING_WORDS,
    "move": MOVE_WORDS,
    "strength": STRENGTH_WORDS,
    "easing": EASING_WORDS,
}


def value_words(name: str, value: Any) -> str:
    """Return the value of a slide's field for people."""
    if name == "instants":
        return counted(len(value), "instant") if value else "none"
    if value is None:
        return "none of its own" if name == "mount" else "as the house rules say"
    if isinstance(value, Transition):
        return transition_words(value)
    if isinstance(value, Kind):
        return value.label
    if isinstance(value, Mount):
        return mount_words(value)
    if isinstance(value, Fraction):
        return clock_text(value)
    if name == "direction":
        return "auto" if value is Direction.AUTO else value.value.replace("-", " ")
    if isinstance(value, bool):
        return "yes" if value else "no"
    known = _WORDS.get(name, {})
    return str(known.get(value, "own curve" if name == "easing" else value))


def mount_words(mount: Mount) -> str:
    """Return a mount in short: "92 %, border, shadow"."""
    parts = [percent(mount.size)] if mount.size < 1 else []
    parts += [mount.piece.replace("-", " ")] if mount.piece != "frame" else []
    parts += [name for name in ("border", "shadow", "lean", "softness", "vignette") if getattr(mount, name)]
    parts += ["turned in depth"] if mount.yaw or mount.pitch else []
    return ", ".join(parts) or "plain"


def own_words(slide: Slide, whole: bool = False) -> str:
    """Return what a slide says in place of the house rules: "own fill, joint", ``whole`` with the values."""
    names = {"transition": "joint"}
    if whole:
        said = [f"{names.get(name, name)} {value_words(name, value)}" for name, value in slide.own.items()]
        return f"Of its own: {', '.join(said)}" if said else ""
    return f"own {', '.join(names.get(name, name) for name in slide.own)}" if slide.own else ""


def aspect_words(aspect: SlideAspect, project: Project, slide: Slide) -> str:
    """Return what a slide has of an aspect, and whether that is its own: "Cover, balanced (house rules)"."""
    settings = project_settings(project, [slide])[0]
    if aspect is SlideAspect.CORRECTION:
        photo = next((project.photo(name) for name in slide.exhibit.photos), None)
        parts = [] if photo is None else [f"{name} {value:+.2f}" for name, value in photo.correction if value]
        return ", ".join(parts) or "none"
    names = SLIDE_FIELDS[aspect]
    held = held_fields(slide, settings, {aspect})
    if held.get("move") is Move.HOLD:
        held = {"move": Move.HOLD}
    told = {name: value for name, value in held.items() if value is not Direction.AUTO and name != "path"}
    said = [value_words(name, value) for name, value in told.items()]
    words = ", ".join(word if k == 0 else word[:1].lower() + word[1:] for k, word in enumerate(said))
    ruled = aspect is not SlideAspect.INSTANTS and not any(name in slide.own for name in names)
    return f"{words} (house rules)" if ruled else words


def counted(count: int, noun: str) -> str:
    """Return for example "1 slide", "3 slides"."""
    return f"{count} {noun}{'s' * (count != 1)}"


def percent(share: float) -> str:
    """Return a share for people."""
    return f"{share * 100:.0f} %" if share >= 0.01 else f"{share * 100:.1f} %"


def without_place(sentence: str, slide: int, output: Output) -> str:
    """Return a finding's sentence without its place, for where the place is plain."""
    said = sentence.removeprefix(f"Slide {slide} in {output.name}").removeprefix(f"Slide {slide}:").lstrip(": ")
    return said[:1].upper() + said[1:]


ORDER_WORDS = {
    Order.TIME: "By capture time",
    Order.NAME: "By name",
    Order.SHAPE: "By shape",
    Order.SPREAD: "Spread the shapes",
    Order.REVERSE: "Reverse",
}


def transition_words(transition: Transition, seconds: Fraction | None = None) -> str:
    """Return for example "Cross dissolve 0.7 s". seconds : what it got, where the slides were too short for all."""
    wanted = transition.joint_seconds
    if not wanted:
        return Cut.label
    if seconds is not None and seconds < wanted:
        return f"{transition.label} {clock_text(seconds)}, for {clock_text(wanted)} the slides are too short"
    return f"{transition.label} {clock_text(wanted)}"


def shape_words(output: Output) -> str:
    """Return the shape of an output in small numbers where it has any, like "9:16"."""
    aspect = output.aspect.limit_denominator(50)
    if abs(float(aspect - output.aspect)) > 1e-3 or max(aspect.numerator, aspect.denominator) > 32:
        return f"{float(output.aspect):.2f}:1"
    return f"{aspect.numerator}:{aspect.denominator}"


def rate_words(output: Output) -> str:
    return f"{float(output.frame_rate):.5g} fps"


def size_words(output: Output) -> str:
    return f"{output.width}×{output.height}"


def bytes_words(size: float) -> str:
    """Return a size for people: "3.2 MB", "1.4 GB"."""
    for unit, bytes_of in (("GB", 1e9), ("MB", 1e6)):
        if size >= bytes_of:
            return f"{size / bytes_of:.{1 if size < 10 * bytes_of else 0}f} {unit}"
    return f"{max(round(size / 1000), 1)} kB"


def duration_words(seconds: float) -> str:
    """Return about how long something takes: "20 seconds", "3 minutes", "2.5 hours"."""
    if seconds < 90:
        return counted(max(round(seconds / 5) * 5, 5), "second")
    return counted(round(seconds / 60), "minute") if seconds < 5400 else f"{seconds / 3600:.1f} hours"


def still_name(photo: Photo, at: Fraction) -> str:
    """Return what the file of a clip's picture is called: its name, and minutes, seconds and hundredths."""
    return f"{photo.path.rsplit('/', 1)[-1].rpartition('.')[0] or 'clip'} {_clock_name(at)}.png"


def frame_name(number: int, output_id: str, at: Fraction) -> str:
    """Return what the file of a slide's frame is called: the slide's number, its output and the time in the slide."""
    return f"slide {number:02} {output_id} {_clock_name(at)}.png"


def _clock_name(at: Fraction) -> str:
    hundredths = int(at * 100)
    return f"{hundredths // 6000}-{hundredths // 100 % 60:02}.{hundredths % 100:02}"
