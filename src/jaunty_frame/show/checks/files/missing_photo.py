"""A photo is not where it was."""

from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts, FileState
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import REMOVE_SLIDE


def _tell(facts: Facts, row: int) -> Told:
    sentence = f"{facts.place(row)}: {facts.file(row)} is not where it was; put it back, or remove the slide."
    return Told(Severity.SEVERE, 1.0, sentence, REMOVE_SLIDE)


_MANY = "{photos} are not where they were; put them back, or remove their slides."
CHECK = Check("missing-photo", lambda facts: facts.in_state(FileState.MISSING), 0.5, _tell, once, of_many=_MANY)
