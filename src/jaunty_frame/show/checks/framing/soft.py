"""A photo has too few pixels for how large it is shown."""

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Remedy, Severity
from jaunty_frame.show.findings.remedies import NO_REMEDY
from jaunty_frame.show.words import counted

VERY_SOFT = 0.5


def _measure(facts: Facts) -> FloatArray:
    return facts.plan.table.rules.least_softness - facts.plan.softness


def _tell(facts: Facts, row: int) -> Told:
    softness = float(facts.plan.softness[row])
    severe = softness < VERY_SOFT
    looks = "very soft" if severe else "a little soft"
    sentence = f"{facts.place(row)} looks {looks}: {softness:.2f} {facts.noun(row)} pixels for each output pixel."
    # A little soft is what many photos are, and few see it.
    severity = Severity.SEVERE if severe else Severity.NOTED
    return Told(severity, softness, sentence, _remedy(facts, row))


def _remedy(facts: Facts, row: int) -> Remedy:
    """Return what makes it sharp enough; showing the whole of a photo that is too small for that would not."""
    plan = facts.plan
    width, height = plan.table.photo_size[row].tolist()
    whole = max(1.0, width / height / float(plan.output.aspect)) * height / plan.output.height
    if not facts.is_by_hand(row) and whole < plan.table.rules.least_softness:
        return NO_REMEDY
    return facts.remedy_showing_whole(row)


def _of_photo(outputs: int, worst: Told, noun: str) -> str:
    looks = "very soft" if worst.severity is Severity.SEVERE else "a little soft"
    return f"Small {noun}: {looks} in {counted(outputs, 'output')}."


_MANY = "{photos} are smaller than these outputs need, the worst {shrunk:.1f} times."
CHECK = Check("soft", _measure, 0.0, _tell, _of_photo, of_many=_MANY, of_set=True)
