"""A photo is where it was, but cannot be read any more."""

from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts, FileState
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import REMOVE_SLIDE


def _tell(facts: Facts, row: int) -> Told:
    sentence = f"{facts.place(row)}: {facts.file(row)} is damaged; restore it from a copy, or remove the slide."
    return Told(Severity.SEVERE, 1.0, sentence, REMOVE_SLIDE)


_MANY = "{photos} are damaged; restore them, or remove their slides."
CHECK = Check("damaged-photo", lambda facts: facts.in_state(FileState.DAMAGED), 0.5, _tell, once, of_many=_MANY)
