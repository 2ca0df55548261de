"""How words travel, turn and grow: what they have of their own at the share of their time that is looked at."""

from PySide6.QtWidgets import QWidget

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.widgets.fields.value_fields import ValueFields
from jaunty_frame.document.edits.material.words import set_words_instant
from jaunty_frame.document.instant import Pose
from jaunty_frame.document.mount import PLAIN_MOUNT
from jaunty_frame.document.words import Words
from jaunty_frame.show.planning.places.poses import pose_at
from jaunty_frame.show.planning.words.placed import words_time

_FIELDS = ("scale", "across", "down", "lean", "opacity")


class WordsWay(ValueFields):
    """Shows the pose of the cell's words; a change makes or changes the instant that is looked at."""

    def __init__(self, cell: BenchCell, parent: QWidget | None = None) -> None:
        super().__init__(_FIELDS, columns=2, sliders=True, parent=parent)
        self._cell, self._at = cell, 0.0
        self.chosen.connect(self._set_pose)
        self.settled.connect(cell.end_gesture)

    def show_at(self, at: float) -> None:
        """Be about an instant of the slide, a share of its time."""
        self._at = at
        words = self._cell.words
        if words is not None:
            self.show_value(pose_at(words.instants, PLAIN_MOUNT, self._own_share(words)))

    def show_again(self) -> None:
        self.show_at(self._at)

    def _set_pose(self, pose: Pose) -> None:
        cell = self._cell
        words = cell.words
        if words is None:
            return
        share = self._own_share(words)
        before = pose_at(words.instants, PLAIN_MOUNT, share)
        changed = {name: getattr(pose, name) for name in _FIELDS if getattr(pose, name) != getattr(before, name)}
        if changed:
            cell.apply(set_words_instant(cell.slide_id, words.id, share, **changed), "words instant", words.id)

    def _own_share(self, words: Words) -> float:
        """Return which share of the words' own time is looked at."""
        plan, k = self._cell.plan, self._cell.position
        time = words_time(plan, k, words)
        if time is None:
            return 0.0
        n = plan.schedule.first[k] + self._at * (plan.schedule.frames[k] - 1)
        return min(max((n - time.first) / max(time.frames - 1, 1), 0.0), 1.0)
