"""The show has more kinds of transition than its house rules want."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import TRANSITION_AS_RULED
from jaunty_frame.show.planning.joints import joint


def _beyond(facts: Facts) -> FloatArray:
    """Return 1 at the first slide of each kind beyond those that are allowed; the house rules' kind comes first."""
    plan, rules = facts.plan, facts.plan.table.rules
    beyond, seen = np.zeros(len(plan.table.slide_of)), [rules.transition.kind]
    for k in plan.shown:
        transition = joint(plan, k)
        if transition is None or transition.kind == "cut" or transition.kind in seen:
            continue
        seen.append(transition.kind)
        if len([kind for kind in seen if kind != "cut"]) > rules.most_kinds:
            beyond[list(plan.rows_of(k))[:1]] = 1.0
    return beyond


def _tell(facts: Facts, row: int) -> Told:
    transition = joint(facts.plan, int(facts.plan.table.slide_of[row]))
    assert transition is not None
    most = facts.plan.table.rules.most_kinds
    kinds = "one kind" if most == 1 else f"{most} kinds"
    said = f"its joint is a further kind of transition, {transition.label.lower()}; the house rules want {kinds}."
    return Told(Severity.SLIGHT, 1.0, f"{facts.place(row)}: {said}", TRANSITION_AS_RULED)


_MANY = "{places} are joints of further kinds than the house rules want."
CHECK = Check("many-kinds", lambda facts: facts.once(_beyond), 0.5, _tell, once, at_joint=True, of_many=_MANY)
