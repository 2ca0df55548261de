"""Moving and sizing a print on the frame itself, with guides; taking a colour from the frame."""

from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.app.pictures.frame_guides import NO_GUIDES, ColourPick, paint_guides
from jaunty_frame.app.pictures.frame_view import FrameView
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.snapping import snapped
from jaunty_frame.document.mount import Mount
from jaunty_frame.show.frames.prints import print_corners

_HANDLE = 0.035
_LEAST, _MOST = 0.1, 1.0
_HANDLE_PX = 4.0


class _Drag(NamedTuple):
    start: tuple[float, float]
    mount: Mount
    outer: Window
    corner: bool


class PrintTool:
    """Drags the print of the cell's photo; its corners change its size. ``set_mount`` is told the mount wanted."""

    def __init__(self, cell: BenchCell, view: FrameView, set_mount: Callable[[Mount], None]) -> None:
        self._cell, self._view, self._set_mount = cell, view, set_mount
        self._drag: _Drag | None = None
        self._guides = NO_GUIDES
        self.pick = ColourPick(view)

    def press(self, x: float, y: float) -> bool:
        if self.pick.press(x, y):
            return True
        if not self._cell.has_photo:
            return False
        mounting = self._cell.plan.mounting(self._cell.row)
        outer = mounting.outer
        near = [
            abs(x - outer.x - across * outer.w) < _HANDLE and abs(y - outer.y - down * outer.h) < _HANDLE
            for across in (0, 1)
            for down in (0, 1)
        ]
        inside = outer.x <= x <= outer.x + outer.w and outer.y <= y <= outer.y + outer.h
        if not (inside or any(near)):
            return False
        self._drag = _Drag((x, y), mounting.mount, outer, any(near))
        return True

    def drag(self, x: float, y: float, free: bool) -> None:
        if self._drag is None:
            return
        (x0, y0), mount, outer, corner = self._drag
        middle = outer.x + outer.w / 2, outer.y + outer.h / 2
        if corner:
            before = max(abs(x0 - middle[0]) / outer.w, abs(y0 - middle[1]) / outer.h, 1e-6)
            now = max(abs(x - middle[0]) / outer.w, abs(y - middle[1]) / outer.h)
            self._set_mount(mount.changed(size=min(max(round(mount.size * now / before, 3), _LEAST), _MOST)))
            return
        moved = outer._replace(x=outer.x + x - x0, y=outer.y + y - y0)
        self._guides = NO_GUIDES
        if not free:
            moved, self._guides = snapped(moved, float(self._cell.output.aspect))
        across, down = moved.x + moved.w / 2 - 0.5, moved.y + moved.h / 2 - 0.5
        self._set_mount(
            mount.changed(
                place="by-hand",
                across=round(min(max(across, -0.5), 0.5), 4),
                down=round(min(max(down, -0.5), 0.5), 4),
            )
        )

    def release(self) -> None:
        if self._drag is not None:
            self._drag, self._guides = None, NO_GUIDES
            self._cell.end_gesture()

    def paint(self, painter: QPainter, place: QRectF) -> None:
        if not self._cell.has_photo:
            return

        def on_widget(x: float, y: float) -> QPointF:
            return QPointF(place.x() + x * place.width(), place.y() + y * place.height())

        corners = [on_widget(x, y) for x, y in print_corners(self._cell.plan, self._cell.row)]
        for pen in (QPen(QColor(0, 0, 0, 130), 3), QPen(QColor("#ffffff"), 1)):
            painter.setPen(pen)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            if self._drag is not None or self._view.room_about:
                painter.drawPolygon(QPolygonF(corners))
            for corner in corners:
                painter.drawEllipse(corner, _HANDLE_PX, _HANDLE_PX)
        paint_guides(painter, place, self._guides)
