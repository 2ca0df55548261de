"""JSON of others: checked before anything in it is believed, and with sentences for all that may be wrong."""

import json
import re
from collections.abc import Mapping
from typing import Any, NamedTuple, TypeVar

from pydantic import BaseModel, ValidationError

from jaunty_frame.errors import NewerProject, ProjectError

MAX_BYTES = 64 * 1024 * 1024
_MOST_NESTING = 32
_FAULTS_SHOWN = 5
_MOST_KEYS = 64
_MOST_ITEMS = 40_000
_KEY_SHOWN = 40
_MAY_BE_HALF = re.compile(r"\\u[dD][89a-fA-F]|[\ud800-\udfff]")

_Model = TypeVar("_Model", bound=BaseModel)


class Form(NamedTuple):
    """format : the value of “format” in files; what : “project”, for sentences."""

    format: str
    version: int
    what: str


def read_object(text: str, name: str, form: Form) -> tuple[dict[str, Any], int]:
    """Return what a file holds beside its format and version, and the version. name : what messages call the file.

    Raises NewerProject where it comes from a newer version, and ProjectError where it is nothing of the kind.
    """
    if len(text) > MAX_BYTES:
        raise ProjectError(f"{name} is larger than 64 MB and is no {form.what} of this program.")
    if _nesting(text) > _MOST_NESTING:
        raise ProjectError(f"{name} is nested too deeply to be a {form.what}.")
    try:
        content = json.loads(text, parse_constant=_refuse_constant)
    except (ValueError, RecursionError) as error:
        raise ProjectError(f"{name} is not valid JSON ({error}); it may be damaged or not a {form.what}.") from error
    if not isinstance(content, dict) or content.pop("format", None) != form.format:
        raise ProjectError(f"{name} is not a Jaunty Frame {form.what}: its “format” is not “{form.format}”.")
    version = content.pop("version", None)
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise ProjectError(f"{name} has no usable “version”; it must be a whole number from 1 on.")
    if version > form.version:
        raise NewerProject(
            f"{name} was saved by a newer Jaunty Frame (file version {version}, this program reads up to "
            f"{form.version}); open it there or update this program."
        )
    _ensure_modest(content, name)
    if _MAY_BE_HALF.search(text):
        _ensure_text(content, name)
    return content, version


def write_object(form: Form, content: dict[str, Any]) -> str:
    """Return the text of a file."""
    whole = {"format": form.format, "version": form.version, **content}
    return json.dumps(whole, indent=1, ensure_ascii=False) + "\n"


def checked(model: type[_Model], content: dict[str, Any], name: str) -> _Model:
    """Return a model of what a file holds; ProjectError with all faults and their places."""
    try:
        return model.model_validate(content)
    except ValidationError as error:
        raise ProjectError(f"{name} cannot be used: {faults(error)}") from error


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


def _ensure_text(content: Any, name: str) -> None:
    """Raise ProjectError where halves of characters stand alone: they can be written as JSON, but not as UTF-8."""
    try:
        json.dumps(content, ensure_ascii=False).encode()
    except UnicodeEncodeError as error:
        raise ProjectError(f"{name} cannot be used: it holds signs that are no text; it may be damaged.") from error


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


def faults(error: ValidationError) -> str:
    """Return the faults of a value with their places, in words."""
    found = [
        f"{'/'.join(map(_readable, fault['loc'])) or 'project'}: {_message(fault)}"
        for fault in error.errors(include_url=False, include_input=False)
    ]
    more = f" (and {len(found) - _FAULTS_SHOWN} more faults)" if len(found) > _FAULTS_SHOWN else ""
    return "; ".join(found[:_FAULTS_SHOWN]) + more + "."


def _message(fault: Mapping[str, Any]) -> str:
    if fault["type"] == "extra_forbidden":
        return "there is no such field"
    return str(fault["msg"]).removeprefix("Value error, ").rstrip(".")


def _readable(key: str | int) -> str:
    """Return a key of the file for a sentence: a damaged one may hold line breaks or be as long as the file."""
    text = "".join(sign if sign.isprintable() else "·" for sign in str(key)[: _KEY_SHOWN + 1])
    return text if len(text) <= _KEY_SHOWN else text[:_KEY_SHOWN] + "…"
