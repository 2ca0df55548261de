"""Words that lie over other words, or over an emblem, because they were put there or no place is left."""

from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ANOTHER_PLACE, NO_REMEDY
from jaunty_frame.show.planning.words.placed import PlacedWords


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    if not placed.meets:
        return None
    by_hand = placed.words.anchor != "auto"
    more = "" if by_hand else "; there is no room for both, shorter or fewer words would help"
    sentence = f"{facts.place_of_slide(placed.slide)}: the {placed.words.kind} lies over {placed.meets_what}{more}."
    return Told(Severity.SEVERE, placed.meets, sentence, ANOTHER_PLACE if by_hand else NO_REMEDY)


_MANY = "{texts} lie over other words or emblems."
CHECK = WordsCheck("words-over-words", _tell, of_many=_MANY)
"""The amount is the share of the smaller one that both have in common."""
