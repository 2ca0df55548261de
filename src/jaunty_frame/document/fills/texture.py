"""Paper and cloth."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.core.colouring.texture_kinds import Texture
from jaunty_frame.document.basis.values import Colour, Shown
from jaunty_frame.document.fill import DriftingFill


class TextureFill(DriftingFill):
    """A paper or a cloth of one colour."""

    label: ClassVar[str] = "Paper"
    kind: Literal["texture"] = "texture"
    texture: Annotated[Texture, Shown("Texture")] = "rough-paper"
    colour: Annotated[Colour, Shown("Colour")] = "#e6dfd0"
    relief: Annotated[float, Field(ge=0.0, le=3.0), Shown("Relief", "", 0.1)] = 1.0
