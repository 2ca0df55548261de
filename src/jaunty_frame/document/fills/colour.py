"""A plain fill."""

from typing import Annotated, ClassVar, Literal

from jaunty_frame.document.basis.values import Colour, Shown
from jaunty_frame.document.fill import ShadedFill


class PlainFill(ShadedFill):
    """A fill of one colour."""

    label: ClassVar[str] = "Colour"
    kind: Literal["colour"] = "colour"
    colour: Annotated[Colour, Shown("Colour of the fill")] = "#000000"
