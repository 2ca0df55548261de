"""A slide moves as the one before it does, where moves are meant to vary."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import HOLD, Move
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ANOTHER_MOVE


def _measure(facts: Facts) -> FloatArray:
    course, rules = facts.plan.course, facts.plan.table.rules
    alike = np.zeros(len(course))
    if rules.move is Move.AUTO and rules.show_move == "none":
        rows = facts.shown_rows
        alike[rows[1:]] = (course[rows[1:]] == course[rows[:-1]]) & (course[rows[1:]] != HOLD)
    return alike


def _tell(facts: Facts, row: int) -> Told:
    return Told(Severity.SLIGHT, 1.0, f"{facts.place(row)} moves as the slide before it does.", ANOTHER_MOVE)


CHECK = Check("neighbours-alike", _measure, 0.5, _tell)
