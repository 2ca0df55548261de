"""What a keep area is of."""

from enum import StrEnum


class AreaKind(StrEnum):
    """AREA : nobody said, mostly drawn by hand. CORE : of projects made before cores had a place of their own."""

    AREA = "area"
    HEAD = "head"
    SUBJECT = "subject"
    CORE = "core"
    LETTERING = "lettering"
