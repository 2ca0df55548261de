"""One picture goes into a colour, and out of it comes the next."""

from typing import Annotated, ClassVar, Literal

from jaunty_frame.document.basis.values import Colour, Shown
from jaunty_frame.document.transition import TimedTransition


class Fade(TimedTransition):
    """Half of the time into the colour, half out of it."""

    label: ClassVar[str] = "Fade through"
    kind: Literal["fade"] = "fade"
    colour: Annotated[Colour, Shown("Through")] = "#000000"

    @property
    def light_changes(self) -> int:
        return 2
