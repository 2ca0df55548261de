"""What a keep area is of."""

from enum import StrEnum


class AreaKind(StrEnum):
    """AREA : nobody said, mostly drawn by hand."""

    AREA = "area"
    HEAD = "head"
    SUBJECT = "subject"
    LETTERING = "lettering"
