"""A part of the frame is left to the fill."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import EQUAL, Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import BACK_TO_SOLVED, PLACE_COVER
from jaunty_frame.show.words import percent


def _bars(facts: Facts) -> FloatArray:
    return np.where(facts.plan.hairline, 0.0, facts.seen.bars)


def _tell(facts: Facts, row: int) -> Told:
    bars, by_hand = float(facts.seen.bars[row]), facts.is_by_hand(row)
    # Solved bars are there because filling the frame would lose what matters; the reasons say so.
    severity = Severity.SLIGHT if by_hand else Severity.NOTED
    sentence = f"{facts.place(row)}: {percent(bars)} of the frame is left to the fill."
    return Told(severity, bars, sentence, BACK_TO_SOLVED if by_hand else PLACE_COVER)


_MANY = "{places} leave a part of the frame to the fill, at most {percent}."
CHECK = Check("bars-left", _bars, EQUAL, _tell, of_many=_MANY)
