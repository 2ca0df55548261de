"""Through one picture into the next."""

from typing import Annotated, ClassVar, Literal

from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import EasingValue, Shown
from jaunty_frame.document.transition import TimedTransition


class Zoom(TimedTransition):
    """``in`` : the old picture comes nearer, the new one grows out of its middle; ``out`` : the same backwards."""

    label: ClassVar[str] = "Zoom"
    kind: Literal["zoom"] = "zoom"
    way: Annotated[Literal["in", "out"], Shown("Way")] = "in"
    easing: Annotated[EasingValue, Shown("Easing")] = EASE_IN_OUT
