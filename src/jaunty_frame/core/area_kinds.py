"""What a keep area is of."""

from enum import StrEnum


class AreaKind(StrEnum):
    """AREA : nobody said, mostly drawn by hand. CORE : the part of a subject that matters most."""

    AREA = "area"
    HEAD = "head"
    SUBJECT = "subject"
    CORE = "core"
    LETTERING = "lettering"
