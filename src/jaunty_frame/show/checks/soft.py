"""A photo has too few pixels for how large it is shown."""

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.words import counted

VERY_SOFT = 0.5


def _measure(facts: Facts) -> FloatArray:
    return facts.plan.table.rules.least_softness - facts.plan.softness


def _tell(facts: Facts, row: int) -> Told:
    softness = float(facts.plan.softness[row])
    severe = softness < VERY_SOFT
    looks = "very soft" if severe else "soft"
    sentence = f"{facts.place(row)} looks {looks}: {softness:.2f} photo pixels for each output pixel."
    severity = Severity.SEVERE if severe else Severity.NOTABLE
    return Told(severity, softness, sentence, facts.remedy_showing_whole(row))


def _of_photo(outputs: int, worst: Told) -> str:
    looks = "very soft" if worst.severity is Severity.SEVERE else "soft"
    return f"Small photo: {looks} in {counted(outputs, 'output')}."


CHECK = Check("soft", _measure, 0.0, _tell, _of_photo)
