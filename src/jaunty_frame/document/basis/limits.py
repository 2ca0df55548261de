"""The document's own limits, in words: what a value must be, and what was given."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

_SHOWN = 40
_TEXT_LIMITS = {
    "string_too_long": "it has {size} characters, at most {max_length} can be used",
    "string_too_short": "it is empty; type something",
    "string_unicode": "it holds signs that are no text",
    "too_long": "there would be {actual_length}, at most {max_length} can be",
    "too_short": "there would be {actual_length}, at least {min_length} must be",
    "greater_than_equal": "{given} is too little, at least {ge:g} is needed",
    "less_than_equal": "{given} is too much, at most {le:g} can be used",
    "finite_number": "{given} is no number that can be used",
}


def limit_sentence(error: ValidationError) -> str:
    """Return in one sentence the first limit that values broke."""
    fault = error.errors(include_url=False)[0]
    field = next((str(part).replace("_", " ") for part in reversed(fault["loc"]) if isinstance(part, str)), "the value")
    return f"{field}: {_limit(fault)}."


def _limit(fault: Mapping[str, Any]) -> str:
    given = fault.get("input")
    told = {
        "given": str(given)[:_SHOWN],
        "size": len(given) if isinstance(given, str) else 0,
        **fault.get("ctx", {}),
    }
    form = _TEXT_LIMITS.get(fault["type"])
    return form.format(**told) if form else str(fault["msg"]).removeprefix("Value error, ").rstrip(".")
