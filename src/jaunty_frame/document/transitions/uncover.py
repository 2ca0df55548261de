"""The picture that is there moves off the next one."""

from typing import ClassVar, Literal

from jaunty_frame.document.transition import MovingTransition


class Uncover(MovingTransition):
    """The old picture travels out, the new one lies under it."""

    label: ClassVar[str] = "Uncover"
    kind: Literal["uncover"] = "uncover"
