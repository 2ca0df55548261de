"""The picture of a fill is not where it was, or cannot be read."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.document.photo import Photo
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import LOST, Facts
from jaunty_frame.show.findings.finding import Severity


def _lost_picture(facts: Facts, row: int) -> Photo | None:
    """Return the picture of a row's fills that cannot be shown."""
    plan, k = facts.plan, int(facts.plan.table.slide_of[row])
    fills = (plan.fill(k), *(one.fill for one in plan.slides[k].instants if one.fill is not None))
    pictures = (plan.table.by_id.get(fill.picture) for fill in fills if fill.picture)
    return next((one for one in pictures if one is not None and facts.state_of(one) in LOST), None)


def _lost(facts: Facts) -> FloatArray:
    rows = range(len(facts.plan.table.photos))
    return np.array([_lost_picture(facts, row) is not None for row in rows], float)


def _tell(facts: Facts, row: int) -> Told:
    picture = _lost_picture(facts, row)
    assert picture is not None
    name = picture.path.rsplit("/", 1)[-1]
    sentence = f"{facts.place(row)}: {name}, the picture of its fill, cannot be shown; restore it, or choose another."
    return Told(Severity.SEVERE, 1.0, sentence)


CHECK = Check("missing-picture", _lost, 0.5, _tell)
