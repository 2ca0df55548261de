"""What the windows of a plan show of the keep areas, exactly, straightened photos and leans included."""

from dataclasses import dataclass

import numpy as np

from jaunty_frame.core.courses import ENTERING_COURSES
from jaunty_frame.core.geometry import WHOLE_PHOTO, FloatArray, bar_share, visible_share
from jaunty_frame.core.straightening import turned_share
from jaunty_frame.show.plan import Plan


@dataclass(frozen=True, eq=False)
class Visibility:
    """Of N slides. shares : (N, K) of each area at the worse end of the move; bars : (N,) at the worse end.

    A photo that enters is told at its closing: at the opening it is outside by definition.
    """

    shares: FloatArray
    bars: FloatArray

    def required(self, plan: Plan) -> FloatArray:
        """Return the shares with 1 in the place of areas that are not required."""
        return np.where(plan.table.areas.required, self.shares, 1.0)


def visibility(plan: Plan) -> Visibility:
    """Return what ``plan`` shows of every slide's areas."""
    boxes = plan.table.areas.boxes
    entering = np.isin(plan.course, ENTERING_COURSES)
    opening = np.where(entering[:, None], plan.closing, plan.opening)
    shares = np.minimum(visible_share(opening, boxes), visible_share(plan.closing, boxes))
    bars = np.maximum(bar_share(opening), bar_share(plan.closing))
    degrees = plan.table.straightening[:, None] + plan.leans
    for k in np.flatnonzero(degrees.any(axis=1)).tolist():
        width, height = plan.table.photo_size[k]
        ends = ((opening[k], degrees[k, 0]), (plan.closing[k], degrees[k, 1]))
        # The photo turned clockwise is the window turned the other way.
        for j in range(boxes.shape[1]):
            shares[k, j] = min(turned_share(window, -turn, boxes[k, j], width / height) for window, turn in ends)
        bars[k] = max(
            1 - turned_share(window, -turn, WHOLE_PHOTO, width / height) / (window[2] * window[3])
            for window, turn in ends
        )
    return Visibility(shares, np.clip(bars, 0.0, 1.0))
