"""Files of what the program decided, and how what it decides now differs from them."""

import json
import os
from collections.abc import Iterator, Mapping
from enum import Enum
from fractions import Fraction
from pathlib import Path
from typing import Any
from unittest import TestCase

import numpy as np
from pydantic import BaseModel

from jaunty_frame.show.frames.layers.layer import PhotoFile

FOLDER = Path(__file__).parent
IS_WRITTEN = os.environ.get("RECORDS") == "write"
_DIGITS, _NEAR = 4, 0.0003
"""Decimals that are kept; numbers nearer than this part of themselves are the same on another machine."""
_SAID = 12
_OF_FILES = ("modified", "content", "size", "sketch", "tones")
"""What a project keeps of a photo or a sound as a file, and what is long."""


def plain(value: Any) -> Any:
    """Return a value as plain JSON: values by their fields, arrays by their shape, mean and deviation."""
    match value:
        case None | bool() | str() | int():
            return value.value if isinstance(value, Enum) else value
        case Enum():
            return value.value
        case float() | np.floating():
            return round(float(value), _DIGITS)
        case Fraction():
            return str(value)
        case np.integer():
            return int(value)
        case np.ndarray():
            return [list(value.shape), round(float(value.mean()), _DIGITS), round(float(value.std()), _DIGITS)]
        case BaseModel():
            return {name: plain(getattr(value, name)) for name in type(value).model_fields}
        case PhotoFile():
            return value.path
        case tuple() if hasattr(value, "_fields"):
            return {name: plain(getattr(value, name)) for name in value._fields}
        case Mapping():
            return {str(name): plain(one) for name, one in value.items()}
        case tuple() | list():
            return [plain(one) for one in value]
    return type(value).__name__


def flat(value, where=""):
    """Yield the places of a JSON value with what stands there, but for what is of files as such."""
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else None
    if inner is None:
        yield where, value
        return
    aside = _OF_FILES if isinstance(value, dict) and "path" in value else ()
    for name, one in inner:
        if name not in aside:
            yield from flat(one, f"{where}.{name}")


def ensure_as_recorded(case: TestCase, name: str, found: list[Any]) -> None:
    """Fail where what was found is not what a file of one line for each has; or write that file."""
    path = FOLDER / name
    if IS_WRITTEN:
        path.parent.mkdir(exist_ok=True)
        path.write_text("".join(json.dumps(plain(one), sort_keys=True) + "\n" for one in found))
        return
    kept = [json.loads(line) for line in path.read_text().splitlines()]
    case.assertEqual(len(kept), len(found))
    differences = [
        f"{number}{said}"
        for number, (old, new) in enumerate(zip(kept, found, strict=True))
        for said in _differences(old, json.loads(json.dumps(plain(new))), "")
    ]
    case.assertEqual(differences[:_SAID], [], f"{len(differences)} differ from {path}")


def _differences(old: Any, new: Any, where: str) -> Iterator[str]:
    numbers = (int, float)
    if isinstance(old, dict) and isinstance(new, dict) and old.keys() == new.keys():
        for name in old:
            yield from _differences(old[name], new[name], f"{where}.{name}")
    elif isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        for k, (one, other) in enumerate(zip(old, new, strict=True)):
            yield from _differences(one, other, f"{where}[{k}]")
    elif isinstance(old, numbers) and isinstance(new, numbers) and not isinstance(old, bool):
        if abs(old - new) > _NEAR * max(1.0, abs(old)):
            yield f"{where}: {old} was kept, {new} is found"
    elif old != new:
        yield f"{where}: {old!r} was kept, {new!r} is found"
