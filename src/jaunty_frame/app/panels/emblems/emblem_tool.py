"""An emblem on the frame: dragged to its place, sized at its corners."""

from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter

from jaunty_frame.app.pictures.frame_guides import NO_GUIDES, paint_guides, paint_seized_box
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.snapping import snapped

_HANDLE_PX = 4.0
_NEAR = 0.022
_LEAST = 0.01


class Grasp(NamedTuple):
    """What can be seized: where the emblem lies in fractions of the frame, its size, the frame's aspect ratio."""

    box: Window
    size: float
    aspect: float


class EmblemTool:
    """``move`` and ``resize`` are told where to, and how large, the emblem is wanted, ``settle`` that a drag is
    over."""

    def __init__(
        self,
        grasp: Callable[[], Grasp | None],
        move: Callable[[tuple[float, float]], None],
        resize: Callable[[float], None],
        settle: Callable[[], None],
    ) -> None:
        self._grasp, self._move, self._resize, self._settle = grasp, move, resize, settle
        self._press: tuple[float, float, Grasp, bool] | None = None
        self._guides = NO_GUIDES

    def press(self, x: float, y: float) -> bool:
        seized = self._grasp()
        if seized is None:
            return False
        box = seized.box
        corner = any(
            abs(x - box.x - across * box.w) < _NEAR and abs(y - box.y - down * box.h) < _NEAR
            for across in (0, 1)
            for down in (0, 1)
        )
        if not corner and not (box.x <= x <= box.x + box.w and box.y <= y <= box.y + box.h):
            return False
        self._press = x, y, seized, corner
        return True

    def drag(self, x: float, y: float, free: bool) -> None:
        if self._press is None:
            return
        x0, y0, (box, size, aspect), corner = self._press
        if corner:
            middle = box.x + box.w / 2, box.y + box.h / 2
            before = max(abs(x0 - middle[0]) / box.w, abs(y0 - middle[1]) / box.h, 1e-6)
            now = max(abs(x - middle[0]) / box.w, abs(y - middle[1]) / box.h)
            self._resize(min(max(round(size * now / before, 3), _LEAST), 1.0))
            return
        moved = box._replace(x=box.x + x - x0, y=box.y + y - y0)
        self._guides = NO_GUIDES
        if not free:
            moved, self._guides = snapped(moved, aspect)
        place = moved.x + moved.w / 2, moved.y + moved.h / 2
        self._move((round(min(max(place[0], 0.0), 1.0), 4), round(min(max(place[1], 0.0), 1.0), 4)))

    def release(self) -> None:
        if self._press is not None:
            self._press, self._guides = None, NO_GUIDES
            self._settle()

    def paint(self, painter: QPainter, place: QRectF) -> None:
        seized = self._grasp()
        if seized is None:
            return
        box = seized.box
        on_widget = QRectF(
            place.x() + box.x * place.width(),
            place.y() + box.y * place.height(),
            box.w * place.width(),
            box.h * place.height(),
        )
        paint_seized_box(painter, on_widget, _HANDLE_PX)
        paint_guides(painter, place, self._guides)
