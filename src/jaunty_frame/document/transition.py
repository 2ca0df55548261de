"""How one slide becomes the next; the kinds are in ``transitions``, their painters in ``core.transitions``."""

from fractions import Fraction

from jaunty_frame.document.kinds import Kind, Kinds
from jaunty_frame.document.values import JointSeconds

NO_TIME = Fraction(0)


class Transition(Kind):
    """Base of all transitions. ``joint_seconds`` : how long both slides are seen."""

    @property
    def joint_seconds(self) -> Fraction:
        return NO_TIME


class TimedTransition(Transition):
    """Base of those that take time."""

    seconds: JointSeconds = Fraction(7, 10)

    @property
    def joint_seconds(self) -> Fraction:
        return self.seconds


TRANSITIONS = Kinds(Transition, "jaunty_frame.document.transitions")
