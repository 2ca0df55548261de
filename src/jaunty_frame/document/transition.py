"""How one slide becomes the next; the kinds are in ``transitions``, their painters in ``core.transitions``."""

from fractions import Fraction
from typing import Annotated, Literal

from jaunty_frame.core.motion.paths import EASE_IN_OUT, LINEAR
from jaunty_frame.document.basis.kinds import Kind, Kinds
from jaunty_frame.document.basis.values import EasingValue, JointSeconds, Shown

NO_TIME = Fraction(0)

Side = Literal["auto", "left", "right", "up", "down"]
"""Where things travel to. ``auto`` : solved for each output (``show.planning.joints``)."""

FillKind = Literal["same", "cut", "cross-dissolve"]


class Transition(Kind):
    """Base of all transitions. ``joint_seconds`` : how long both slides are seen."""

    @property
    def joint_seconds(self) -> Fraction:
        return NO_TIME

    @property
    def stays(self) -> bool:
        """Whether what lies there stays under what comes, as in a pile."""
        return False

    @property
    def light_changes(self) -> int:
        """How often the picture may go lighter or darker on the way; many in a second may be flashes."""
        return 1


class TimedTransition(Transition):
    """Base of those that take time. easing : of the way from the old picture to the new."""

    seconds: Annotated[JointSeconds, Shown("Length", " s")] = Fraction(7, 10)
    easing: Annotated[EasingValue, Shown("Easing")] = LINEAR

    @property
    def joint_seconds(self) -> Fraction:
        return self.seconds


class PhotoTransition(TimedTransition):
    """Base of those that the fill may stay out of. fill_kind : what becomes of the fill; ``same`` goes with the photo,
    else photos take the way over fills that change by themselves."""

    fill_kind: Annotated[FillKind, Shown("Fill")] = "same"


class MovingTransition(PhotoTransition):
    """Base of those in which pictures travel to a side."""

    direction: Annotated[Side, Shown("Travels to")] = "auto"
    easing: Annotated[EasingValue, Shown("Easing")] = EASE_IN_OUT


TRANSITIONS = Kinds(Transition, "jaunty_frame.document.transitions")
"""The kinds of transition, one a module."""
