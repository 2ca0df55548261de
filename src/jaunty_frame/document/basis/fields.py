"""The fields of a value as an editor needs them: name, label, bounds, unit, read from the value's own annotations."""

from enum import StrEnum
from typing import Any, Literal, NamedTuple, get_args, get_origin

from annotated_types import Ge, Le, MaxLen, MinLen

from jaunty_frame.document.basis.kinds import Kind
from jaunty_frame.document.basis.values import Between, Colour, EasingValue, Identifier, Shown, Value

_COLOUR_PATTERN = get_args(Colour)[1].pattern


class FieldType(StrEnum):
    """How a field is edited. EXACT : a fraction, of seconds for example; COLOURS : from ``low`` to ``high`` many."""

    NUMBER = "number"
    EXACT = "exact"
    COLOUR = "colour"
    SWITCH = "switch"
    CHOICE = "choice"
    COLOURS = "colours"
    EASING = "easing"
    PHOTO = "photo"


class Field(NamedTuple):
    """low, high : of numbers; options : of choices; default : of the value that holds it."""

    name: str
    type: FieldType
    shown: Shown
    low: float = 0.0
    high: float = 0.0
    options: tuple[str, ...] = ()
    default: Any = None


def editable_fields(value_type: type[Value]) -> tuple[Field, ...]:
    """Return the fields of a value that are annotated to be shown, in their order, but for those that are shown
    last."""
    found = []
    for name, info in value_type.model_fields.items():
        for shown in (note for note in info.metadata if isinstance(note, Shown)):
            found.append(_field(name, info.annotation, info.metadata, shown)._replace(default=info.default))
    last = value_type.shown_last if issubclass(value_type, Kind) else ()
    return tuple(sorted(found, key=lambda field: field.name in last))


def _field(name: str, annotation: Any, notes: list[Any], shown: Shown) -> Field:
    bounds = next((note for note in notes if isinstance(note, Between)), None)
    if bounds is not None:
        return Field(name, FieldType.EXACT, shown, float(bounds.low), float(bounds.high))
    if get_origin(annotation) is Literal:
        return Field(name, FieldType.CHOICE, shown, options=get_args(annotation))
    if annotation is bool:
        return Field(name, FieldType.SWITCH, shown)
    if annotation == get_args(EasingValue)[0]:
        return Field(name, FieldType.EASING, shown)
    if annotation == tuple[Colour, ...]:
        fewest = next(note.min_length for note in notes if isinstance(note, MinLen))
        most = next(note.max_length for note in notes if isinstance(note, MaxLen))
        return Field(name, FieldType.COLOURS, shown, fewest, most)
    if annotation == Identifier | None:
        return Field(name, FieldType.PHOTO, shown)
    if any(getattr(note, "pattern", None) == _COLOUR_PATTERN for note in notes):
        return Field(name, FieldType.COLOUR, shown)
    low = next((float(note.ge) for note in notes if isinstance(note, Ge)), None)  # type: ignore[arg-type]
    high = next((float(note.le) for note in notes if isinstance(note, Le)), None)  # type: ignore[arg-type]
    if low is None or high is None:
        raise TypeError(f"{name} can be shown only if it is bounded: a colour, a choice, a switch or a number.")
    return Field(name, FieldType.NUMBER, shown, low, high)
