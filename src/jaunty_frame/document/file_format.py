"""The project file: JSON with a format name and a version, checked as a whole before anything is believed.

Older versions are brought up to date first (``document.upgrades``).
"""

import json
from typing import Any

from pydantic import ValidationError

from jaunty_frame.document.model import FORMAT, MAX_SLIDES, VERSION, Project
from jaunty_frame.document.upgrades import UPGRADES
from jaunty_frame.errors import NewerProject, ProjectError

MAX_BYTES = 64 * 1024 * 1024
_MOST_NESTING = 32
_FAULTS_SHOWN = 5
_MOST_KEYS = 64
_MOST_ITEMS = MAX_SLIDES * 8
_KEY_SHOWN = 40


def project_to_text(project: Project) -> str:
    """Return the project file's text. Defaults are written too, so that later ones change no old project."""
    content = project.model_dump(mode="json", exclude_none=True)
    return json.dumps({"format": FORMAT, "version": VERSION, **content}, indent=1, ensure_ascii=False) + "\n"


def project_from_text(text: str, name: str = "The project") -> Project:
    """Return the project written in ``text``.

    Raises NewerProject where it comes from a newer version, and ProjectError with all faults and their places
    otherwise. name : what the message calls the file.
    """
    if len(text) > MAX_BYTES:
        raise ProjectError(f"{name} is larger than 64 MB and is no project of this program.")
    if _nesting(text) > _MOST_NESTING:
        raise ProjectError(f"{name} is nested too deeply to be a project.")
    try:
        content = json.loads(text, parse_constant=_refuse_constant)
    except (ValueError, RecursionError) as error:
        raise ProjectError(f"{name} is not valid JSON ({error}); it may be damaged or not a project.") from error
    if not isinstance(content, dict) or content.pop("format", None) != FORMAT:
        raise ProjectError(f"{name} is not a Jaunty Frame project: its “format” is not “{FORMAT}”.")
    version = content.pop("version", None)
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise ProjectError(f"{name} has no usable “version”; it must be a whole number from 1 on.")
    if version > VERSION:
        raise NewerProject(
            f"{name} was saved by a newer Jaunty Frame (file version {version}, this program reads up to {VERSION}); "
            "open it there or update this program."
        )
    _ensure_modest(content, name)
    for step in range(version, VERSION):
        content = UPGRADES[step](content)
    try:
        return Project.model_validate(content)
    except ValidationError as error:
        raise ProjectError(f"{name} cannot be used: {_faults(error)}") from error


def _refuse_constant(constant: str) -> None:
    raise ValueError(f"{constant} is not a number that JSON allows")


def _ensure_modest(content: Any, name: str) -> None:
    """Raise ProjectError where an object or a list is larger than any of a project: each fault in it would be told."""
    waiting = [content]
    while waiting:
        value = waiting.pop()
        if isinstance(value, dict | list):
            most = _MOST_KEYS if isinstance(value, dict) else _MOST_ITEMS
            if len(value) > most:
                raise ProjectError(
                    f"{name} cannot be used: it holds {len(value)} things in one place; it may be damaged."
                )
            waiting += value.values() if isinstance(value, dict) else value


def _nesting(text: str) -> int:
    """Return the deepest nesting of brackets outside strings, without building anything."""
    depth = deepest = 0
    inside = escaped = False
    if text.count("[") + text.count("{") <= _MOST_NESTING:
        return 0
    for character in text:
        if inside:
            inside = escaped or character != '"'
            escaped = character == "\\" and not escaped
        elif character == '"':
            inside = True
        elif character in "[{":
            depth += 1
            deepest = max(deepest, depth)
            if deepest > _MOST_NESTING:
                return deepest
        elif character in "]}":
            depth -= 1
    return deepest


def _faults(error: ValidationError) -> str:
    faults = [
        f"{'/'.join(map(_readable, fault['loc'])) or 'project'}: {fault['msg'].removeprefix('Value error, ')}"
        for fault in error.errors(include_url=False, include_input=False)
    ]
    more = f" (and {len(faults) - _FAULTS_SHOWN} more faults)" if len(faults) > _FAULTS_SHOWN else ""
    return "; ".join(faults[:_FAULTS_SHOWN]) + more + "."


def _readable(key: str | int) -> str:
    """Return a key of the file for a sentence: a damaged one may hold line breaks or be as long as the file."""
    text = "".join(sign if sign.isprintable() else "·" for sign in str(key)[: _KEY_SHOWN + 1])
    return text if len(text) <= _KEY_SHOWN else text[:_KEY_SHOWN] + "…"


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
