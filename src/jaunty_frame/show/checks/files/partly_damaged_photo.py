"""A part of a photo's file could not be read; what could is shown."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import REMOVE_SLIDE


def _damaged(facts: Facts) -> FloatArray:
    return np.array([photo.damaged for photo in facts.plan.table.photos], float)


def _tell(facts: Facts, row: int) -> Told:
    sentence = (
        f"{facts.place(row)}: a part of {facts.file(row)} is damaged; restore it from a copy, or remove the slide."
    )
    return Told(Severity.NOTABLE, 1.0, sentence, REMOVE_SLIDE)


_MANY = "Of {photos} a part is damaged; restore them from copies."
CHECK = Check("partly-damaged-photo", _damaged, 0.5, _tell, once, of_many=_MANY)
