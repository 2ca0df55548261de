"""What all values of the document are made of: exact times, bounded numbers, windows, and the frozen base.

Bounds and labels stand in a field's annotation, where the file format, its schema and the editors find them.
"""

from fractions import Fraction
from typing import Annotated, Any, NamedTuple, Self

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    GetCoreSchemaHandler,
    GetJsonSchemaHandler,
    StringConstraints,
)
from pydantic_core import CoreSchema, core_schema

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.time.timebase import MOST_DENOMINATOR, fraction_text, parse_fraction
from jaunty_frame.errors import UsageError

MOST_MARGIN = 0.45


class Shown(NamedTuple):
    """How a field is offered for editing: its name and unit, and by how much one step changes it."""

    label: str
    unit: str = ""
    step: float = 0.1


class Between:
    """Bounds of an exact number, written as text like "7/2"."""

    def __init__(self, low: Fraction, high: Fraction) -> None:
        self.low, self.high = low, high

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        text = core_schema.plain_serializer_function_ser_schema(fraction_text, return_schema=core_schema.str_schema())
        return core_schema.no_info_plain_validator_function(self._checked, serialization=text)

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        return {"type": "string"}

    def _checked(self, value: Any) -> Fraction:
        number = _as_fraction(value)
        if not self.low <= number <= self.high:
            raise ValueError(f"{float(number):g} lies outside {float(self.low):g} to {float(self.high):g}")
        if number.denominator > MOST_DENOMINATOR:
            raise ValueError(f"its denominator is over {MOST_DENOMINATOR}")
        return number


def _as_fraction(value: Any) -> Any:
    if isinstance(value, Fraction):
        return value
    if isinstance(value, str) and len(value) <= 40:
        try:
            return parse_fraction(value)
        except UsageError as error:
            raise ValueError(str(error)) from error
    raise ValueError("a time or rate is written as text, for example “7/2”")


LONGEST_SECONDS = Fraction(3600)
Seconds = Annotated[Fraction, Between(Fraction(1, 10), LONGEST_SECONDS)]
Pace = Annotated[Fraction, Between(Fraction(1, 10), Fraction(10))]
JointSeconds = Annotated[Fraction, Between(Fraction(0), Fraction(60))]
FrameRate = Annotated[Fraction, Between(Fraction(10), Fraction(120))]
Aspect = Annotated[Fraction, Between(Fraction(1, 4), Fraction(4))]

Identifier = Annotated[str, StringConstraints(pattern=r"^[A-Za-z0-9][A-Za-z0-9@._-]{0,63}$")]
ShortText = Annotated[str, StringConstraints(max_length=200)]
LongText = Annotated[str, StringConstraints(max_length=5000)]
Share = Annotated[float, Field(ge=0.0, le=1.0, allow_inf_nan=False)]
Margin = Annotated[float, Field(ge=0.0, le=MOST_MARGIN, allow_inf_nan=False)]
Colour = Annotated[str, StringConstraints(pattern=r"^#[0-9a-fA-F]{6}$")]
# Photos may be as long and thin as 100,000 to 1: a cover shows 1/400,000 of one, and shown whole it is as little of the
# frame.
_LEAST, _MOST = 1e-6, 1e6
_Position = Annotated[float, Field(ge=-_MOST, le=_MOST, allow_inf_nan=False)]
_Extent = Annotated[float, Field(ge=_LEAST, le=_MOST, allow_inf_nan=False)]


def _as_window(value: Any) -> Any:
    return tuple(value) if isinstance(value, list | Window) else value


WindowValue = Annotated[
    tuple[_Position, _Position, _Extent, _Extent],
    BeforeValidator(_as_window, json_schema_input_type=list[float]),
]
EasingValue = Annotated[
    tuple[Share, Share, Share, Share], BeforeValidator(_as_window, json_schema_input_type=list[float])
]


class Value(BaseModel):
    """Base of all values: frozen, nothing extra, no NaN."""

    # Deferred: building every class on its own at import would take 0.08 s of the start. Defaults are constructed
    # without validation, which would build their classes too.
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, defer_build=True)

    def changed(self, **fields: Any) -> Self:
        """Return a copy with ``fields`` changed, validated (which ``model_copy`` would not do)."""
        return type(self)(**{**{name: getattr(self, name) for name in type(self).model_fields}, **fields})


def ensure_inside(box: tuple[float, float, float, float], what: str) -> None:
    """Raise ValueError where a box (x, y, w, h) reaches beyond the photo. what : what the message calls it."""
    x, y, w, h = box
    if min(x, y) < -1e-9 or x + w > 1 + 1e-9 or y + h > 1 + 1e-9:
        raise ValueError(f"{what} lies inside the photo, 0 to 1")


def inside(box: Window) -> Window:
    """Return ``box`` without what rounding put outside 0..1."""
    x, y = max(box.x, 0.0), max(box.y, 0.0)
    return Window(x, y, min(box.w, 1.0 - x), min(box.h, 1.0 - y))
