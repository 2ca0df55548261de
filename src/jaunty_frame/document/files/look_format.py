"""A look as a file of its own."""

from typing import Any

from jaunty_frame.document.files.json_text import Form, checked, read_object, write_object
from jaunty_frame.document.looks.look import Look

_FORM = Form("jaunty-frame-look", 1, "look")


def look_to_text(look: Look) -> str:
    return write_object(_FORM, look.model_dump(mode="json", exclude_none=True))


def look_from_text(text: str, name: str = "The look") -> Look:
    """Return the look written in ``text``; ProjectError where it cannot be used. name : what messages call the file."""
    content, _ = read_object(text, name, _FORM)
    return checked(Look, content, name)


def look_schema() -> dict[str, Any]:
    """Return the JSON Schema (draft 2020-12) of a look's file."""
    schema = Look.model_json_schema(mode="validation")
    head = {"format": {"const": _FORM.format}, "version": {"const": _FORM.version}}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **schema,
        "title": "Jaunty Frame look",
        "properties": {**head, **schema["properties"]},
        "required": ["format", "version", "name"],
    }
