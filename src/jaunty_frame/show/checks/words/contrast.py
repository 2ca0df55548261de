"""Words that stand out too little from what is behind them."""

from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import NO_REMEDY, READABLE_COLOUR
from jaunty_frame.show.planning.words.placed import PlacedWords

_HARDLY = 0.6
"""Of the contrast wanted: less is severe."""


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    found, wanted = facts.contrast_of(placed), placed.wanted_contrast
    if found >= wanted:
        return None
    severity = Severity.SEVERE if found < wanted * _HARDLY else Severity.NOTABLE
    sentence = (
        f"{facts.place_of_slide(placed.slide)}: the {placed.words.kind} has a contrast of {found:.1f} : 1 with what is "
        f"behind it; {wanted:g} : 1 can be read."
    )
    return Told(severity, found, sentence, READABLE_COLOUR if placed.help is None else NO_REMEDY)


_MANY = "{texts} stand out too little, the worst {least:.1f} : 1."
CHECK = WordsCheck("words-contrast", _tell, of_many=_MANY)
"""The amount is the contrast ratio. WCAG 2.2, success criterion 1.4.3."""
