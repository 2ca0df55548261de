"""A photo seems to lie on its side: its people would stand upright if it were turned."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import TURN_UPRIGHT


def _lying(facts: Facts) -> FloatArray:
    return np.array([photo.seems_turned > 0 for photo in facts.plan.table.photos], float)


def _tell(facts: Facts, row: int) -> Told:
    return Told(
        Severity.NOTABLE, 1.0, f"{facts.place(row)}: the {facts.noun(row)} seems to lie on its side.", TURN_UPRIGHT
    )


_MANY = "{photos} seem to lie on their side."
CHECK = Check("lying-photo", _lying, 0.5, _tell, once, of_many=_MANY)
