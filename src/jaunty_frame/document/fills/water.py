"""Water over a colour, the photo, or another picture."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.document.basis.values import Colour, Identifier, Share, Shown
from jaunty_frame.document.fill import ShadedFill


class WaterFill(ShadedFill):
    """Ripples that move what lies under them."""

    label: ClassVar[str] = "Water"
    kind: Literal["water"] = "water"
    over: Annotated[Literal["photo", "colour", "picture"], Shown("Over")] = "photo"
    colour: Annotated[Colour, Shown("Colour")] = "#6f8f96"
    photo: Annotated[Identifier | None, Shown("Photo")] = None
    """With ``over`` a picture; None = the slide's own."""
    blur: Annotated[float, Field(ge=0.0, le=0.2), Shown("Blur", " %", 0.005)] = 0.02
    strength: Annotated[float, Field(ge=0.0, le=3.0), Shown("Strength", "", 0.1)] = 1.0
    waves: Annotated[float, Field(ge=0.3, le=3.0), Shown("Wave size", "", 0.1)] = 1.0
    washed: Annotated[Share, Shown("Wash", " %", 0.05)] = 0.0

    @property
    def picture(self) -> str | None:
        return self.photo if self.over == "picture" else None

    @property
    def lives(self) -> bool:
        return self.strength > 0

    @property
    def made_of_photo(self) -> bool:
        return self.over != "colour"
