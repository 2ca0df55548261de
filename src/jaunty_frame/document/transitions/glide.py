"""The next picture comes over the one that is there."""

from typing import ClassVar, Literal

from jaunty_frame.document.transition import MovingTransition


class Glide(MovingTransition):
    """The new picture travels in, the old one stays."""

    label: ClassVar[str] = "Glide"
    kind: Literal["glide"] = "glide"
