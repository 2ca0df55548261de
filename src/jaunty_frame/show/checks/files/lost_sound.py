"""A sound is not where it was, or can no longer be read."""

from jaunty_frame.show.findings.check import SoundCheck, Told
from jaunty_frame.show.findings.facts import Facts, FileState
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import REMOVE_SOUND
from jaunty_frame.show.planning.soundtrack import Heard

_WHY = {FileState.MISSING: "is not where it was", FileState.DAMAGED: "cannot be read"}


def _tell(facts: Facts, heard: Heard) -> Told | None:
    if heard.is_own:
        return None  # what a slide shows is told with its picture
    file = facts.plan.soundtrack.file_of(heard.sound)
    why = _WHY.get(facts.state_of(file))
    if why is None:
        return None
    sentence = f"The {heard.sound.kind} {file.name} {why}; put it back, or remove it from the soundtrack."
    return Told(Severity.SEVERE, 1.0, sentence, REMOVE_SOUND)


CHECK = SoundCheck("lost-sound", _tell)
