"""Words too small to be read where the output is usually seen."""

from jaunty_frame.core.words.legibility import least_size
from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import NO_REMEDY, USUAL_SIZE
from jaunty_frame.show.planning.words.placed import PlacedWords

_CLOSE = 0.98


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    least = least_size(float(facts.plan.output.aspect))
    if placed.size >= least * _CLOSE:
        return None
    where = facts.place_of_slide(placed.slide)
    if placed.wanted_size < least * _CLOSE:
        sentence = (
            f"{where}: the {placed.words.kind} is {100 * placed.size:.1f} % of the short side high; under "
            f"{100 * least:.1f} % it is hard to read there."
        )
        return Told(Severity.NOTABLE, placed.size, sentence, USUAL_SIZE)
    sentence = f"{where}: the {placed.words.kind} is too long to be set large enough; shorten it for this output."
    return Told(Severity.NOTABLE, placed.size, sentence, NO_REMEDY)


_MANY = "{texts} are small enough to be hard to read."
CHECK = WordsCheck("words-small", _tell, of_many=_MANY)
"""The amount is the size of an em in short sides of the frame."""
