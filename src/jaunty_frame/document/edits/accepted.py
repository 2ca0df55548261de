"""Edits of what the user let be."""

from jaunty_frame.document.edits.edit import Edit
from jaunty_frame.document.model import Accepted, Project


def accept(accepted: Accepted) -> Edit:
    """Let findings be from now on."""

    def apply(project: Project) -> Project:
        if accepted in project.accepted:
            return project
        return project.changed(accepted=(*project.accepted, accepted))

    return Edit("Let it be", apply)


def show_accepted_again() -> Edit:
    """Mark again what was let be."""
    return Edit("Show findings again", lambda project: project.changed(accepted=()) if project.accepted else project)
