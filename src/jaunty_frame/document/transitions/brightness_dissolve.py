"""One picture melts into the next, its dark or its light parts first."""

from typing import Annotated, ClassVar, Literal

from jaunty_frame.document.basis.values import Share, Shown
from jaunty_frame.document.transition import TimedTransition


class BrightnessDissolve(TimedTransition):
    """The brightness of the old picture says when each of its points goes."""

    label: ClassVar[str] = "Brightness dissolve"
    kind: Literal["brightness-dissolve"] = "brightness-dissolve"
    first: Annotated[Literal["dark", "light"], Shown("First")] = "dark"
    softness: Annotated[Share, Shown("Softness", "", 0.05)] = 0.3
