"""A line travels over the frame; behind it is the next picture."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.core.motion.paths import LINEAR
from jaunty_frame.document.basis.values import EasingValue, Share, Shown
from jaunty_frame.document.transition import MovingTransition


class Wipe(MovingTransition):
    """The line travels to ``direction``, turned clockwise by ``angle``; ``softness`` in shares of its way."""

    label: ClassVar[str] = "Wipe"
    kind: Literal["wipe"] = "wipe"
    angle: Annotated[float, Field(ge=-45.0, le=45.0), Shown("Turned by", "°", 5.0)] = 0.0
    softness: Annotated[Share, Shown("Soft edge", "", 0.05)] = 0.0
    easing: Annotated[EasingValue, Shown("Easing")] = LINEAR
