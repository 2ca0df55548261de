"""An edit: a pure function from a project to a changed one, with the label that undo shows."""

from collections.abc import Callable, Sequence
from typing import NamedTuple

from pydantic import ValidationError

from jaunty_frame.document.basis.limits import limit_sentence
from jaunty_frame.document.model import Project
from jaunty_frame.errors import UsageError


class Edit(NamedTuple):
    """A change of the project. ``change`` returns the same object where nothing changes."""

    label: str
    change: Callable[[Project], Project]

    def apply(self, project: Project) -> Project:
        """Return the changed project; UsageError with a sentence where a value is out of the document's limits."""
        try:
            return self.change(project)
        except ValidationError as error:
            raise UsageError(f"{self.label}: {limit_sentence(error)}") from error


def all_of(edits: Sequence[Edit]) -> Edit:
    """Return several edits, of which there is at least one, as one with the label of the first."""

    def apply(project: Project) -> Project:
        for edit in edits:
            project = edit.apply(project)
        return project

    return Edit(edits[0].label, apply)
