"""How keep areas, opening, closing and trails look on the photo; ``to_widget`` maps its fractions to the widget."""

from collections.abc import Callable
from math import ceil, floor

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFont, QPainter, QPainterPath, QPen, QPolygonF

from jaunty_frame.app.bench.canvas.shapes import CORNERS, Framed, Part, corner_of
from jaunty_frame.app.widgets.theme import text_font
from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.keep_areas import KeepArea, Track

Mapping = Callable[[float, float], QPointF]

_WEDGE = 13.0
_SNAPSHOTS = 13
_MOST_TICKS = 60
_WHITE, _INK = QColor("#ffffff"), QColor("#1c1c1c")
_UNDER = QColor(0, 0, 0, 130)


def dim_unseen(painter: QPainter, to_widget: Mapping, photo: QRectF, framed: Framed) -> None:
    """Darken what is seen at no time of the move."""
    seen = QPainterPath()
    seen.setFillRule(Qt.FillRule.WindingFill)
    for step in range(_SNAPSHOTS):
        seen.addPolygon(_outline(to_widget, framed.corners_at(step / (_SNAPSHOTS - 1))))
        seen.closeSubpath()
    whole = QPainterPath()
    whole.addRect(photo)
    painter.fillPath(whole.subtracted(seen.simplified()), QColor(0, 0, 0, 120))


def _outline(to_widget: Mapping, corners: dict[Part, tuple[float, float]]) -> QPolygonF:
    return QPolygonF([to_widget(*place) for place in corners.values()])


def paint_move(painter: QPainter, to_widget: Mapping, framed: Framed, size: QSize) -> None:
    """Paint the opening as an outline, the closing as four wedges, and the trails between their corners."""
    opening, closing = framed.corners("opening"), framed.corners("closing")
    moves = opening != closing
    painter.setBrush(Qt.BrushStyle.NoBrush)
    if moves:
        _paint_trails(painter, to_widget, framed)
    for pen in (QPen(_UNDER, 3.4), QPen(_WHITE, 1.6)):
        painter.setPen(pen)
        painter.drawPolygon(_outline(to_widget, opening))
    first = _outline(to_widget, opening).boundingRect()
    if not moves:
        _paint_name(painter, QPointF(first.left() + 6, first.top()), "held", size)
        return
    middle = _outline(to_widget, closing).boundingRect().center()
    for place in closing.values():
        point = to_widget(*place)
        across, down = (1 if point.x() > middle.x() else -1), (1 if point.y() > middle.y() else -1)
        wedge = QPolygonF([point, point - QPointF(across * _WEDGE, 0), point - QPointF(0, down * _WEDGE)])
        painter.setPen(QPen(_UNDER, 1.2))
        painter.setBrush(_WHITE)
        painter.drawPolygon(wedge)
    last = _outline(to_widget, closing).boundingRect()
    _paint_name(painter, QPointF(first.left() + 6, first.top()), "opening", size)
    _paint_name(painter, QPointF(last.right() - 58, last.bottom()), "closing", size)


def _paint_name(painter: QPainter, place: QPointF, name: str, size: QSize) -> None:
    painter.setFont(text_font(11, QFont.Weight.DemiBold))
    width = painter.fontMetrics().horizontalAdvance(name) + 8
    y = min(max(place.y() - 8, 1.0), size.height() - 17.0)
    box = QRectF(min(max(place.x(), 1.0), size.width() - width - 1.0), y, width, 16)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(_INK)
    painter.drawRoundedRect(box, 2, 2)
    painter.setPen(_WHITE)
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, name)


def _paint_trails(painter: QPainter, to_widget: Mapping, framed: Framed) -> None:
    """Paint the ways of the four corners with a tick at every half second."""
    times = [k * 0.5 / framed.seconds for k in range(1, int(framed.seconds * 2))]
    at_ticks = [framed.corners_at(time) for time in times]
    along = [framed.corners_at(step / (_SNAPSHOTS - 1)) for step in range(_SNAPSHOTS)]
    for part in CORNERS:
        points = [to_widget(*corners[part]) for corners in along]
        way = points[-1] - points[0]
        length = max((way.x() ** 2 + way.y() ** 2) ** 0.5, 1e-6)
        normal = QPointF(-way.y() / length * 3.5, way.x() / length * 3.5)
        for pen in (QPen(_UNDER, 2.6), QPen(_WHITE, 1.1)):
            painter.setPen(pen)
            painter.drawPolyline(points)
            if length > 12:
                for corners in at_ticks:
                    point = to_widget(*corners[part])
                    painter.drawLine(point - normal, point + normal)


def paint_area(painter: QPainter, to_widget: Mapping, area: KeepArea, chosen: bool) -> None:
    """Paint a keep area: full lines where it is required, dashes where it is wished for."""
    x, y, w, h = area.box
    box = QRectF(to_widget(x, y), to_widget(x + w, y + h))
    style = Qt.PenStyle.SolidLine if area.weight >= REQUIRED_WEIGHT else Qt.PenStyle.DashLine
    painter.setBrush(QColor(255, 255, 255, 34) if chosen else Qt.BrushStyle.NoBrush)
    painter.setPen(QPen(_UNDER, 4))
    painter.drawRoundedRect(box, 3, 3)
    painter.setPen(QPen(_WHITE, 2, style))
    painter.drawRoundedRect(box, 3, 3)
    if chosen:
        painter.setPen(QPen(_INK, 1))
        painter.setBrush(_WHITE)
        for part in CORNERS:
            painter.drawEllipse(to_widget(*corner_of(Window(*area.box), part)), 4, 4)


def paint_track(painter: QPainter, to_widget: Mapping, track: Track, seconds: float) -> None:
    """Paint the way of what is tracked, ticked at every second (in a long clip more rarely), and its box where it is at
    a time of the file."""
    middles = [to_widget(x + w / 2, y + h / 2) for x, y, w, h in track.boxes]
    first, last = ceil(track.times[0]), floor(track.times[-1])
    ticks = [track.box_at(float(at)) for at in range(first, last + 1, max((last - first) // _MOST_TICKS, 1))]
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for pen in (QPen(_UNDER, 3), QPen(_WHITE, 1.2)):
        painter.setPen(pen)
        painter.drawPolyline(middles)
        for x, y, w, h in ticks:
            painter.drawEllipse(to_widget(x + w / 2, y + h / 2), 2, 2)
    here = track.area_at(seconds)
    if here is not None:
        paint_area(painter, to_widget, here, False)


def paint_level_line(painter: QPainter, start: QPointF, end: QPointF) -> None:
    """Paint the line that says what should lie level."""
    for pen in (QPen(_UNDER, 4), QPen(_WHITE, 1.8, Qt.PenStyle.DashLine)):
        painter.setPen(pen)
        painter.drawLine(start, end)
    painter.setPen(QPen(_INK, 1))
    painter.setBrush(_WHITE)
    for point in (start, end):
        painter.drawEllipse(point, 4, 4)
