"""Looks that come with the program."""

from fractions import Fraction

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Direction, Move, Strength
from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.gradient import GradientFill
from jaunty_frame.document.fills.texture import TextureFill
from jaunty_frame.document.fills.water import WaterFill
from jaunty_frame.document.looks.look import Look
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Correction
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut
from jaunty_frame.document.transitions.fade import Fade
from jaunty_frame.document.transitions.pile import Pile
from jaunty_frame.document.transitions.shove import Shove

OWN_LOOKS = (
    Look(
        name="On the wall",
        placement=Placement.WHOLE,
        move=Move.HOLD,
        fill=TextureFill(texture="rough-paper", colour="#e4ddcf", relief=0.7, vignette=0.2),
        mount=Mount(
            size=0.84,
            border=0.05,
            border_colour="#fbfaf6",
            line=0.002,
            line_gap=0.008,
            line_colour="#b5ad9c",
            shadow=0.45,
            shadow_blur=0.06,
            shadow_distance=0.018,
        ),
        transition=CrossDissolve(seconds=Fraction(1)),
        seconds=Fraction(4),
    ),
    Look(
        name="Slow breath",
        placement=Placement.AUTO,
        move=Move.PUSH_IN,
        strength=Strength.GENTLE,
        easing=EASE_IN_OUT,
        fill=BlurredFill(brightness=0.8, saturation=0.85, vignette=0.25),
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
        fill=BlurredFill(brightness=0.45, saturation=0.8, wash="#3a1c0c", washed=0.2, vignette=0.4),
        transition=Fade(seconds=Fraction(6, 5)),
        seconds=Fraction(5),
    ),
    Look(
        name="Prints on linen",
        move=Move.HOLD,
        fill=TextureFill(texture="linen", colour="#b8a88a"),
        transition=Pile(seconds=Fraction(1)),
        seconds=Fraction(4),
    ),
    Look(
        name="Round pane",
        move=Move.HOLD,
        fill=GradientFill(angle=150.0, vignette=0.2),
        mount=Mount(size=0.86, piece="circle", border=0.012, shadow=0.4, shadow_blur=0.08, shadow_distance=0.02),
        transition=CrossDissolve(seconds=Fraction(1)),
    ),
    Look(
        name="By the water",
        placement=Placement.WHOLE,
        move=Move.PUSH_IN,
        fill=WaterFill(strength=0.8, waves=1.2, blur=0.025, vignette=0.25),
        mount=Mount(size=0.86, border=0.01, shadow=0.5, shadow_blur=0.07, shadow_distance=0.015),
        transition=CrossDissolve(seconds=Fraction(3, 2)),
        seconds=Fraction(6),
    ),
    Look(
        name="Sample card",
        move=Move.HOLD,
        fill=TextureFill(texture="flecked-card", colour="#cfc3ab"),
        mount=Mount(size=0.88, piece="square", border=0.035, foot=3.0, border_paper=True, shadow=0.4, corners=0.008),
        transition=CrossDissolve(seconds=Fraction(4, 5)),
    ),
    Look(
        name="Held up",
        placement=Placement.WHOLE,
        move=Move.HOLD,
        fill=BlurredFill(brightness=0.6, saturation=0.7, blur=0.06, drift="left", vignette=0.3),
        mount=Mount(
            size=0.82,
            sized_by="area",
            corners=0.02,
            yaw=10.0,
            swings=True,
            shadow=0.6,
            shadow_blur=0.1,
            shadow_distance=0.04,
        ),
        transition=CrossDissolve(seconds=Fraction(1)),
        seconds=Fraction(5),
    ),
)
