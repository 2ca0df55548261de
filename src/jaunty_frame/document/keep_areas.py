"""What must stay visible of a photo or a clip: keep areas, and where they go over a clip's time."""

from collections.abc import Sequence
from itertools import pairwise
from typing import Annotated, Literal, Self

import numpy as np
from pydantic import FailFast, Field, model_validator

from jaunty_frame.core.geometry.windows import Window, turned_box
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.document.basis.values import Share, Value, WindowValue, ensure_inside, inside

MAX_KEEP_AREAS = 32


MOST_INSTANTS = 200
FileMoment = Annotated[float, Field(ge=0.0, le=86_400.0, allow_inf_nan=False)]
"""Seconds of a clip's file."""


class AreaInstant(Value):
    """Where a keep area of a clip was put at a moment."""

    seconds: FileMoment
    box: WindowValue

    @model_validator(mode="after")
    def _inside(self) -> Self:
        ensure_inside(self.box, "a keep area")
        return self


class KeepArea(Value):
    """A box in the photo that should stay visible; weight 1 is required, less is wished for.

    instants : of a clip, where it goes: evenly from one to the next, before the first and after the last it lies still.
    Then ``box`` lies about all of them. None where it lies still.
    """

    box: WindowValue
    weight: Share = 1.0
    origin: Literal["found", "hand"] = "hand"
    what: AreaKind = AreaKind.AREA
    confidence: Share = 1.0
    instants: Annotated[tuple[AreaInstant, ...], Field(max_length=MOST_INSTANTS), FailFast()] = ()

    @model_validator(mode="after")
    def _consistent(self) -> Self:
        ensure_inside(self.box, "a keep area")
        if any(b.seconds <= a.seconds for a, b in pairwise(self.instants)):
            raise ValueError("the instants of a keep area follow one another")
        return self

    def box_at(self, seconds: float) -> WindowValue:
        """Return where it lies at a moment of a clip's file."""
        if not self.instants:
            return self.box
        return _between([one.seconds for one in self.instants], [one.box for one in self.instants], seconds)

    def put_at(self, seconds: float, box: WindowValue) -> Self:
        """Return it going through a box at a moment: another place for the instant that it has then, or a new one;
        where it goes through it already, none is added."""
        instants = {one.seconds: one for one in self.instants}
        if not instants or box != self.box_at(seconds):
            instants[seconds] = AreaInstant(seconds=seconds, box=inside(Window(*box)))
        return self._going(instants)

    def without_instant(self, seconds: float) -> Self:
        """Return it without the instant that it has at a moment; its last one stays."""
        others = {one.seconds: one for one in self.instants if one.seconds != seconds}
        return self._going(others) if others else self

    def lying_still(self, seconds: float) -> Self:
        """Return it where it lies at a moment, all the time."""
        return self.changed(box=self.box_at(seconds), instants=())

    def _going(self, instants: dict[float, AreaInstant]) -> Self:
        ordered = tuple(instants[at] for at in sorted(instants))
        return self.changed(box=_about([one.box for one in ordered]), instants=ordered)

    def track_over(self, begins: float, ends: float) -> "Track":
        """Return it as a track over a part of a clip's file."""
        times = sorted({begins, ends, *(one.seconds for one in self.instants if begins < one.seconds < ends)})
        boxes = tuple(self.box_at(at) for at in times)
        return Track(times=tuple(times), boxes=boxes, weight=self.weight, what=self.what, confidence=self.confidence)

    def turned(self, quarter_turns: int) -> Self:
        """Return it for the photo turned clockwise."""
        boxes = [inside(turned_box(Window(*box), quarter_turns)) for box in (self.box, *(i.box for i in self.instants))]
        instants = (one.changed(box=box) for one, box in zip(self.instants, boxes[1:], strict=True))
        return self.changed(box=boxes[0], instants=tuple(instants))


MOST_TRACKED = 600
"""Moments of a track."""
Tracked = Annotated[tuple[WindowValue, ...], Field(min_length=1, max_length=MOST_TRACKED), FailFast()]


class Track(Value):
    """Where a keep area of a clip lies over its time. times : seconds of the file, growing; boxes : at those."""

    times: Annotated[tuple[float, ...], Field(min_length=1, max_length=MOST_TRACKED), FailFast()]
    boxes: Tracked
    weight: Share = 1.0
    what: AreaKind = AreaKind.AREA
    confidence: Share = 1.0

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if len(self.times) != len(self.boxes) or any(b <= a for a, b in pairwise(self.times)):
            raise ValueError("a track has a box for each of its times, which grow")
        for box in self.boxes:
            ensure_inside(box, "a tracked area")
        return self

    def part(self, begins: float, ends: float) -> tuple[WindowValue, ...]:
        """Return the boxes of a part of the file's time, none where the area is not seen then."""
        return tuple(box for at, box in zip(self.times, self.boxes, strict=True) if begins <= at <= ends)

    def box_at(self, seconds: float) -> WindowValue:
        """Return where it lies at a time of the file, between its samples; beyond them as at the nearest."""
        return _between(self.times, self.boxes, seconds)

    def area_at(self, seconds: float) -> KeepArea | None:
        """Return it where it lies at a time of the file; None where it is not seen then, nor was a second before or
        after."""
        if not self.times[0] - 1 <= seconds <= self.times[-1] + 1:
            return None
        box = self.box_at(seconds)
        return KeepArea(box=box, weight=self.weight, origin="found", what=self.what, confidence=self.confidence)

    def area(self, begins: float, ends: float) -> KeepArea:
        """Return a keep area about where it lies in a part of the file's time."""
        box = _about(self.part(begins, ends))
        return KeepArea(box=box, weight=self.weight, origin="found", what=self.what, confidence=self.confidence)

    def turned(self, quarter_turns: int) -> Self:
        boxes = tuple(inside(turned_box(Window(*box), quarter_turns)) for box in self.boxes)
        return self.changed(boxes=boxes)


def _between(times: Sequence[float], boxes: Sequence[WindowValue], seconds: float) -> WindowValue:
    """Return the box at a moment between those at growing times; beyond them as at the nearest."""
    return inside(Window(*(float(np.interp(seconds, times, side)) for side in zip(*boxes, strict=True))))


def _about(boxes: Sequence[WindowValue]) -> WindowValue:
    """Return the least box about all."""
    left, top = (min(box[side] for box in boxes) for side in (0, 1))
    right, bottom = (max(box[side] + box[side + 2] for box in boxes) for side in (0, 1))
    return inside(Window(left, top, right - left, bottom - top))
