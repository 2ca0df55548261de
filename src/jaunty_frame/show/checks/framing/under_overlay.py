"""Something on the receiver may cover what is required."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.visibility import shares_within
from jaunty_frame.show.words import percent

# Up to this share of a required area may lie under an overlay without being said.
_LITTLE = 0.05
# From this share on it is marked; a head, and what was set by hand, from the first on.
_MUCH = 0.5


def _covered(facts: Facts) -> FloatArray:
    """Return the share (M, K) of each required area that lies under the output's overlays at the closing."""
    required = facts.required_still
    overlays = facts.plan.output.zones.as_zones().overlay_boxes()
    return np.where(required, shares_within(facts.plan, *overlays), 0.0) if overlays else np.zeros(required.shape)


def _tell(facts: Facts, row: int) -> Told:
    covered = facts.once(_covered)[row]
    which = int(covered.argmax())
    share = float(covered[which])
    worth_marking = share > (_LITTLE if facts.is_head(row, which) or facts.is_by_hand(row) else _MUCH)
    sentence = f"{facts.place(row)}: {percent(share)} of {facts.area_name(row, which)} may be covered on the receiver."
    return Told(Severity.NOTABLE if worth_marking else Severity.NOTED, share, sentence, facts.remedy_showing_whole(row))


_MANY = "In {places} what must stay may be covered on the receiver."
CHECK = Check(
    "under-overlay", lambda facts: facts.once(_covered).max(axis=1, initial=0.0), _LITTLE, _tell, of_many=_MANY
)
