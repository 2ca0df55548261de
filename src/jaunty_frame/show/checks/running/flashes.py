"""The picture goes light and dark more than three times within a second."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.flashes import MOST_FLASHES
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import SLOWER

_LONGER = 2.0


def _measure(facts: Facts) -> FloatArray:
    counts = np.zeros(len(facts.plan.table.slide_of))
    for k, count in facts.flashes.items():
        counts[list(facts.plan.rows_of(k))[:1]] = count
    return counts


def _tell(facts: Facts, row: int) -> Told:
    count = facts.flashes[int(facts.plan.table.slide_of[row])]
    sentence = (
        f"{facts.place(row)}: the picture flashes {count} times within a second, which may cause seizures; "
        f"show slides longer, or let them dissolve ({MOST_FLASHES} at most, WCAG 2.2)."
    )
    return Told(Severity.SEVERE, _LONGER, sentence, SLOWER)


_MANY = "{places} flash, which may cause seizures; show slides longer, or let them dissolve."
CHECK = Check("flashes", _measure, MOST_FLASHES, _tell, of_many=_MANY)
