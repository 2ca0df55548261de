"""An edit: a pure function from a project to a changed one, with the label that undo shows.

``merge`` is the same for the small steps of one gesture (a drag, a slider), which become one undo step.
"""

from collections.abc import Callable
from typing import NamedTuple

from jaunty_frame.document.model import Project


class Edit(NamedTuple):
    """A change of the project. ``apply`` returns the same object where nothing changes."""

    label: str
    apply: Callable[[Project], Project]
    merge: str = ""
