"""An edit: a pure function from a project to a changed one, with the label that undo shows.

``merge`` is the same for the small steps of one gesture (a drag, a slider), which become one undo step.
"""

from collections.abc import Callable, Sequence
from typing import NamedTuple

from jaunty_frame.document.model import Project


class Edit(NamedTuple):
    """A change of the project. ``apply`` returns the same object where nothing changes."""

    label: str
    apply: Callable[[Project], Project]
    merge: str = ""


def all_of(edits: Sequence[Edit]) -> Edit:
    """Return several edits, of which there is at least one, as one with the label of the first."""

    def apply(project: Project) -> Project:
        for edit in edits:
            project = edit.apply(project)
        return project

    return Edit(edits[0].label, apply)
