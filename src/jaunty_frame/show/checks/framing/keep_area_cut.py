"""A required area is cut off."""

from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.words import percent

_MUCH = 0.1


def _tell(facts: Facts, row: int) -> Told:
    cut, which = float(facts.cut[row]), int(facts.required_shares[row].argmin())
    severity = Severity.SEVERE if cut > _MUCH or facts.is_head(row, which) else Severity.NOTABLE
    # A close-up leaves out the rest on purpose.
    slide, photo = facts.plan.table.slide(row), facts.plan.photo(row)
    if slide.exhibit.close_up_of(photo.id) is not None and not facts.is_by_hand(row):
        severity = Severity.NOTED
    sentence = (
        f"{facts.place(row)}: {percent(cut)} of {facts.area_name(row, which)} is cut off{_when(facts, row, which)}."
    )
    return Told(severity, cut, sentence, facts.remedy_showing_subject(row))


def _when(facts: Facts, row: int, which: int) -> str:
    """Return when an area that is followed is cut most, and why."""
    followed = facts.plan.followed.get(row)
    if followed is None or which >= len(followed.shares):
        return ""
    at = clock_text(float(followed.worst_at[which] * facts.plan.table.seconds[row]))
    return f" {at} after it begins" + (": it is too fast to be followed calmly" if followed.fits else "")


_MANY = "In {places} what must stay in view is cut, at worst {percent} of it."
CHECK = Check("keep-area-cut", lambda facts: facts.cut, 0.0, _tell, of_many=_MANY)
