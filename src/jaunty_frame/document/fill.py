"""What is seen where the photo does not cover the frame; the kinds are in ``fills``, their painters in ``core``."""

from collections.abc import Mapping
from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field

from jaunty_frame.core.colouring.treatment import Treatment
from jaunty_frame.core.painting.colour import parse_colour
from jaunty_frame.document.basis.kinds import Kind, Kinds
from jaunty_frame.document.basis.values import Colour, Share, Shown

Drift = Literal["none", "left", "right", "up", "down", "closer", "away", "along", "against"]
"""How a fill moves on its own; ``along`` and ``against`` : with the photo's move, and the other way."""

Amount = Annotated[float, Field(ge=0.0, le=2.0, allow_inf_nan=False)]


class Fill(Kind):
    """Base of all fills."""

    shown_last: ClassVar[tuple[str, ...]] = ("vignette", "drift")

    @property
    def picture(self) -> str | None:
        """The id of the photo that it is made of, which is its field ``photo``; None = the slide's own. One that is
        gone stands for it too."""
        return None

    def renamed(self, photos: Mapping[str, str]) -> Self:
        """Return it with another id for its picture; one that is not named stays."""
        return self if self.picture is None else self.changed(photo=photos.get(self.picture, self.picture))

    @property
    def made_of_photo(self) -> bool:
        """Whether it shows a photo, or colours of one; one that does not is the same for all slides that have it."""
        return False

    @property
    def lives(self) -> bool:
        """Whether it changes by itself."""
        return False


class ShadedFill(Fill):
    """Base of those whose edges may be darker."""

    vignette: Annotated[Share, Shown("Vignette", " %", 0.05)] = 0.0


class DriftingFill(ShadedFill):
    """Base of those that may move slowly on their own."""

    drift: Annotated[Drift, Shown("Moves")] = "none"


class PictureFill(DriftingFill):
    """Base of those made of a picture. See ``core.colouring.treatment`` for what the amounts mean."""

    enlarged: Annotated[float, Field(ge=1.0, le=3.0), Shown("Enlarged", " x", 0.05)] = 1.15
    blur: Annotated[float, Field(ge=0.0, le=0.2), Shown("Blur", " %", 0.005)] = 0.04
    brightness: Annotated[Amount, Shown("Brightness", " %", 0.05)] = 1.0
    saturation: Annotated[Amount, Shown("Saturation", " %", 0.05)] = 1.0
    wash: Annotated[Colour, Shown("Wash colour")] = "#000000"
    washed: Annotated[Share, Shown("Wash", " %", 0.05)] = 0.0

    @property
    def treatment(self) -> Treatment:
        """What is done to the picture."""
        wash = parse_colour(self.wash)
        return Treatment(self.enlarged, self.blur, self.brightness, self.saturation, wash, self.washed)

    @property
    def made_of_photo(self) -> bool:
        return True


class ColouredFill(ShadedFill):
    """Base of those of two colours: the leading ones of the photo, or chosen ones."""

    colours: Annotated[Literal["of-the-photo", "chosen"], Shown("Colours")] = "of-the-photo"
    first: Annotated[Colour, Shown("From")] = "#d9cfb8"
    second: Annotated[Colour, Shown("To")] = "#7d8a6a"

    @property
    def made_of_photo(self) -> bool:
        return self.colours == "of-the-photo"


FILLS = Kinds(Fill, "jaunty_frame.document.fills")
