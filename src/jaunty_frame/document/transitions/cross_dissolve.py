"""One picture melts into the next."""

from fractions import Fraction
from typing import Annotated, ClassVar, Literal

from jaunty_frame.document.transition import TimedTransition
from jaunty_frame.document.values import JointSeconds, Shown


class CrossDissolve(TimedTransition):
    """The old picture goes as the new one comes."""

    label: ClassVar[str] = "Cross dissolve"
    kind: Literal["cross-dissolve"] = "cross-dissolve"
    seconds: Annotated[JointSeconds, Shown("Length of the dissolve", " s")] = Fraction(7, 10)
