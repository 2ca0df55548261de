"""Zones on the frame: safe margins and covered edges are dragged at their lines, further covered parts as boxes."""

from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.basis.values import MOST_MARGIN
from jaunty_frame.document.model import Output, ZoneMargins

_NEAR = 0.02
_LEAST = 0.03
_HANDLE_PX = 4.0
_STEP = 0.005


class _Line(NamedTuple):
    """Where one line lies. name : of the margin; upright : whether it is dragged across; at : its place; grows : 1
    where the margin grows to the right or down, else -1; base, extent : what it is a share of."""

    name: str
    upright: bool
    at: float
    grows: int
    base: float
    extent: float


class ZonesTool:
    """``set_zones`` is told what a drag wants, ``settle`` that it is over."""

    def __init__(
        self, output: Callable[[], Output | None], set_zones: Callable[[ZoneMargins], None], settle: Callable[[], None]
    ) -> None:
        self._output, self._set_zones, self._settle = output, set_zones, settle
        self._line: _Line | None = None
        self._box: tuple[int, float, float, Window, bool] | None = None

    def press(self, x: float, y: float) -> bool:
        output = self._output()
        if output is None:
            return False
        for number, box in enumerate(output.zones.boxes):
            left, top, w, h = box
            if abs(x - left - w) < _NEAR and abs(y - top - h) < _NEAR:
                self._box = number, x, y, Window(*box), True
                return True
            if left < x < left + w and top < y < top + h:
                self._box = number, x, y, Window(*box), False
                return True
        near = [line for line in _lines(output) if abs((x if line.upright else y) - line.at) < _NEAR]
        if not near:
            return False
        self._line = min(near, key=lambda line: abs((x if line.upright else y) - line.at))
        return True

    def drag(self, x: float, y: float, free: bool) -> None:
        output = self._output()
        if output is None:
            return
        if self._line is not None:
            line = self._line
            share = ((x if line.upright else y) - line.base) * line.grows / line.extent
            margin = min(max(round(share / _STEP) * _STEP, 0.0), MOST_MARGIN)
            self._set_zones(output.zones.changed(**{line.name: margin}))
        elif self._box is not None:
            number, x0, y0, box, resizes = self._box
            if resizes:
                w, h = max(box.w + x - x0, _LEAST), max(box.h + y - y0, _LEAST)
                moved = Window(box.x, box.y, min(w, 1 - box.x), min(h, 1 - box.y))
            else:
                moved = box._replace(
                    x=min(max(box.x + x - x0, 0.0), 1 - box.w), y=min(max(box.y + y - y0, 0.0), 1 - box.h)
                )
            boxes = [*output.zones.boxes]
            boxes[number] = (moved.x, moved.y, moved.w, moved.h)
            self._set_zones(output.zones.changed(boxes=tuple(boxes)))

    def release(self) -> None:
        if self._line is not None or self._box is not None:
            self._line = self._box = None
            self._settle()

    def paint(self, painter: QPainter, place: QRectF) -> None:
        output = self._output()
        if output is None:
            return
        painter.setPen(QPen(QColor(0, 0, 0, 160), 1))
        painter.setBrush(QColor("#ffffff"))
        for line in _lines(output):
            x, y = (line.at, 0.5) if line.upright else (0.5, line.at)
            self._handle(painter, place, x, y)
        for x, y, w, h in output.zones.boxes:
            self._handle(painter, place, x + w, y + h)
        painter.setBrush(Qt.BrushStyle.NoBrush)

    def _handle(self, painter: QPainter, place: QRectF, x: float, y: float) -> None:
        at_x, at_y = place.x() + x * place.width(), place.y() + y * place.height()
        painter.drawEllipse(QRectF(at_x - _HANDLE_PX, at_y - _HANDLE_PX, 2 * _HANDLE_PX, 2 * _HANDLE_PX))


def _lines(output: Output) -> list[_Line]:
    """Return the lines that can be dragged: of a safe zone its left and its upper one; the others follow."""
    zones, aspect = output.zones.as_zones(), output.aspect
    cut = zones.cut_out_box(aspect)
    found = []
    for name in ("action_safe", "title_safe"):
        margin = getattr(output.zones, name)
        found += [
            _Line(name, True, cut.x + margin * cut.w, 1, cut.x, cut.w),
            _Line(name, False, cut.y + margin * cut.h, 1, cut.y, cut.h),
        ]
    return [
        *found,
        _Line("overlay_top", False, zones.overlay_top, 1, 0.0, 1.0),
        _Line("overlay_bottom", False, 1 - zones.overlay_bottom, -1, 1.0, 1.0),
        _Line("overlay_left", True, zones.overlay_left, 1, 0.0, 1.0),
        _Line("overlay_right", True, 1 - zones.overlay_right, -1, 1.0, 1.0),
    ]
