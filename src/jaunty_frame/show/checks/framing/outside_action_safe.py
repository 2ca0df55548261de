"""What is required may be lost at the screen's edge."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.visibility import shares_within
from jaunty_frame.show.words import percent

# Up to this share of a required area may lie outside without being said.
_LITTLE = 0.25


def _outside(facts: Facts) -> FloatArray:
    """Return the share (M, K) of each required area that lies outside action safe at the closing."""
    plan = facts.plan
    zones, required = plan.output.zones.as_zones(), facts.required_still
    if not zones.action_safe and zones.cut_out is None:
        return np.zeros(required.shape)
    return np.where(required, 1 - shares_within(plan, zones.action_safe_box(plan.output.aspect)), 0.0)


def _tell(facts: Facts, row: int) -> Told:
    outside = facts.once(_outside)[row]
    which = int(outside.argmax())
    share = float(outside[which])
    sentence = f"{facts.place(row)}: {percent(share)} of {facts.area_name(row, which)} lies outside action safe."
    worth_marking = facts.is_head(row, which) or facts.is_by_hand(row)
    return Told(Severity.SLIGHT if worth_marking else Severity.NOTED, share, sentence, facts.remedy_showing_whole(row))


_MANY = "In {places} a part of what must stay lies outside action safe."
CHECK = Check(
    "outside-action-safe", lambda facts: facts.once(_outside).max(axis=1, initial=0.0), _LITTLE, _tell, of_many=_MANY
)
