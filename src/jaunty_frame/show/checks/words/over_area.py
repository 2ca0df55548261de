"""Words over what must stay in view."""

from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.words.places import COVERED
from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ANOTHER_PLACE, NO_REMEDY
from jaunty_frame.show.planning.words.placed import PlacedWords

_MUCH = 0.4


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    if placed.covers <= COVERED:
        return None
    rows = facts.plan.rows_of(placed.slide)
    has_head = any(area.what is AreaKind.HEAD for row in rows for area in facts.plan.areas_of(row))
    what = "a face" if has_head else "what must stay in view"
    severity = Severity.NOTABLE if placed.covers > _MUCH or has_head else Severity.SLIGHT
    sentence = f"{facts.place_of_slide(placed.slide)}: the {placed.words.kind} lies over {what}."
    by_hand = placed.words.anchor != "auto"
    return Told(severity, placed.covers, sentence, ANOTHER_PLACE if by_hand else NO_REMEDY)


_MANY = "{texts} lie over what must stay in view."
CHECK = WordsCheck("words-over-area", _tell, of_many=_MANY)
"""The amount is the share of the area, or of the words, that meet."""
