"""The words that people read for the values of the document."""

from jaunty_frame.core.framing import Placement
from jaunty_frame.core.moves import Move, Strength
from jaunty_frame.core.timebase import clock_text
from jaunty_frame.document.model import Output, Transition

PLACEMENT_WORDS = {
    Placement.AUTO: "Auto",
    Placement.COVER: "Cover",
    Placement.SUBJECT: "Subject",
    Placement.WHOLE: "Whole",
}
MOVE_WORDS = {
    Move.AUTO: "Auto",
    Move.HOLD: "Hold",
    Move.PUSH_IN: "Push in",
    Move.PULL_OUT: "Pull out",
    Move.PAN: "Pan",
    Move.TILT: "Tilt",
}
STRENGTH_WORDS = {Strength.GENTLE: "Gentle", Strength.PLAIN: "Plain", Strength.STRONG: "Strong"}


def transition_words(transition: Transition) -> str:
    """Return for example "Cross dissolve 0.7 s"."""
    if not transition.joint_seconds:
        return "Cut"
    return f"Cross dissolve {clock_text(transition.seconds)}"


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
