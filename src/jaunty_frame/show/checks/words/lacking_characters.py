"""Words with characters that no typeface has."""

from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.words.placed import PlacedWords

_MOST_NAMED = 6


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    missing = placed.block.missing
    if not missing:
        return None
    named = " ".join(missing[:_MOST_NAMED])
    sentence = (
        f"{facts.place_of_slide(placed.slide)}: no typeface here has {named}; install one that does, or write the "
        f"{placed.words.kind} without."
    )
    return Told(Severity.SEVERE, float(len(missing)), sentence)


CHECK = WordsCheck("words-lacking-characters", _tell)
"""The amount is how many characters are lacking."""
