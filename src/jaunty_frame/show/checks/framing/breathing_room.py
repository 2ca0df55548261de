"""A required area stands at the frame's edge: said differently of heads and of other things."""

from collections.abc import Callable

import numpy as np

from jaunty_frame.core.framing.bases import BREATHING_ROOM
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.planning.visibility import frame_boxes

# Margins below this share of the wanted breathing room are said.
_TIGHT = 1 / 3


def _measure(heads: bool) -> Callable[[Facts], FloatArray]:
    """Return how much of the wanted breathing room is lacking, of heads or of other things; 0 where an area is cut."""

    def measure(facts: Facts) -> FloatArray:
        margins = facts.once(_margins)
        lacking = 1 - margins.min(axis=1, initial=1.0)
        lacking[facts.cut > 0] = 0.0
        for row in np.flatnonzero(lacking > 1 - _TIGHT).tolist():
            if facts.is_head(row, int(margins[row].argmin())) is not heads:
                lacking[row] = 0.0
        return lacking

    return measure


def _tell(facts: Facts, row: int, severity: Severity, said: str) -> Told:
    margins = facts.once(_margins)[row]
    which = int(margins.argmin())
    sentence = f"{facts.place(row)}: {facts.area_name(row, which)} {said}"
    share = max(float(margins[which]), 0.0) * BREATHING_ROOM
    return Told(severity, share, sentence, facts.remedy_showing_subject(row))


def _tell_head(facts: Facts, row: int) -> Told:
    return _tell(facts, row, Severity.NOTABLE, "stands at the frame's edge.")


def _tell_other(facts: Facts, row: int) -> Told:
    # The solver gives all the room that there is.
    severity = Severity.SLIGHT if facts.is_by_hand(row) else Severity.NOTED
    return _tell(facts, row, severity, "has no room to the frame's edge.")


def _margins(facts: Facts) -> FloatArray:
    """Return the least room (M, K) from each required area to the frame, in wanted breathing rooms.

    The end at which the base stands counts. Where the area touches the photo's own edge there is no room to be had,
    and photos that leave bars have room enough: both count as 1.
    """
    plan = facts.plan
    aspect = float(plan.output.aspect)
    short = min(aspect, 1.0) * BREATHING_ROOM
    frame = frame_boxes(plan)
    low, high = frame[..., :2], 1 - frame[..., :2] - frame[..., 2:]
    scale = np.array([aspect, 1.0]) / short
    boxes = plan.table.areas.boxes
    at_low, at_high = boxes[..., :2] < 0.02, boxes[..., :2] + boxes[..., 2:] > 0.98
    room = np.minimum(np.where(at_low, 1.0, low * scale), np.where(at_high, 1.0, high * scale)).min(
        axis=-1, initial=1.0
    )
    return np.where(facts.required_still, np.clip(room, -1.0, 1.0), 1.0)


_HEADS = "In {places} a head is at the edge."
HEAD_AT_EDGE = Check("head-at-edge", _measure(heads=True), 1 - _TIGHT, _tell_head, of_many=_HEADS)
_OTHERS = "In {places} what must stay has little room at the edge."
NO_BREATHING_ROOM = Check("no-breathing-room", _measure(heads=False), 1 - _TIGHT, _tell_other, of_many=_OTHERS)
