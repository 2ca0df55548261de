"""A clip is over before its slide, and its last picture stands still."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.clips import set_clip
from jaunty_frame.document.exhibits.clip import ClipExhibit
from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Remedy, Severity

_SEEN_S = 0.5
"""A shorter stop is hardly seen, least of all in a dissolve."""


def _standing(facts: Facts) -> FloatArray:
    """Return for how many seconds (M,) the last picture of a clip is seen."""
    plan = facts.plan
    standing = np.zeros(len(plan.table.slide_of))
    for row in plan.table.moving.tolist():
        k = int(plan.table.slide_of[row])
        exhibit = plan.slides[k].exhibit
        if isinstance(exhibit, ClipExhibit) and exhibit.beyond == "stay":
            natural = exhibit.length(plan.table.by_id).natural or 0
            standing[row] = float(plan.schedule.frames[k] / plan.output.frame_rate - natural)
    return standing


def _tell(facts: Facts, row: int) -> Told:
    seconds = float(facts.once(_standing)[row])
    sentence = f"{facts.place(row)}: the clip is over {clock_text(seconds)} before its slide, and stands still."
    return Told(Severity.SLIGHT, seconds, sentence, BEGIN_AGAIN)


BEGIN_AGAIN = Remedy(
    "begin-again", "Let it begin again", lambda _, finding: set_clip([finding.slide_id], "Begin again", beyond="repeat")
)
_MANY = "{places} show clips that are over before their slides, and stand still."
CHECK = Check("stands-still", lambda facts: facts.once(_standing), _SEEN_S, _tell, once, of_many=_MANY)
