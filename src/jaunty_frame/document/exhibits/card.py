"""No picture: a fill, and words on it."""

from typing import ClassVar, Literal

from jaunty_frame.document.exhibit import Exhibit


class CardExhibit(Exhibit):
    """A card."""

    label: ClassVar[str] = "Card"
    kind: Literal["card"] = "card"
