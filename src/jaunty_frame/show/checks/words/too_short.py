"""Words that are gone before they are read."""

from jaunty_frame.core.words.legibility import MOST_CHARACTERS, characters_of
from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import READ_IN_TIME
from jaunty_frame.show.planning.words.placed import PlacedWords

_TWICE = 2.0


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    seconds = placed.time.frames / float(facts.plan.output.frame_rate)
    speed = characters_of(placed.block.text) / seconds
    if speed <= MOST_CHARACTERS:
        return None
    severity = Severity.SEVERE if speed > _TWICE * MOST_CHARACTERS else Severity.NOTABLE
    sentence = (
        f"{facts.place_of_slide(placed.slide)}: the {placed.words.kind} is seen for {seconds:.1f} s, which asks for "
        f"{speed:.0f} characters a second; up to {MOST_CHARACTERS:.0f} can be read."
    )
    return Told(severity, speed, sentence, READ_IN_TIME)


_MANY = "{texts} are seen too briefly to be read."
CHECK = WordsCheck("words-too-short", _tell, of_many=_MANY)
"""The amount is characters a second; at most 15 to 20 (common practice)."""
