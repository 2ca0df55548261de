"""A shape about the middle of the frame grows or shrinks; in it, or around it, is the next picture."""

from typing import Annotated, ClassVar, Literal

from jaunty_frame.document.basis.values import Share, Shown
from jaunty_frame.document.transition import PhotoTransition


class Iris(PhotoTransition):
    """``opens`` : the new picture grows from the middle; ``closes`` : the old one shrinks into it."""

    label: ClassVar[str] = "Iris"
    kind: Literal["iris"] = "iris"
    shape: Annotated[Literal["round", "rectangle"], Shown("Shape")] = "round"
    way: Annotated[Literal["opens", "closes"], Shown("Way")] = "opens"
    softness: Annotated[Share, Shown("Soft edge", "", 0.05)] = 0.0
