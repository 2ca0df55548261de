"""From one colour to another."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.document.basis.values import Shown
from jaunty_frame.document.fill import ColouredFill


class GradientFill(ColouredFill):
    """Two colours: the leading ones of the photo, or chosen ones."""

    label: ClassVar[str] = "Gradient"
    kind: Literal["gradient"] = "gradient"
    angle: Annotated[float, Field(ge=0.0, le=360.0), Shown("Angle", "°", 15.0)] = 180.0
    """Clockwise, 0 = upwards."""
    swings: Annotated[bool, Shown("Swings slowly")] = False

    @property
    def lives(self) -> bool:
        return self.swings
