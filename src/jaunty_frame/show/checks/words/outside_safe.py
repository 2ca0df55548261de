"""Words that may be lost at the edge, or be covered on the receiver."""

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.show.findings.check import Told, WordsCheck
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import ANOTHER_PLACE
from jaunty_frame.show.planning.words.placed import PlacedWords

_LITTLE, _HALF = 0.005, 0.5


def _tell(facts: Facts, placed: PlacedWords) -> Told | None:
    zones = facts.plan.output.zones.as_zones()
    covered = sum(_share(placed.box, overlay) for overlay in zones.overlay_boxes())
    outside = max(1 - _share(placed.box, placed.region), covered)
    if outside <= _LITTLE:
        return None
    where = "where they may be covered" if covered > outside / 2 else "outside title safe"
    severity = (
        Severity.SEVERE if covered > 0.5 or _share(placed.box, Window(0.0, 0.0, 1.0, 1.0)) < 0.98 else Severity.NOTABLE
    )
    sentence = (
        f"{facts.place_of_slide(placed.slide)}: {round(100 * outside) or 1} % of the {placed.words.kind} lies {where}."
    )
    return Told(severity, outside, sentence, ANOTHER_PLACE)


def _share(box: Window, region: Window) -> float:
    """Return the share of a box that lies in a region."""
    w = min(box.x + box.w, region.x + region.w) - max(box.x, region.x)
    h = min(box.y + box.h, region.y + region.h) - max(box.y, region.y)
    return max(w, 0.0) * max(h, 0.0) / (box.w * box.h)


_MANY = "{texts} reach beyond what is sure to be seen."
CHECK = WordsCheck("words-outside-safe", _tell, of_many=_MANY)
"""The amount is the share of the words that lies there."""
