"""What a slide shows; the kinds are in ``exhibits``, what they look like is bound to them in ``show``."""

from collections.abc import Mapping, Sequence
from typing import Self

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.arrangements import Member
from jaunty_frame.document.basis.kinds import Kind, Kinds
from jaunty_frame.document.basis.values import WindowValue


class Exhibit(Kind):
    """Base of all exhibits."""

    @property
    def photos(self) -> tuple[str, ...]:
        """The ids of the photos that are framed in it, one framing for each; a card has none."""
        return ()

    def close_up_of(self, photo: str) -> WindowValue | None:
        """Return the part of one of its photos that the slide is about; None = all of it."""
        return None

    def with_close_up(self, part: WindowValue | None) -> Self:
        """Return it about a ``part`` of its photo, or about all of it; the same where it has no such photo."""
        return self

    def places(self, members: Sequence[Member], frame_aspect: float) -> tuple[Window, ...] | None:
        """Return the part of the frame that each of its photos has to itself; None = all of it, each."""
        return None

    def lies_over(self, member: int) -> bool:
        """Return whether a photo, by its number from 0, lies over another one."""
        return False

    def renamed(self, photos: Mapping[str, str]) -> Self:
        """Return it with other ids for its photos."""
        return self

    def turned(self, quarter_turns: Mapping[str, int]) -> Self:
        """Return it after photos (by id) were turned clockwise."""
        return self


EXHIBITS = Kinds(Exhibit, "jaunty_frame.document.exhibits")
