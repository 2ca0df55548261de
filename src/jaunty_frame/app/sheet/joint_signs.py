"""Small signs of our own for the kinds of transition: the frame as an open square, the new picture in it filled."""

from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPen, QPolygonF

SIGN_PX = 12


def paint_joint_sign(painter: QPainter, place: QRectF, kind: str, colour: QColor) -> None:
    """Paint the sign of a kind of transition; one that has none gets an empty frame."""
    painter.save()
    painter.setPen(QPen(colour, 1.2))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(place)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QBrush(colour))
    painter.setClipRect(place)
    _SIGNS.get(kind, _nothing)(painter, place)
    painter.restore()


def _nothing(painter: QPainter, r: QRectF) -> None:
    """Leave the frame empty."""


def _filled(left: float, top: float, right: float, bottom: float) -> Callable[[QPainter, QRectF], None]:
    """Return what fills a part of the frame, in shares of it."""

    def paint(painter: QPainter, r: QRectF) -> None:
        corner = QPointF(r.x() + left * r.width(), r.y() + top * r.height())
        painter.drawRect(QRectF(corner.x(), corner.y(), (right - left) * r.width(), (bottom - top) * r.height()))

    return paint


def _corners(*points: tuple[float, float]) -> Callable[[QPainter, QRectF], None]:
    def paint(painter: QPainter, r: QRectF) -> None:
        painter.drawPolygon(QPolygonF([QPointF(r.x() + x * r.width(), r.y() + y * r.height()) for x, y in points]))

    return paint


def _several(*parts: Callable[[QPainter, QRectF], None]) -> Callable[[QPainter, QRectF], None]:
    def paint(painter: QPainter, r: QRectF) -> None:
        for part in parts:
            part(painter, r)

    return paint


def _ring(painter: QPainter, r: QRectF) -> None:
    painter.drawEllipse(r.center(), r.width() * 0.3, r.height() * 0.3)


def _dots(painter: QPainter, r: QRectF) -> None:
    for k, (x, y) in enumerate(((0.25, 0.25), (0.7, 0.3), (0.3, 0.72), (0.72, 0.72))):
        radius = (0.16, 0.1, 0.12, 0.18)[k] * r.width()
        painter.drawEllipse(QPointF(r.x() + x * r.width(), r.y() + y * r.height()), radius, radius)


def _nested(painter: QPainter, r: QRectF) -> None:
    outer, inner = QPainterPath(), QPainterPath()
    outer.addRect(r.adjusted(3, 3, -3, -3))
    inner.addRect(r.adjusted(5, 5, -5, -5))
    painter.drawPath(outer.subtracted(inner))


_ARROW = (0.15, 0.5), (0.55, 0.2), (0.55, 0.8)
_SIGNS: dict[str, Callable[[QPainter, QRectF], None]] = {
    "cut": _filled(0.5, 0.0, 1.0, 1.0),
    "cross-dissolve": _corners((0.0, 1.0), (1.0, 0.0), (1.0, 1.0)),
    "fade": _filled(0.36, 0.0, 0.64, 1.0),
    "glide": _several(_filled(0.72, 0.0, 1.0, 1.0), _corners(*_ARROW)),
    "shove": _several(
        _filled(0.0, 0.0, 0.16, 1.0), _filled(0.84, 0.0, 1.0, 1.0), _corners((0.25, 0.5), (0.7, 0.2), (0.7, 0.8))
    ),
    "uncover": _several(_filled(0.0, 0.0, 0.28, 1.0), _corners((0.4, 0.5), (0.8, 0.2), (0.8, 0.8))),
    "wipe": _corners((0.6, 0.0), (1.0, 0.0), (1.0, 1.0), (0.3, 1.0)),
    "iris": _ring,
    "brightness-dissolve": _dots,
    "zoom": _nested,
    "pile": _several(
        _corners((0.1, 0.35), (0.5, 0.2), (0.62, 0.62), (0.22, 0.77)),
        _corners((0.55, 0.45), (0.9, 0.55), (0.8, 0.95), (0.45, 0.85)),
    ),
    "sweep": _several(_filled(0.2, 0.0, 0.4, 1.0), _filled(0.6, 0.0, 0.8, 1.0)),
}
