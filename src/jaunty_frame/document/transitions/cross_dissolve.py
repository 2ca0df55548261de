"""One picture melts into the next."""

from typing import ClassVar, Literal

from jaunty_frame.document.transition import PhotoTransition


class CrossDissolve(PhotoTransition):
    """The old picture goes as the new one comes."""

    label: ClassVar[str] = "Cross dissolve"
    kind: Literal["cross-dissolve"] = "cross-dissolve"
