"""The picture goes light and dark more than three times within a second."""

from math import floor

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.flashes import MOST_FLASHES
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import SLOWER

_LONGER = 2.0
_SECOND = 1.0


def _measure(facts: Facts) -> FloatArray:
    counts = np.zeros(len(facts.plan.table.slide_of))
    for row in facts.plan.table.moving.tolist():
        counts[row] = _flashes_of_its_own(facts, row)
    for k, count in facts.flashes.items():
        rows = list(facts.plan.rows_of(k))[:1]
        counts[rows] = np.maximum(counts[rows], count)
    return counts


def _flashes_of_its_own(facts: Facts, row: int) -> int:
    """Return how often a clip flashes within a second as it is shown, where that lies in the part that is shown."""
    moving, exhibit = facts.plan.photo(row).moving, facts.plan.table.slide(row).exhibit
    part = exhibit.part_shown(facts.plan.photo(row))
    if moving is None or part is None or not moving.flashes:
        return 0
    begins, ends = (share * float(moving.seconds) for share in part)
    if not begins - _SECOND < moving.flashes_at < ends:
        return 0
    speed = exhibit.speed if isinstance(exhibit, ClipExhibit) else 1
    return floor(moving.flashes * speed)


def _tell(facts: Facts, row: int) -> Told:
    count = round(float(facts.once(_measure)[row]))
    if not facts.flashes.get(int(facts.plan.table.slide_of[row])):
        sentence = (
            f"{facts.place(row)}: the clip flashes {count} times within a second, which may cause seizures; "
            f"leave that part out, or slow it down ({MOST_FLASHES} at most, WCAG 2.2)."
        )
        return Told(Severity.SEVERE, _LONGER, sentence)
    sentence = (
        f"{facts.place(row)}: the picture flashes {count} times within a second, which may cause seizures; "
        f"show slides longer, or let them dissolve ({MOST_FLASHES} at most, WCAG 2.2)."
    )
    return Told(Severity.SEVERE, _LONGER, sentence, SLOWER)


_MANY = "{places} flash, which may cause seizures; show slides longer, or let them dissolve."
CHECK = Check("flashes", lambda facts: facts.once(_measure), MOST_FLASHES, _tell, of_many=_MANY)
