"""A slide moves as the one before it does, where moves are meant to vary."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import HOLD, Move
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ANOTHER_MOVE


def _measure(facts: Facts) -> FloatArray:
    course, rules, rows = facts.plan.course, facts.plan.table.rules, facts.shown_rows
    alike = np.zeros(len(course))
    if rules.move is Move.AUTO and rules.show_move == "none":
        alike[rows[1:]] = (course[rows[1:]] == course[rows[:-1]]) & (course[rows[1:]] != HOLD)
    return alike


def _tell(facts: Facts, row: int) -> Told:
    rows = facts.shown_rows.tolist()
    pair = row, rows[rows.index(row) - 1]
    # Moves that were asked for by name, of many slides at once as a rule, are meant to be alike.
    asked_for = all(facts.plan.table.moves[one] is not Move.AUTO and not facts.is_by_hand(one) for one in pair)
    severity = Severity.NOTED if asked_for else Severity.SLIGHT
    return Told(severity, 1.0, f"{facts.place(row)} moves as the slide before it does.", ANOTHER_MOVE)


_MANY = "{places} move as the slides before them do."
CHECK = Check("neighbours-alike", _measure, 0.5, _tell, of_many=_MANY)
