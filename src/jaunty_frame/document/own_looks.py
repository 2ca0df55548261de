"""Looks that come with the program."""

from fractions import Fraction

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Direction, Move, Strength
from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.look import Look
from jaunty_frame.document.photo import Correction
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.fade import Fade
from jaunty_frame.document.transitions.shove import Shove

OWN_LOOKS = (
    Look(
        name="On the wall",
        placement=Placement.WHOLE,
        move=Move.HOLD,
        fill=PlainFill(colour="#e9e5dc"),
        transition=CrossDissolve(seconds=Fraction(1)),
        seconds=Fraction(4),
    ),
    Look(
        name="Slow breath",
        placement=Placement.AUTO,
        move=Move.PUSH_IN,
        strength=Strength.GENTLE,
        easing=EASE_IN_OUT,
        fill=BlurredFill(),
        transition=CrossDissolve(seconds=Fraction(3, 2)),
        seconds=Fraction(6),
    ),
    Look(name="Brisk", placement=Placement.COVER, move=Move.HOLD, transition=Cut(), seconds=Fraction(2)),
    Look(
        name="Walk along",
        placement=Placement.COVER,
        move=Move.PAN,
        direction=Direction.AUTO,
        transition=Shove(seconds=Fraction(4, 5)),
        seconds=Fraction(5),
    ),
    Look(
        name="Evening",
        correction=Correction(exposure=-0.2, saturation=0.1, warmth=0.25),
        transition=Fade(seconds=Fraction(6, 5)),
        seconds=Fraction(5),
    ),
)
