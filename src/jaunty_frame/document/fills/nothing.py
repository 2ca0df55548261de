"""No fill."""

from typing import ClassVar, Literal

from jaunty_frame.document.fill import Fill


class NoFill(Fill):
    """Black: bars that somebody chose."""

    label: ClassVar[str] = "None"
    kind: Literal["none"] = "none"
