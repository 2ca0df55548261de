"""Words on the frame: chosen, dragged, sized at their corners, and the caret among them."""

from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QLineF, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.pictures.frame_guides import NO_GUIDES, ColourPick, paint_guides, paint_seized_box
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.snapping import snapped
from jaunty_frame.core.words.typesetting import Caret, caret_at, index_at
from jaunty_frame.show.planning.words.placed import PlacedWords
from jaunty_frame.show.planning.words.planned import words_of

_HANDLE_PX = 4.0
_NEAR = 0.022
_STARTS = 0.008
"""Of the frame: a press that moves by less is a click."""
_LEAST, _MOST = 0.01, 0.5


class _Press(NamedTuple):
    start: tuple[float, float]
    placed: PlacedWords
    corner: bool


class WordsTool:
    """``choose`` is told which words were clicked, ``put_caret`` before which character; ``move`` and ``resize`` where
    to, and how large, words are wanted."""

    def __init__(
        self,
        cell: BenchCell,
        view: FrameView,
        choose: Callable[[str], None],
        put_caret: Callable[[int], None],
        move: Callable[[tuple[float, float]], None],
        resize: Callable[[float], None],
    ) -> None:
        self._cell, self._view = cell, view
        self._choose, self._put_caret, self._move, self._resize = choose, put_caret, move, resize
        self._press: _Press | None = None
        self._dragged = False
        self._guides = NO_GUIDES
        self.caret: tuple[int, int] | None = None
        """Where the caret stands in the text, and where what is marked begins; None where nothing is typed."""
        self.pick = ColourPick(view)

    def press(self, x: float, y: float) -> bool:
        if self.pick.press(x, y):
            return True
        if not self._cell.exists:
            return False
        chosen = self._cell.placed_words
        if chosen is not None and self._at_corner(chosen.box, x, y):
            self._press = _Press((x, y), chosen, True)
            return True
        for placed in reversed(words_of(self._cell.plan, self._cell.position)):
            if _inside(placed.box, x, y):
                self._choose(placed.words.id)
                self._press = _Press((x, y), placed, False)
                return True
        self._choose("")
        return True

    def _at_corner(self, box: Window, x: float, y: float) -> bool:
        return any(
            abs(x - box.x - across * box.w) < _NEAR and abs(y - box.y - down * box.h) < _NEAR
            for across in (0, 1)
            for down in (0, 1)
        )

    def drag(self, x: float, y: float, free: bool) -> None:
        if self._press is None:
            return
        (x0, y0), placed, corner = self._press
        if not self._dragged and abs(x - x0) < _STARTS and abs(y - y0) < _STARTS:
            return
        self._dragged, box = True, placed.box
        if corner:
            middle = box.x + box.w / 2, box.y + box.h / 2
            before = max(abs(x0 - middle[0]) / box.w, abs(y0 - middle[1]) / box.h, 1e-6)
            now = max(abs(x - middle[0]) / box.w, abs(y - middle[1]) / box.h)
            self._resize(min(max(round(placed.size * now / before, 4), _LEAST), _MOST))
            return
        moved = box._replace(x=box.x + x - x0, y=box.y + y - y0)
        self._guides = NO_GUIDES
        if not free:
            moved, self._guides = snapped(moved, float(self._cell.output.aspect))
        place = moved.x + moved.w / 2, moved.y + moved.h / 2
        self._move((round(min(max(place[0], 0.0), 1.0), 4), round(min(max(place[1], 0.0), 1.0), 4)))

    def release(self) -> None:
        if self._press is None:
            return
        (x, y), placed, corner = self._press
        self._press, self._guides = None, NO_GUIDES
        if self._dragged:
            self._dragged = False
            self._cell.end_gesture()
        elif not corner:
            ems = placed.block.width / placed.box.w, placed.block.height / placed.box.h
            self._put_caret(index_at(placed.block, (x - placed.box.x) * ems[0], (y - placed.box.y) * ems[1]))

    def caret_rect(self, place: QRectF) -> QRectF:
        """Return where the caret stands on the widget, for what pops up beside it."""
        placed = self._cell.placed_words if self._cell.exists else None
        if placed is None or self.caret is None:
            return QRectF()
        line = _on_widget(place, placed, caret_at(placed.block, self.caret[0]))
        return QRectF(line.p1(), line.p2()).normalized()

    def paint(self, painter: QPainter, place: QRectF) -> None:
        placed = self._cell.placed_words if self._cell.exists else None
        if placed is None:
            return
        box = _box_on_widget(place, placed.box).adjusted(-3, -3, 3, 3)
        if self.caret is not None:
            self._paint_marked(painter, place, placed)
        paint_seized_box(painter, box, _HANDLE_PX)
        if self.caret is not None:
            line = _on_widget(place, placed, caret_at(placed.block, self.caret[0]))
            for pen in (QPen(QColor(0, 0, 0, 170), 4), QPen(QColor("#ffffff"), 2)):
                painter.setPen(pen)
                painter.drawLine(line)
        paint_guides(painter, place, self._guides)

    def _paint_marked(self, painter: QPainter, place: QRectF, placed: PlacedWords) -> None:
        assert self.caret is not None
        start, end = sorted(self.caret)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(255, 255, 255, 90))
        for line in placed.block.lines:
            for letter in line.letters:
                if start <= letter.start < end:
                    top, bottom = line.baseline - 0.8, line.baseline + 0.22
                    painter.drawRect(
                        QRectF(
                            _point(place, placed, letter.left, top), _point(place, placed, letter.right, bottom)
                        ).normalized()
                    )


def _inside(box: Window, x: float, y: float) -> bool:
    return box.x - _NEAR / 2 <= x <= box.x + box.w + _NEAR / 2 and box.y - _NEAR / 2 <= y <= box.y + box.h + _NEAR / 2


def _box_on_widget(place: QRectF, box: Window) -> QRectF:
    return QRectF(
        place.x() + box.x * place.width(),
        place.y() + box.y * place.height(),
        box.w * place.width(),
        box.h * place.height(),
    )


def _point(place: QRectF, placed: PlacedWords, x: float, y: float) -> QPointF:
    """Return where (x, y), in ems of the block, lies on the widget."""
    box, block = placed.box, placed.block
    return QPointF(
        place.x() + (box.x + x / block.width * box.w) * place.width(),
        place.y() + (box.y + y / block.height * box.h) * place.height(),
    )


def _on_widget(place: QRectF, placed: PlacedWords, caret: Caret) -> QLineF:
    return QLineF(_point(place, placed, caret.x, caret.top), _point(place, placed, caret.x, caret.bottom))
