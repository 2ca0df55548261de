"""One photo, or a part of it."""

from typing import ClassVar, Literal

from jaunty_frame.document.one_photo import OnePhoto


class PhotoExhibit(OnePhoto):
    """A photo of the set."""

    label: ClassVar[str] = "Photo"
    kind: Literal["photo"] = "photo"
