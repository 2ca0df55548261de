"""Plain colours sweep over the picture; behind them is the next."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import Colour, EasingValue, Shown
from jaunty_frame.document.transition import Side, TimedTransition


class Sweep(TimedTransition):
    """``colours`` follow each other to ``direction``; ``stagger`` : how far apart, in shares of the frame."""

    label: ClassVar[str] = "Sweep"
    kind: Literal["sweep"] = "sweep"
    direction: Annotated[Side, Shown("Travels to")] = "auto"
    colours: Annotated[tuple[Colour, ...], Field(min_length=1, max_length=4), Shown("Colours")] = ("#4f5d1c", "#c8b48a")
    stagger: Annotated[float, Field(ge=0.1, le=1.0), Shown("Apart", "", 0.05)] = 0.3
    easing: Annotated[EasingValue, Shown("Easing")] = EASE_IN_OUT

    @property
    def light_changes(self) -> int:
        return 1 + len(self.colours)
