"""What a check has found, and what a button beside it does."""

from collections.abc import Callable
from enum import IntEnum
from typing import NamedTuple

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Project


class Severity(IntEnum):
    """NOTED : listed, but not marked; for example bars that the user asked for."""

    NOTED = 0
    SLIGHT = 1
    NOTABLE = 2
    SEVERE = 3


class Remedy(NamedTuple):
    """name : in files; label : on the button, empty for none; edit : what it does, None where that is no edit."""

    name: str
    label: str
    edit: "Callable[[Project, Finding], Edit | None]"


class Finding(NamedTuple):
    """slide : number from 1; output : its id; amount : a fraction, its meaning depends on the kind.

    of_photo : whether it is told once for all outputs, as it is about the photo as such, and marked there; outputs :
    all in which it is so; at_joint : whether it is about the joint after the slide; words_id : of the words that it is
    about, sound_id : of the sound, "" for none; noun :
    what its photo is called.
    """

    slide: int
    slide_id: str
    photo_id: str
    output: str
    kind: str
    severity: Severity
    amount: float
    sentence: str
    remedy: Remedy
    of_photo: bool = False
    outputs: tuple[str, ...] = ()
    at_joint: bool = False
    words_id: str = ""
    sound_id: str = ""
    noun: str = "photo"

    @property
    def noted_only(self) -> bool:
        return self.severity is Severity.NOTED
