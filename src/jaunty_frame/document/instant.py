"""Instants: set points in time on the way of a slide that have values of their own (keyframes)."""

from typing import Annotated

from pydantic import Field

from jaunty_frame.core.motion.paths import EASE_IN_OUT
from jaunty_frame.document.basis.values import EasingValue, Share, Shown, Value, WindowValue
from jaunty_frame.document.fill import FILLS, Fill
from jaunty_frame.document.mount import Depth

Shift = Annotated[float, Field(ge=-2.0, le=2.0, allow_inf_nan=False)]


Scale = Annotated[float, Field(ge=0.05, le=3.0), Shown("Size", " %", 0.05)]
Across = Annotated[Shift, Shown("Across", " %", 0.02)]
Down = Annotated[Shift, Shown("Down", " %", 0.02)]
AnyLean = Annotated[float, Field(ge=-180.0, le=180.0), Shown("Lean", "°", 1.0)]
Yaw = Annotated[Depth, Shown("Yaw", "°", 1.0)]
Pitch = Annotated[Depth, Shown("Pitch", "°", 1.0)]
Opacity = Annotated[Share, Shown("Opacity", " %", 0.05)]


class Instant(Value):
    """Values at a point of the time that a slide is seen; what is None there has the value that it has on the way.

    Before its first instant a value is as at the first, after its last as at the last. at : share of the slide's time;
    easing : on the way to the next instant; scale, across, down : of the print as it is mounted, in frames; lean, yaw,
    pitch : in place of the mount's; opacity : of photos; fill : comes by itself on the way from the instant before.
    """

    at: Share
    easing: EasingValue = EASE_IN_OUT
    scale: Scale | None = None
    across: Across | None = None
    down: Down | None = None
    lean: AnyLean | None = None
    yaw: Yaw | None = None
    pitch: Pitch | None = None
    opacity: Opacity | None = None
    fill: Annotated[Fill, FILLS] | None = None


class WindowInstant(Value):
    """A place that the window of a framing set by hand goes through between opening and closing."""

    at: Annotated[float, Field(gt=0.0, lt=1.0)]
    window: WindowValue
    lean: Annotated[float, Field(ge=-180.0, le=180.0)] = 0.0
    easing: EasingValue = EASE_IN_OUT
    """On the way to the next."""


class Pose(Value):
    """All values at one point in time, as they are edited."""

    scale: Scale = 1.0
    across: Across = 0.0
    down: Down = 0.0
    lean: AnyLean = 0.0
    yaw: Yaw = 0.0
    pitch: Pitch = 0.0
    opacity: Opacity = 1.0


POSE_FIELDS = tuple(Pose.model_fields)
"""The numbers that instants may have."""
MOST_INSTANTS = 50
SAME_INSTANT = 0.004
"""Of the slide's time: instants that are nearer to each other are one."""
