"""Words in a typeface that is not on this machine."""

from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import USUAL_SIZE
from jaunty_frame.show.planning.words.placed import PlacedWords

_AS_RULED = USUAL_SIZE._replace(name="usual-style", label="As the house rules say")


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    fonts, family = facts.plan.fonts, placed.style.family
    if fonts.is_there(family):
        return None
    sentence = (
        f"{facts.place_of_slide(placed.slide)}: the typeface {family} is not on this machine; "
        f"{fonts.family(family).name} stands in for it."
    )
    return Told(Severity.NOTABLE, 1.0, sentence, _AS_RULED)


CHECK = WordsCheck("words-lacking-typeface", _tell)
"""The amount is 1."""
