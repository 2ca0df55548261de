"""The next picture moves the one that is there out."""

from typing import ClassVar, Literal

from jaunty_frame.document.transition import MovingTransition


class Shove(MovingTransition):
    """Both pictures travel, edge to edge."""

    label: ClassVar[str] = "Shove"
    kind: Literal["shove"] = "shove"
