"""What can go wrong because of what a user, a file or a disk did.

    JauntyError             a sentence that says what, where and what to do
     +-- PhotoError         a photo cannot be read
     +-- ProjectError       a project file cannot be read or written
     |    +-- NewerProject  it was written by a newer version
     |    +-- ProjectChangedError  another program has written it meanwhile
     +-- UsageError         something was asked for that does not exist or does not fit
     +-- SoundError         a sound cannot be read, made or heard
     +-- CaptionError       a caption file cannot be read or written
     +-- ExportError        a video or picture file cannot be written
     +-- Cancelled          the user stopped the work

The command line prints the sentence and exits with 2; the window shows it where it occurred.
"""


class JauntyError(Exception):
    """An error with a sentence that can be shown to a person as it is."""


class PhotoError(JauntyError):
    """A photo cannot be read."""


class ProjectError(JauntyError):
    """A project file cannot be read or written."""


class NewerProject(ProjectError):
    """The project file was written by a newer version of the program."""


class ProjectChangedError(ProjectError):
    """The project file is no longer what was read; saving would lose what another program wrote."""


class UsageError(JauntyError):
    """Something was asked for that does not exist or does not fit."""


class SoundError(JauntyError):
    """A sound cannot be read, made or heard."""


class CaptionError(JauntyError):
    """A caption file cannot be read or written."""


class ExportError(JauntyError):
    """A video or picture file cannot be written."""


class Cancelled(JauntyError):
    """The user stopped the work."""


_MOST_SHOWN = 60


def shown_name(name: object) -> str:
    """Return the name of a file for a sentence: on one line, without signs that cannot be shown, not over long."""
    text = "".join(sign if sign.isprintable() else "·" for sign in str(name))
    return text if len(text) <= _MOST_SHOWN else f"{text[: _MOST_SHOWN // 2]}…{text[-_MOST_SHOWN // 3 :]}"
