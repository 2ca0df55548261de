"""A move is faster than looks calm."""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.motion.courses import ENTERING_COURSES
from jaunty_frame.core.motion.moves import PAN_SECONDS
from jaunty_frame.show.findings.check import Check, Told
from jaunty_frame.show.findings.facts import EQUAL, Facts
from jaunty_frame.show.findings.finding import Severity
from jaunty_frame.show.findings.remedies import SLOWER

# Solved zooms reach 6 % per second; above this a hand-set one looks rushed (common practice).
_FASTEST_ZOOM = 0.10
_SLACK = 1.02


def _speed(facts: Facts) -> FloatArray:
    """Return the mean speed (M,) of pan or zoom as a multiple of what looks calm; 0 where a photo enters."""
    plan = facts.plan
    seconds = plan.table.seconds
    pan, zoom = _travel(plan.stations.transpose(1, 0, 2))
    # A zoom about a point that is not the middle moves the middle too; only what is not zoom counts as a pan.
    pan, zoom = np.where(zoom / seconds > _FASTEST_ZOOM * EQUAL, 0.0, pan), zoom
    for row in np.flatnonzero([plan.table.slide(row).path == "arc" for row in range(len(seconds))]).tolist():
        path = np.array(plan.framing(row).way.path)
        pan[row], zoom[row] = (float(amount[0]) for amount in _travel(path[:, None]))
    told = ~np.isin(plan.course, ENTERING_COURSES)
    return np.where(told, np.maximum(pan / seconds * PAN_SECONDS, zoom / seconds / _FASTEST_ZOOM), 0.0)


def _travel(windows: FloatArray) -> tuple[FloatArray, FloatArray]:
    """Return how far windows (S, M, 4) travel from station to station, in frames, and by what logarithm they zoom."""
    middle, size = windows[..., :2] + windows[..., 2:] / 2, (windows[1:, :, 2:] + windows[:-1, :, 2:]) / 2
    pan = (np.abs(np.diff(middle, axis=0)) / size).sum(axis=0).max(axis=1)
    return pan, np.abs(np.diff(np.log(windows[..., 2]), axis=0)).sum(axis=0)


def _tell(facts: Facts, row: int) -> Told:
    speed = float(facts.once(_speed)[row])
    sentence = f"{facts.place(row)} moves {speed:.1f} times as fast as looks calm."
    return Told(Severity.NOTABLE, speed, sentence, SLOWER)


_MANY = "{places} move faster than looks calm, at most {most:.1f} times."
CHECK = Check("too-fast", lambda facts: facts.once(_speed), _SLACK, _tell, of_many=_MANY)
