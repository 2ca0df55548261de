"""The project file: JSON with a format name and a version, checked as a whole before anything is believed.

Older versions are brought up to date first (``document.files.upgrades``).
"""

from typing import Any

from jaunty_frame.document.files.json_text import Form, checked, read_object, write_object
from jaunty_frame.document.files.upgrades import UPGRADES
from jaunty_frame.document.model import FORMAT, VERSION, Project

_FORM = Form(FORMAT, VERSION, "project")


def project_to_text(project: Project) -> str:
    """Return the project file's text. Defaults are written too, so that later ones change no old project."""
    return write_object(_FORM, project.model_dump(mode="json", exclude_none=True))


def project_from_text(text: str, name: str = "The project") -> Project:
    """Return the project written in ``text``.

    Raises NewerProject where it comes from a newer version, and ProjectError with all faults and their places
    otherwise. name : what the message calls the file.
    """
    content, version = read_object(text, name, _FORM)
    for step in range(version, VERSION):
        content = UPGRADES[step](content)
    return checked(Project, content, name)


def project_schema() -> dict[str, Any]:
    """Return the JSON Schema (draft 2020-12) of the project file."""
    schema = Project.model_json_schema(mode="validation")
    head = {"format": {"const": FORMAT}, "version": {"const": VERSION}}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **schema,
        "title": "Jaunty Frame project",
        "properties": {**head, **schema["properties"]},
        "required": ["format", "version"],
    }
