"""One picture, then the next."""

from typing import ClassVar, Literal

from jaunty_frame.document.transition import Transition


class Cut(Transition):
    """The next slide from one frame to the other."""

    label: ClassVar[str] = "Cut"
    kind: Literal["cut"] = "cut"
