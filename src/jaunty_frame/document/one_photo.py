"""What exhibits of one photo, or of a part of it, have in common."""

from collections.abc import Mapping
from typing import Self

from pydantic import model_validator

from jaunty_frame.core.geometry.windows import Window, turned_box
from jaunty_frame.document.basis.values import Identifier, WindowValue, ensure_inside, inside
from jaunty_frame.document.exhibit import Exhibit


class OnePhoto(Exhibit):
    """One photo, or clip, of the set."""

    photo: Identifier
    close_up: WindowValue | None = None
    """The part of the photo that the slide is about; None = all of it."""

    @model_validator(mode="after")
    def _inside(self) -> Self:
        if self.close_up is not None:
            ensure_inside(self.close_up, "a close-up")
        return self

    @property
    def photos(self) -> tuple[str, ...]:
        return (self.photo,)

    def close_up_of(self, photo: str) -> WindowValue | None:
        return self.close_up

    def with_close_up(self, part: WindowValue | None) -> Self:
        return self if part == self.close_up else self.changed(close_up=part)

    def renamed(self, photos: Mapping[str, str]) -> Self:
        return self.changed(photo=photos[self.photo])

    def turned(self, quarter_turns: Mapping[str, int]) -> Self:
        turns = quarter_turns.get(self.photo, 0)
        if self.close_up is None or not turns:
            return self
        return self.changed(close_up=inside(turned_box(Window(*self.close_up), turns)))
