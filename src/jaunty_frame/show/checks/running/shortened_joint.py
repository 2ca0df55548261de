"""A transition takes longer than the slides that it joins allow, so it is shorter than it was set."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.joints import joint


def _lost(facts: Facts) -> FloatArray:
    """Return which part of the joint after each row's slide was taken away; 0 after the last."""
    plan = facts.plan
    lost = np.zeros(len(plan.table.slide_of))
    for k in plan.timing.shortened:
        transition = joint(plan, k) if k >= 0 else None
        if transition is not None and transition.joint_seconds:
            lost[list(plan.rows_of(k))[:1]] = float(1 - plan.timing.joint_seconds(k) / transition.joint_seconds)
    return lost


def _tell(facts: Facts, row: int) -> Told:
    k = int(facts.plan.table.slide_of[row])
    transition = joint(facts.plan, k)
    assert transition is not None
    wanted, given = clock_text(transition.joint_seconds), clock_text(facts.plan.timing.joint_seconds(k))
    said = f"the transition to the next slide has {given} instead of {wanted}, as the slides are short."
    sentence = f"{facts.place(row)}: {said}"
    return Told(Severity.NOTED, float(facts.once(_lost)[row]), sentence)


CHECK = Check("shortened-joint", lambda facts: facts.once(_lost), 0.0, _tell, once, at_joint=True)
