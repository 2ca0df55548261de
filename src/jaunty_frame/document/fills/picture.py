"""Another picture of the set as fill."""

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from jaunty_frame.document.basis.values import Identifier, Shown
from jaunty_frame.document.fill import PictureFill


class OtherPictureFill(PictureFill):
    """A photo of the set, the same whatever the slide shows."""

    label: ClassVar[str] = "Picture"
    kind: Literal["picture"] = "picture"
    photo: Annotated[Identifier | None, Shown("Photo")] = None
    """None = the slide's own."""
    enlarged: Annotated[float, Field(ge=1.0, le=3.0), Shown("Enlarged", " x", 0.05)] = 1.0
    blur: Annotated[float, Field(ge=0.0, le=0.2), Shown("Blur", " %", 0.005)] = 0.0

    @property
    def picture(self) -> str | None:
        return self.photo
