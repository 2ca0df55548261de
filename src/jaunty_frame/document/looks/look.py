"""Looks: saved choices of aspects. Some are ours, some the project's; both can be files of their own."""

from typing import Annotated, Any, Literal

from pydantic import Field

from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.motion.courses import Direction, Move, Strength
from jaunty_frame.document.basis.values import EasingValue, Seconds, ShortText, Value
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.instant import Instant
from jaunty_frame.document.mount import Mount
from jaunty_frame.document.photo import Correction
from jaunty_frame.document.transition import TRANSITIONS, Transition

LookName = Annotated[ShortText, Field(min_length=1)]


class Look(Value):
    """What is None is no part of it. Fields are a slide's, and the correction of its photo."""

    name: LookName
    seconds: Seconds | None = None
    placement: Placement | None = None
    covering: Covering | None = None
    move: Move | None = None
    direction: Direction | None = None
    strength: Strength | None = None
    easing: EasingValue | None = None
    path: Literal["straight", "arc"] | None = None
    fill: Annotated[Fill, FILLS] | None = None
    mount: Mount | None = None
    instants: tuple[Instant, ...] | None = None
    transition: Annotated[Transition, TRANSITIONS] | None = None
    correction: Correction | None = None

    @property
    def slide_fields(self) -> dict[str, Any]:
        """What it sets on a slide."""
        fields = {name: getattr(self, name) for name in type(self).model_fields if name not in ("name", "correction")}
        return {name: value for name, value in fields.items() if value is not None}
