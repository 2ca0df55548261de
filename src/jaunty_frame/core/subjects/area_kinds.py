"""What a keep area is of."""

from enum import StrEnum


class AreaKind(StrEnum):
    """AREA : nobody said, mostly drawn by hand. CORE : in projects of before attention was found."""

    AREA = "area"
    HEAD = "head"
    SUBJECT = "subject"
    CORE = "core"
    LETTERING = "lettering"
