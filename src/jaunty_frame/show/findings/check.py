"""What a check is."""

from collections.abc import Callable
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Remedy, Severity
from jaunty_frame.show.findings.remedies import NO_REMEDY
from jaunty_frame.show.planning.soundtrack import Heard
from jaunty_frame.show.planning.words.placed import PlacedWords


class Told(NamedTuple):
    """What a check says of one row. amount : a fraction, its meaning depends on the check."""

    severity: Severity
    amount: float
    sentence: str
    remedy: Remedy = NO_REMEDY


class Check(NamedTuple):
    """measure : of all rows (M,) at once; rows where it is over ``threshold`` are spoken of by ``tell``.

    of_photo : what is said once of a photo (after its slide), where the cause lies in the photo and not in a cell;
    given the number of outputs, what was told of the worst of
    them, and whether it is a photo or a clip. at_joint : whether it is about the joint after
    the slide, and marked there. of_many : what is said once of all that the check found (``findings.groups`` says what
    stands in braces). of_set : whether it is about the set where it is so of many photos, and then marked at none.
    """

    kind: str
    measure: Callable[[Facts], FloatArray]
    threshold: float
    tell: Callable[[Facts, int], Told]
    of_photo: Callable[[int, Told, str], str] | None = None
    at_joint: bool = False
    of_many: str = ""
    of_set: bool = False


class WordsCheck(NamedTuple):
    """tell : what is said of words as they are in one output, None where nothing is."""

    kind: str
    tell: Callable[[Facts, PlacedWords], Told | None]
    of_many: str = ""


class SoundCheck(NamedTuple):
    """tell : what is said of a sound that an output plays, None where nothing is; said once for all outputs."""

    kind: str
    tell: Callable[[Facts, Heard], Told | None]


def once(outputs: int, worst: Told, noun: str) -> str:
    """Return what is said of the photo in any output, without the place: for ``Check.of_photo``."""
    said = worst.sentence.partition(": ")[2]
    return said[:1].upper() + said[1:]
