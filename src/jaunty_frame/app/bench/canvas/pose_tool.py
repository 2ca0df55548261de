"""The way of a print on the frame, and dragging the print where it is at the instant that is looked at."""

from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from jaunty_frame.app.bench.bench_cell import BenchCell
from jaunty_frame.core.mounts.snapping import NEAR
from jaunty_frame.document.instant import Pose
from jaunty_frame.show.planning.places.poses import pose_at

_STEPS = 60
_DOT_PX, _HERE_PX = 2.5, 5.0


class PoseTool:
    """``set_place`` is told across and down, in frames from where the print rests."""

    def __init__(self, cell: BenchCell, set_place: Callable[[float, float], None]) -> None:
        self._cell, self._set_place = cell, set_place
        self._start: tuple[float, float, Pose] | None = None
        self.at = 0.0

    def press(self, x: float, y: float) -> bool:
        if not self._cell.has_photo:
            return False
        self._start = x, y, self._pose(self.at)
        return True

    def drag(self, x: float, y: float, free: bool) -> None:
        if self._start is None:
            return
        x0, y0, pose = self._start
        across, down = pose.across + x - x0, pose.down + y - y0
        if not free:
            # Drawn to where the print rests.
            across, down = (0.0 if abs(value) < NEAR else value for value in (across, down))
        self._set_place(*(round(min(max(value, -2.0), 2.0), 3) for value in (across, down)))

    def release(self) -> None:
        if self._start is not None:
            self._start = None
            self._cell.end_gesture()

    def paint(self, painter: QPainter, place: QRectF) -> None:
        instants = self._cell.slide.instants if self._cell.has_photo else ()
        if not instants:
            return
        way = [self._middle(step / _STEPS, place) for step in range(_STEPS + 1)]
        for pen in (QPen(QColor(0, 0, 0, 130), 3), QPen(QColor("#ffffff"), 1.2)):
            painter.setPen(pen)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawPolyline(QPolygonF(way))
        painter.setBrush(QColor("#ffffff"))
        for one in instants:
            painter.drawEllipse(self._middle(one.at, place), _DOT_PX, _DOT_PX)
        painter.drawEllipse(self._middle(self.at, place), _HERE_PX, _HERE_PX)

    def _middle(self, at: float, place: QRectF) -> QPointF:
        pose, piece = self._pose(at), self._cell.plan.mounting(self._cell.row).piece
        x, y = piece.x + piece.w / 2 + pose.across, piece.y + piece.h / 2 + pose.down
        return QPointF(place.x() + x * place.width(), place.y() + y * place.height())

    def _pose(self, at: float) -> Pose:
        return pose_at(self._cell.slide.instants, self._cell.mount, at)
