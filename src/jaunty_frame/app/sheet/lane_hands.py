"""What the mouse does in the lane: ends, places and levels of sounds are dragged; a click opens a sound."""

from fractions import Fraction

from PySide6.QtCore import QObject, QPoint, Qt, Signal
from PySide6.QtGui import QCursor
from PySide6.QtWidgets import QToolTip

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.block_table import BlockTable
from jaunty_frame.app.sheet.lane import Lane, Spot
from jaunty_frame.core.sound.levels import RATE, ratio
from jaunty_frame.core.time.timebase import clock_text
from jaunty_frame.document.edits.material.sounds import set_sound
from jaunty_frame.document.sound import Sound, bounds_of

_STARTS_PX = 4
_DB_A_PIXEL = 0.25
_SHORTEST = Fraction(1, 10)


class LaneHands(QObject):
    """``opened`` brings the id of the sound that was clicked. With Shift an end's fade is dragged instead."""

    opened = Signal(str)

    def __init__(self, session: Session, view: BlockTable, lane: Lane) -> None:
        super().__init__(view)
        self._session, self._view, self._lane = session, view, lane
        self._spot: Spot | None = None
        self._sound: Sound | None = None
        self._start, self._row = QPoint(), -1
        self._axis = ""

    @property
    def is_dragging(self) -> bool:
        return self._spot is not None

    def spot_at(self, place: QPoint) -> Spot | None:
        row = self._view.indexAt(place).row()
        if row < 0:
            return None
        return self._lane.spot(self._view.lane_rect(row), row, place.x(), place.y())

    def cursor_at(self, place: QPoint) -> Qt.CursorShape | None:
        spot = self.spot_at(place)
        if spot is None:
            return None
        return Qt.CursorShape.PointingHandCursor if spot.part == "body" else Qt.CursorShape.SizeVerCursor

    def press(self, place: QPoint) -> bool:
        """Return whether something of the lane was seized."""
        self._spot = self.spot_at(place)
        if self._spot is None:
            return False
        self._start, self._axis, self._row = place, "", self._view.indexAt(place).row()
        self._sound = next(one for one in self._session.latest.sound.sounds if one.id == self._spot.heard.sound.id)
        return True

    def move(self, place: QPoint, shift: bool) -> None:
        if self._spot is None or self._sound is None:
            return
        across, down = place.x() - self._start.x(), place.y() - self._start.y()
        if not self._axis and max(abs(across), abs(down)) >= _STARTS_PX:
            self._axis = "level" if self._spot.part == "body" and abs(across) > abs(down) else "time"
        if self._axis == "level":
            gain = min(max(self._sound.gain_db + round(across * _DB_A_PIXEL * 2) / 2, -60.0), 24.0)
            self._apply(f"{gain:+g} dB, {100 * ratio(gain):.0f} %", gain_db=gain)
        elif self._axis == "time":
            self._drag_in_time(place, shift)

    def _drag_in_time(self, place: QPoint, shift: bool) -> None:
        row = self._view.indexAt(place).row()
        sample = self._lane.sample_of(self._view.lane_rect(row), row, place.y()) if row >= 0 else None
        spot, sound = self._spot, self._sound
        if sample is None or spot is None or sound is None:
            return
        moved = Fraction(round((sample - spot.sample) / RATE * 100), 100)
        begins, ends = bounds_of(sound, self._session.latest.sound.file_of(sound))
        if shift and spot.part != "body":
            placed = spot.heard.placed
            fade, sign = (placed.fade_in, 1) if spot.part == "start" else (placed.fade_out, -1)
            seconds = Fraction(round(fade / RATE * 100), 100) + sign * moved
            name = "fade_in" if spot.part == "start" else "fade_out"
            seconds = min(max(seconds, Fraction(0)), Fraction(60))
            self._apply(f"fades over {clock_text(seconds)}", **{name: seconds})
        elif spot.part != "body" and sound.kind == "ambience":
            self._drag_over_slides(spot.part, row - self._row)
        elif spot.part == "start":
            begins_at = min(max(begins + moved, Fraction(0)), ends - _SHORTEST)
            # What is cut off at the start leaves the rest where it was.
            at = max(sound.at + begins_at - begins, Fraction(0))
            self._apply(f"heard from {clock_text(begins_at)}", begins=begins_at, at=at)
        elif spot.part == "end":
            at = Fraction(round(sample / RATE * 100), 100) - Fraction(spot.heard.placed.first, RATE)
            file = self._session.latest.sound.file_of(sound)
            whole = Fraction(round(file.seconds * 100), 100)
            start = Fraction(spot.heard.placed.start, RATE)
            ends_at = _rounded(min(max(start + at, begins + _SHORTEST), whole))
            self._apply(f"heard to {clock_text(ends_at)}", ends=ends_at)
        elif spot.part == "body" and sound.kind in ("voice", "music"):
            at = max(sound.at + moved, Fraction(0))
            self._apply(f"begins after {clock_text(at)}", at=at)

    def _drag_over_slides(self, part: str, rows: int) -> None:
        """Let an ambience begin or end so many slides later: it lies under whole slides."""
        assert self._sound is not None
        slides = self._session.latest.slides
        under = [k for k, slide in enumerate(slides) if not self._sound.slides or slide.id in self._sound.slides]
        edge = 0 if part == "start" else -1
        run = min(_runs(under), key=lambda run: abs(run[edge] - self._row))
        first, last = run[0], run[-1]
        if part == "start":
            first = min(max(first + rows, 0), last)
        else:
            last = min(max(last + rows, first), len(slides) - 1)
        now = (set(under) - set(run)) | set(range(first, last + 1))
        under_which = f"slides {first + 1} to {last + 1}" if last > first else f"slide {first + 1}"
        self._apply(f"under {under_which}", slides=tuple(slides[k].id for k in sorted(now)))

    def _apply(self, said: str, **fields: object) -> None:
        """Change the sound; ``said`` stands beside the pointer."""
        if self._sound is not None:
            QToolTip.showText(QCursor.pos(), said, self._view)
            self._session.apply(set_sound(self._sound.id, **fields), "lane", self._sound.id)

    def release(self) -> None:
        spot, self._spot, self._sound = self._spot, None, None
        if spot is None:
            return
        if not self._axis:
            self.opened.emit(spot.heard.sound.id)
            return
        self._session.edited.end_gesture()


def _runs(rows: list[int]) -> list[list[int]]:
    """Return rows in runs that follow one another."""
    runs: list[list[int]] = []
    for row in rows:
        if runs and runs[-1][-1] == row - 1:
            runs[-1].append(row)
        else:
            runs.append([row])
    return runs


def _rounded(seconds: Fraction) -> Fraction:
    return Fraction(round(seconds * 100), 100)
