"""The photo itself as its fill."""

from typing import ClassVar, Literal

from jaunty_frame.document.fill import PictureFill


class BlurredFill(PictureFill):
    """The same photo, enlarged and blurred."""

    label: ClassVar[str] = "Blurred"
    kind: Literal["blurred"] = "blurred"
