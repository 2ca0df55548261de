"""Soft light that wanders."""

from typing import ClassVar, Literal

from jaunty_frame.document.fill import ColouredFill


class LightFill(ColouredFill):
    """One colour with clouds of another that wander."""

    label: ClassVar[str] = "Light"
    kind: Literal["light"] = "light"

    @property
    def lives(self) -> bool:
        return True
