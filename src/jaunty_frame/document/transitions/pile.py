"""The next photo arrives as a print, and what lies there stays."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import EasingValue, Share, Shown
from jaunty_frame.document.transition import Side, TimedTransition


class Pile(TimedTransition):
    """height : from which a print comes, which makes its shadow; lean : of prints at most; scatter : how far from the
    middle they may come to rest; drift : how far a print slides on while it is looked at."""

    label: ClassVar[str] = "Pile"
    kind: Literal["pile"] = "pile"
    arrives: Annotated[Side, Shown("Travels to")] = "auto"
    height: Annotated[Share, Shown("Height", " %", 0.05)] = 0.5
    lean: Annotated[float, Field(ge=0.0, le=15.0), Shown("Lean up to", "°", 0.5)] = 6.0
    alternates: Annotated[bool, Shown("Leans to and fro")] = True
    scatter: Annotated[Share, Shown("Scatter", " %", 0.05)] = 0.6
    drift: Annotated[Share, Shown("Slides on", " %", 0.1)] = 0.3
    easing: Annotated[EasingValue, Shown("Easing")] = EASE_IN_OUT

    @property
    def stays(self) -> bool:
        return True

    @property
    def light_changes(self) -> int:
        return 0
