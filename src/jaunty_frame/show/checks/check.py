"""What a check is, and what it finds."""

from collections.abc import Callable
from enum import IntEnum
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.checks.facts import Facts
from jaunty_frame.show.remedies import NO_REMEDY, Remedy


class Severity(IntEnum):
    """NOTED : listed, but not marked; for example bars that the user asked for."""

    NOTED = 0
    SLIGHT = 1
    NOTABLE = 2
    SEVERE = 3


class Told(NamedTuple):
    """What a check says of one row. amount : a fraction, its meaning depends on the check."""

    severity: Severity
    amount: float
    sentence: str
    remedy: Remedy = NO_REMEDY


class Check(NamedTuple):
    """measure : of all rows (M,) at once; rows where it is over ``threshold`` are spoken of by ``tell``."""

    kind: str
    measure: Callable[[Facts], FloatArray]
    threshold: float
    tell: Callable[[Facts, int], Told]


class Finding(NamedTuple):
    """slide : number from 1; output : its id; the rest as the check told it."""

    slide: int
    slide_id: str
    photo_id: str
    output: str
    kind: str
    severity: Severity
    amount: float
    sentence: str
    remedy: Remedy

    @property
    def noted_only(self) -> bool:
        return self.severity is Severity.NOTED
