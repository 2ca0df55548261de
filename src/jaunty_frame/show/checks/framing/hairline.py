"""Bars so narrow that they look like a mistake, left because filling the frame would cut what must stay."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, bar_share
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import EQUAL, Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ONLY_WISH
from jaunty_frame.show.words import percent


def _bars(facts: Facts) -> FloatArray:
    return np.where(facts.plan.hairline, facts.seen.bars, 0.0)


def _tell(facts: Facts, row: int) -> Told:
    # The base leaves the hairline; the move's other end may leave more.
    bars = float(bar_share(facts.plan.stations[row]).min())
    sentence = (
        f"{facts.place(row)}: a hairline of {percent(bars)} of the frame is left; filling it would cut what must stay."
    )
    return Told(Severity.NOTABLE, bars, sentence, ONLY_WISH)


_MANY = "{places} leave a hairline; filling it would cut what must stay."
CHECK = Check("hairline", _bars, EQUAL, _tell, of_many=_MANY)
