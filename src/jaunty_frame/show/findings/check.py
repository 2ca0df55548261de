"""What a check is."""

from collections.abc import Callable
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Remedy, Severity
from jaunty_frame.show.findings.remedies import NO_REMEDY


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
