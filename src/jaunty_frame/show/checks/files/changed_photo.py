"""A photo has another content than when it was added."""

from jaunty_frame.show.findings.check import Check, Told, once
from jaunty_frame.show.findings.facts import Facts, FileState
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import FIND_AGAIN


def _tell(facts: Facts, row: int) -> Told:
    sentence = f"{facts.place(row)}: {facts.file(row)} has changed since it was added."
    return Told(Severity.SLIGHT, 1.0, sentence, FIND_AGAIN)


_MANY = "{photos} have changed since they were added."
CHECK = Check("changed-photo", lambda facts: facts.in_state(FileState.CHANGED), 0.5, _tell, once, of_many=_MANY)
