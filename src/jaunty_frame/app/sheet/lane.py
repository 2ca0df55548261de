"""The lane: the show's sound at the left of the sheet, running down with time, warped to the rows.

Each row holds the time from its slide's start to the next one's. From left to right: beats, the wave of the mix, then
music, ambience and voices, each in a strip of its own. Beside low rows all that is one narrow strip.
"""

from collections.abc import Callable
from typing import TYPE_CHECKING, NamedTuple

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QPainter, QPen

from jaunty_frame.app.project.session import Session
from jaunty_frame.app.sheet.sheet_layout import NO_LANE, LaneWidths
from jaunty_frame.app.widgets.theme import colours, text_font
from jaunty_frame.core.sound.levels import RATE, ratio
from jaunty_frame.core.sound.waves import STEP, mix_wave, peaks_at
from jaunty_frame.document.sound import SoundFile
from jaunty_frame.show.findings.facts import LOST
from jaunty_frame.show.planning.plan import Plan
from jaunty_frame.show.planning.soundtrack import (
    Heard,
    SoundPlan,
    estimated_lufs,
    music_beats,
    sample_at,
    sound_plan,
)

if TYPE_CHECKING:
    from jaunty_frame.media.sounds.peaks import Peaks

_WIDTHS = LaneWidths(usual=78, low=24)
_BEATS = (3, 8)


class _Places(NamedTuple):
    """Where, across the lane, the wave and the strip of each kind of sound lie."""

    wave: tuple[int, int]
    strips: dict[str, tuple[int, int]]


_USUAL = _Places((10, 34), {"music": (36, 50), "ambience": (50, 64), "voice": (64, 78), "clip": (64, 78)})
_LOW = _Places((0, 24), {"music": (0, 8), "ambience": (8, 16), "voice": (16, 24), "clip": (16, 24)})
"""Beside low rows kinds are told by their place and shade alone, below the wave; names come on pointing."""
_SHORT = {"music": "Music", "ambience": "Ambience", "voice": "Voice", "clip": "Clip"}
_NAMED_PX, _LEAST_NAMED_PX = 50, 12
"""From how high on a block tells its name, from how high on its kind by a letter."""
_NEAR_PX = 5
_WAVE_ALPHA = 175
_TOO_LOUD = 1.6
"""Of full scale: peaks that are so far above it are pressed down audibly."""


def _places(place: QRect) -> _Places:
    return _LOW if place.width() < _WIDTHS.usual else _USUAL


class Spot(NamedTuple):
    """A place of the lane that can be seized. part : "start", "end" or "body"."""

    heard: Heard
    part: str
    sample: int


class Lane:
    """``peaks_of`` gives the wave of a file where it is known."""

    def __init__(self, session: Session, peaks_of: Callable[[SoundFile], "Peaks | None"]) -> None:
        self._session, self._peaks_of = session, peaks_of
        self._plan: Plan | None = None
        self._starts: dict[int, tuple[int, int]] = {}
        self._wave: NDArray[np.float32] = np.zeros(0, np.float32)
        self._beats: list[float] = []
        self._goes_on: set[tuple[Heard, str]] = set()
        """Ends at which a sound that is repeated goes on: seen as one."""
        self._ends: dict[Heard, int] = {}
        """Where it ends in the end."""
        self._gain = 1.0

    @property
    def widths(self) -> LaneWidths:
        """How wide the lane is: nothing without sound."""
        return _WIDTHS if self._session.project.sound.sounds else NO_LANE

    @property
    def heard(self) -> SoundPlan | None:
        return sound_plan(self._plan) if self._plan is not None else None

    def show(self, output_id: str) -> None:
        """Show the sound of an output from now on."""
        plans = self._session.plans()
        plan = plans.get(output_id) or next(iter(plans.values()), None)
        if plan is self._plan:
            return
        self._plan, self._starts = plan, {}
        if plan is None or not plan.shown or self.widths is NO_LANE:
            return
        heard = sound_plan(plan)
        for k, following in zip(plan.shown, [*plan.shown[1:], None], strict=True):
            end = heard.samples if following is None else sample_at(plan, plan.schedule.first[following])
            self._starts[k] = sample_at(plan, plan.schedule.first[k]), end
        known = {
            k: peaks_at(played.speed, peaks)
            for k, played in enumerate(heard.files)
            if (peaks := self._peaks_of(played.file)) is not None
        }
        self._wave = mix_wave(heard.placed, known, heard.ducking, heard.samples)
        self._beats = music_beats(plan)
        self._goes_on, self._ends = set(), {}
        after: dict[str, Heard] = {}
        for one in sorted(heard.heard, key=lambda one: -one.placed.first):
            later = after.get(one.sound.id)
            self._ends[one] = one.placed.end
            if later is not None and later.placed.first <= one.placed.end:
                self._goes_on |= {(one, "end"), (later, "start")}
                self._ends[one] = self._ends[later]
            after[one.sound.id] = one
        self._gain = ratio(heard.target_lufs - estimated_lufs(heard))

    def paint(self, painter: QPainter, place: QRect, row: int) -> None:
        """Paint the part of a row. place : the lane beside the row, the joint below it included."""
        heard, times = self.heard, self._starts.get(row)
        if heard is None or times is None or times[1] <= times[0]:
            return
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing, False)
        c = colours()
        painter.setPen(QPen(QColor(c.on_surround), 1))
        is_low = _places(place) is _LOW
        for beat in self._beats if not is_low else ():
            if times[0] <= beat * RATE < times[1]:
                y = self._y(place, times, beat * RATE)
                painter.drawLine(QPointF(place.x() + _BEATS[0], y), QPointF(place.x() + _BEATS[1], y))
        seen = [one for one in heard.heard if one.placed.first < times[1] and one.placed.end > times[0]]
        for one in seen:
            self._paint_block(painter, place, times, one)
        for one in seen if not is_low else ():
            if one.placed.first >= times[0] and (one, "start") not in self._goes_on:
                self._paint_name(painter, self._box(place, times, one, self._ends[one]), one)
        self._paint_wave(painter, place, times)
        painter.restore()

    def _paint_wave(self, painter: QPainter, place: QRect, times: tuple[int, int]) -> None:
        left, right = _places(place).wave
        middle, half = place.x() + (left + right) / 2, (right - left) / 2
        edges = np.linspace(times[0] / STEP, times[1] / STEP, place.height() + 1).astype(int)
        here = self._wave[: edges[-1] + 1]
        highest = np.maximum.reduceat(here, np.minimum(edges[:-1], len(here) - 1)) * self._gain
        ink = QColor(colours().on_surround)
        ink.setAlpha(_WAVE_ALPHA)
        painter.setPen(QPen(ink, 1))
        for y, height in enumerate(highest.tolist()):
            # Soft sounds are seen beside loud ones.
            reach = min(height, 1.0) ** 0.7 * half
            painter.drawLine(QPointF(middle - reach, place.y() + y), QPointF(middle + reach, place.y() + y))
        if float(highest.max(initial=0.0)) > _TOO_LOUD and _places(place) is _USUAL:
            y = place.y() + int(highest.argmax())
            painter.setFont(text_font(10, QFont.Weight.Bold))
            box = QRectF(place.x(), min(y, place.bottom() - 14), right + 1, 14)
            painter.fillRect(box, QColor(colours().surround))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, "! loud")

    def _paint_block(self, painter: QPainter, place: QRect, times: tuple[int, int], one: Heard) -> None:
        box = self._box(place, times, one, one.placed.end)
        c = colours()
        is_lost = self._is_lost(one)
        painter.fillRect(box, QColor(c.surround if is_lost else c.surround_chosen))
        painter.setPen(QPen(QColor(c.on_surround), 1, Qt.PenStyle.DotLine if is_lost else Qt.PenStyle.SolidLine))
        painter.drawLine(box.topLeft(), box.bottomLeft())
        painter.drawLine(box.topRight(), box.bottomRight())
        if one.placed.first >= times[0] and (one, "start") not in self._goes_on:
            painter.drawLine(box.topLeft(), box.topRight())
        if one.placed.end <= times[1] and (one, "end") not in self._goes_on:
            painter.drawLine(box.bottomLeft(), box.bottomRight())

    def _box(self, place: QRect, times: tuple[int, int], one: Heard, end: int) -> QRectF:
        """Return where a sound lies beside a row, if it ends at ``end``."""
        left, right = _places(place).strips[one.sound.kind]
        top = self._y(place, times, max(one.placed.first, times[0]))
        bottom = self._y(place, times, min(end, times[1]))
        return QRectF(place.x() + left, top, right - left - 1, max(bottom - top, 2.0))

    def _paint_name(self, painter: QPainter, box: QRectF, one: Heard) -> None:
        """Write a sound's kind and name down its strip, as far as there is room."""
        if box.height() < _LEAST_NAMED_PX:
            return
        painter.save()
        painter.setClipRect(box)
        painter.translate(box.right(), box.y() + 2)
        painter.rotate(90)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setRenderHint(QPainter.RenderHint.TextAntialiasing)
        font = text_font(10, QFont.Weight.DemiBold)
        # Letters that are turned are drawn at their true places, not moved to whole pixels as for lines that are level.
        font.setHintingPreference(QFont.HintingPreference.PreferNoHinting)
        painter.setFont(font)
        room = QRectF(0, 0, box.height() - 4, box.width())
        text = _SHORT[one.sound.kind]
        text = f"{text} · {self._name(one)}" if room.width() > _NAMED_PX else text[0]
        if self._is_lost(one):
            text = f"! {text}"
        text = painter.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, int(room.width()))
        painter.drawText(room, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, text)
        painter.restore()

    def _is_lost(self, one: Heard) -> bool:
        """Return whether its file is missing or cannot be read."""
        return self._session.shown.states.get(one.sound.file) in LOST

    def _name(self, one: Heard) -> str:
        heard = self.heard
        return heard.files[one.placed.source].file.name if heard is not None else ""

    @staticmethod
    def _y(place: QRect, times: tuple[int, int], sample: float) -> float:
        return place.y() + (sample - times[0]) / (times[1] - times[0]) * place.height()

    # -- what lies where

    def sample_of(self, place: QRect, row: int, y: float) -> int | None:
        """Return the sample of the show at a height of a row's part."""
        times = self._starts.get(row)
        if times is None:
            return None
        return round(times[0] + (y - place.y()) / max(place.height(), 1) * (times[1] - times[0]))

    def spot(self, place: QRect, row: int, x: float, y: float) -> Spot | None:
        """Return what can be seized at a place of the lane beside a row."""
        heard, times, sample = self.heard, self._starts.get(row), self.sample_of(place, row, y)
        if heard is None or times is None or sample is None:
            return None
        near = _NEAR_PX * (times[1] - times[0]) / max(place.height(), 1)
        for one in reversed(heard.heard):
            left, right = _places(place).strips[one.sound.kind]
            inside = one.placed.first - near <= sample <= one.placed.end + near
            if one.is_own or not (left <= x - place.x() <= right and inside):
                continue  # what comes with a slide goes with it
            for part, edge in (("start", one.placed.first), ("end", one.placed.end)):
                if abs(sample - edge) <= near and (one, part) not in self._goes_on:
                    return Spot(one, part, sample)
            return Spot(one, "body", sample)
        return None

    def words(self, one: Heard) -> str:
        """Return what is said of a sound when the mouse rests on it."""
        lost = "; its file is missing or broken" if self._is_lost(one) else ""
        kind = "Clip sound" if one.sound.kind == "clip" else one.sound.kind.capitalize()
        return (
            f"{kind}: {self._name(one)}, {one.sound.gain_db:+g} dB{lost}. Drag its ends; drag sideways for its level."
        )
