"""The whole photo on the bench: keep areas, opening and closing, the trails between them; all can be seized."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QContextMenuEvent,
    QFont,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QPolygonF,
    QWheelEvent,
)
from PySide6.QtWidgets import QMenu, QSizePolicy, QWidget

from jaunty_frame.app.canvas_shapes import (
    CORNERS,
    HANDLES,
    Grip,
    Part,
    corner_of,
    dragged_area,
    dragged_window,
    snapped,
)
from jaunty_frame.app.theme import colours, text_font
from jaunty_frame.core.framing import REQUIRED_WEIGHT
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.paths import LINEAR, Easing, window_at
from jaunty_frame.document.model import KeepArea

_REACH = 8
_WISHED_WEIGHT = 0.5
_MARGIN = 18
_WEDGE = 13.0


class PhotoCanvas(QWidget):
    """Emits what a gesture makes of the areas or of the framing, and when the gesture has ended."""

    areas_changed = Signal(object)
    framing_changed = Signal(object, object)
    gesture_ended = Signal()
    gesture_cancelled = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName("Photo with keep areas, opening and closing")
        self._image: QImage | None = None
        self._photo_size = (3, 2)
        self._areas: tuple[KeepArea, ...] = ()
        self._opening: Window | None = None
        self._closing: Window | None = None
        self._easing: Easing = LINEAR
        self._seconds = 5.0
        self._output_width = 1920
        self._zoom = 1.0
        self._chosen: Grip | None = None
        self._grip: Grip | None = None
        self._pressed = QPointF()
        self._before: tuple[tuple[KeepArea, ...], Window | None, Window | None] = ((), None, None)
        self._guides: tuple[list[float], list[float]] = ([], [])
        self._view: tuple[float, float, float] | None = None

    def sizeHint(self) -> QSize:
        return QSize(440, 270)

    def minimumSizeHint(self) -> QSize:
        return QSize(260, 170)

    # -- what is shown

    def show_photo(self, image: QImage | None, size: tuple[int, int]) -> None:
        if size != self._photo_size:
            self._zoom, self._chosen = 1.0, None
        self._image, self._photo_size = image, size
        self.update()

    def show_areas(self, areas: tuple[KeepArea, ...]) -> None:
        self._areas = areas
        if self._chosen and self._chosen.kind == "area" and self._chosen.index >= len(areas):
            self._chosen = None
        self.update()

    def show_framing(
        self, opening: Window | None, closing: Window | None, easing: Easing, seconds: float, output_width: int
    ) -> None:
        self._opening, self._closing, self._easing = opening, closing, easing
        self._seconds, self._output_width = seconds, output_width
        self.update()

    @property
    def chosen_area(self) -> int:
        """The index of the chosen keep area, -1 if none is."""
        return self._chosen.index if self._chosen and self._chosen.kind == "area" else -1

    # -- coordinates

    def _placement(self) -> tuple[float, float, float]:
        """Return the photo's left, top and width on the widget; everything that can be seized has room."""
        if self._view is not None:
            return self._view  # nothing must move under the pointer while something is dragged
        boxes = [Window(0, 0, 1, 1), *(window for window in (self._opening, self._closing) if window)]
        left, top = min(box.x for box in boxes), min(box.y for box in boxes)
        right, bottom = max(box.x + box.w for box in boxes), max(box.y + box.h for box in boxes)
        ratio = self._photo_size[1] / self._photo_size[0]
        width = min(
            (self.width() - 2 * _MARGIN) / (right - left), (self.height() - 2 * _MARGIN) / ((bottom - top) * ratio)
        )
        width *= self._zoom
        x = self.width() / 2 - (left + right) / 2 * width
        return x, self.height() / 2 - (top + bottom) / 2 * width * ratio, width

    def to_widget(self, x: float, y: float) -> QPointF:
        left, top, width = self._placement()
        return QPointF(left + x * width, top + y * width * self._photo_size[1] / self._photo_size[0])

    def _to_photo(self, point: QPointF) -> tuple[float, float]:
        left, top, width = self._placement()
        height = width * self._photo_size[1] / self._photo_size[0]
        return (point.x() - left) / width, (point.y() - top) / height

    def _rect(self, box: Window) -> QRectF:
        return QRectF(self.to_widget(box.x, box.y), self.to_widget(box.x + box.w, box.y + box.h))

    # -- painting

    def paintEvent(self, event: QPaintEvent) -> None:
        c = colours()
        painter = QPainter(self)
        painter.fillRect(self.rect(), QColor(c.surround))
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        photo = self._rect(Window(0, 0, 1, 1))
        if self._image is not None:
            painter.drawImage(photo, self._image)
        if self._opening is not None and self._closing is not None:
            self._dim_unseen(painter, photo, self._opening, self._closing)
            self._paint_move(painter, self._opening, self._closing)
        for k, area in enumerate(self._areas):
            self._paint_area(painter, area, k == self.chosen_area)
        painter.setPen(QPen(QColor(c.on_surround), 1, Qt.PenStyle.DashLine))
        for x in self._guides[0]:
            painter.drawLine(self.to_widget(x, -1), self.to_widget(x, 2))
        for y in self._guides[1]:
            painter.drawLine(self.to_widget(-1, y), self.to_widget(2, y))
        if self.hasFocus():
            painter.setPen(QPen(QColor(c.on_surround), 2))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(self.rect().adjusted(1, 1, -1, -1))

    def _dim_unseen(self, painter: QPainter, photo: QRectF, opening: Window, closing: Window) -> None:
        seen = QPainterPath()
        seen.setFillRule(Qt.FillRule.WindingFill)
        for t in range(13):
            seen.addRect(self._rect(window_at(opening, closing, LINEAR, t / 12)))
        whole = QPainterPath()
        whole.addRect(photo)
        painter.fillPath(whole.subtracted(seen.simplified()), QColor(0, 0, 0, 120))

    def _paint_move(self, painter: QPainter, opening: Window, closing: Window) -> None:
        white, under = QColor("#ffffff"), QColor(0, 0, 0, 130)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        first, last = self._rect(opening), self._rect(closing)
        if opening != closing:
            self._paint_trails(painter, opening, closing, under, white)
        for pen in (QPen(under, 3.4), QPen(white, 1.6)):
            painter.setPen(pen)
            painter.drawRect(first)
        if opening == closing:
            self._paint_name(painter, QPointF(first.left() + 6, first.top()), "held")
            return
        for part in CORNERS:
            across, down = part.value
            point = self.to_widget(*corner_of(closing, part))
            wedge = QPolygonF([point, point - QPointF(across * _WEDGE, 0), point - QPointF(0, down * _WEDGE)])
            painter.setPen(QPen(under, 1.2))
            painter.setBrush(white)
            painter.drawPolygon(wedge)
        self._paint_name(painter, QPointF(first.left() + 6, first.top()), "opening")
        self._paint_name(painter, QPointF(last.right() - 58, last.bottom()), "closing")

    def _paint_name(self, painter: QPainter, place: QPointF, name: str) -> None:
        painter.setFont(text_font(11, QFont.Weight.DemiBold))
        width = painter.fontMetrics().horizontalAdvance(name) + 8
        y = min(max(place.y() - 8, 1.0), self.height() - 17.0)
        box = QRectF(min(max(place.x(), 1.0), self.width() - width - 1.0), y, width, 16)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor("#1c1c1c"))
        painter.drawRoundedRect(box, 2, 2)
        painter.setPen(QColor("#ffffff"))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, name)

    def _paint_trails(self, painter: QPainter, opening: Window, closing: Window, under: QColor, white: QColor) -> None:
        ticks = [t * 0.5 / self._seconds for t in range(1, int(self._seconds * 2))]
        windows = [window_at(opening, closing, self._easing, t) for t in ticks]
        for part in CORNERS:
            a, b = self.to_widget(*corner_of(opening, part)), self.to_widget(*corner_of(closing, part))
            way = b - a
            length = max((way.x() ** 2 + way.y() ** 2) ** 0.5, 1e-6)
            normal = QPointF(-way.y() / length * 3.5, way.x() / length * 3.5)
            for pen in (QPen(under, 2.6), QPen(white, 1.1)):
                painter.setPen(pen)
                painter.drawLine(a, b)
                if length > 12:
                    for window in windows:
                        point = self.to_widget(*corner_of(window, part))
                        painter.drawLine(point - normal, point + normal)

    def _paint_area(self, painter: QPainter, area: KeepArea, chosen: bool) -> None:
        box = self._rect(Window(*area.box))
        style = Qt.PenStyle.SolidLine if area.weight >= REQUIRED_WEIGHT else Qt.PenStyle.DashLine
        painter.setBrush(QColor(255, 255, 255, 34) if chosen else Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(0, 0, 0, 130), 4))
        painter.drawRoundedRect(box, 3, 3)
        painter.setPen(QPen(QColor("#ffffff"), 2, style))
        painter.drawRoundedRect(box, 3, 3)
        if chosen:
            painter.setPen(QPen(QColor("#1c1c1c"), 1))
            painter.setBrush(QColor("#ffffff"))
            for part in CORNERS:
                painter.drawEllipse(self.to_widget(*corner_of(Window(*area.box), part)), 4, 4)

    # -- seizing

    def _grip_at(self, point: QPointF) -> Grip | None:
        areas = [Window(*area.box) for area in self._areas]
        order = sorted(range(len(areas)), key=lambda k: (k != self.chosen_area, areas[k].w * areas[k].h))
        for k in order:
            for part in HANDLES:
                if self._near(point, areas[k], part):
                    return Grip("area", part, k)
        windows = [("closing", self._closing), ("opening", self._opening)]
        for kind, window in windows:
            for part in CORNERS:
                if window is not None and self._near(point, window, part):
                    return Grip(kind, part)
        for kind, window in windows:
            if window is not None and self._on_edge(point, window):
                return Grip(kind, Part.INSIDE)
        for k in order:
            if self._rect(areas[k]).contains(point):
                return Grip("area", Part.INSIDE, k)
        return None

    def _near(self, point: QPointF, box: Window, part: Part) -> bool:
        away = point - self.to_widget(*corner_of(box, part))
        return max(abs(away.x()), abs(away.y())) <= _REACH

    def _on_edge(self, point: QPointF, box: Window) -> bool:
        outer = self._rect(box).adjusted(-5, -5, 5, 5)
        return outer.contains(point) and not outer.adjusted(10, 10, -10, -10).contains(point)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() != Qt.MouseButton.LeftButton or self._image is None:
            return
        self._view = self._placement()
        self._pressed = event.position()
        self._before = self._areas, self._opening, self._closing
        self._grip = self._grip_at(event.position())
        if self._grip is None:
            x, y = self._to_photo(event.position())
            if 0 <= x < 1 and 0 <= y < 1 and len(self._areas) < 32:
                # A drag over bare photo draws a new keep area.
                self._grip = Grip("new", Part.BOTTOM_RIGHT, len(self._areas))
        self._chosen = self._grip if self._grip and self._grip.kind != "new" else None
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._grip is None:
            grip = self._grip_at(event.position())
            self.setCursor(_cursor(grip))
            return
        width = (self._view or self._placement())[2]
        height = width * self._photo_size[1] / self._photo_size[0]
        way = event.position() - self._pressed
        if self._grip.kind == "new" and max(abs(way.x()), abs(way.y())) < 5:
            return
        free = bool(event.modifiers() & Qt.KeyboardModifier.ControlModifier)
        self._drag(self._grip, way.x() / width, way.y() / height, (0.0, 0.0) if free else (6 / width, 6 / height))

    def _drag(self, grip: Grip, dx: float, dy: float, reach: tuple[float, float]) -> None:
        areas, opening, closing = self._before
        if grip.kind == "new":
            x, y = self._to_photo(self._pressed)
            across, down = min(max(x + dx, 0.0), 1.0), min(max(y + dy, 0.0), 1.0)
            box = Window(min(x, across), min(y, down), max(abs(across - x), 0.005), max(abs(down - y), 0.005))
            box = Window(min(box.x, 1 - box.w), min(box.y, 1 - box.h), box.w, box.h)
            self._chosen = Grip("area", Part.INSIDE, len(areas))
            self.areas_changed.emit((*areas, KeepArea(box=box)))
        elif grip.kind == "area":
            moved = dragged_area(Window(*areas[grip.index].box), grip.part, dx, dy)
            changed = areas[grip.index].changed(box=moved, origin="hand", confidence=1.0)
            self.areas_changed.emit((*areas[: grip.index], changed, *areas[grip.index + 1 :]))
        elif opening is not None and closing is not None:
            window = dragged_window(opening if grip.kind == "opening" else closing, grip.part, dx, dy)
            if grip.part is Part.INSIDE:
                window, *self._guides = snapped(window, *reach)  # type: ignore[assignment]
            held = opening == closing
            self.framing_changed.emit(
                window if grip.kind == "opening" or held else opening,
                window if grip.kind == "closing" or held else closing,
            )

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._finish()
        self.gesture_ended.emit()

    def _finish(self) -> None:
        self._grip, self._view, self._guides = None, None, ([], [])
        self.update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        self._zoom = min(max(self._zoom * (1.15 if event.angleDelta().y() > 0 else 1 / 1.15), 0.4), 8.0)
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = event.key()
        steps = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1)}
        if key == Qt.Key.Key_Escape and self._grip is not None:
            self._finish()
            self.gesture_cancelled.emit()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and self.chosen_area >= 0:
            self.remove_chosen()
        elif key in steps and self._chosen is not None:
            self._nudge(*steps[Qt.Key(key)], 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1)
        elif key == Qt.Key.Key_N and len(self._areas) < 32:
            self._chosen = Grip("area", Part.INSIDE, len(self._areas))
            self.areas_changed.emit((*self._areas, KeepArea(box=(0.35, 0.35, 0.3, 0.3))))
            self.gesture_ended.emit()
        elif key == Qt.Key.Key_Period:
            self._choose_next()
        else:
            super().keyPressEvent(event)

    def _nudge(self, dx: int, dy: int, times: int) -> None:
        """Move what is chosen by output pixels."""
        if self._chosen is None or self._opening is None:
            return
        step = self._opening.w / self._output_width * times
        ratio = self._photo_size[0] / self._photo_size[1]
        self._before = self._areas, self._opening, self._closing
        self._drag(Grip(self._chosen.kind, Part.INSIDE, self._chosen.index), dx * step, dy * step * ratio, (0.0, 0.0))

    def _choose_next(self) -> None:
        """Choose the next thing that can be seized, for the keyboard."""
        things = [Grip("area", Part.INSIDE, k) for k in range(len(self._areas))]
        things += [Grip("opening", Part.INSIDE), Grip("closing", Part.INSIDE)]
        now = next(
            (
                k
                for k, g in enumerate(things)
                if self._chosen and (g.kind, g.index) == (self._chosen.kind, self._chosen.index)
            ),
            -1,
        )
        self._chosen = things[(now + 1) % len(things)]
        self.update()

    def remove_chosen(self) -> None:
        """Remove the chosen keep area."""
        k = self.chosen_area
        if k >= 0:
            self._chosen = None
            self.areas_changed.emit((*self._areas[:k], *self._areas[k + 1 :]))
            self.gesture_ended.emit()

    def toggle_required(self, k: int) -> None:
        """Make a required area wished for, or the other way round."""
        area = self._areas[k]
        weight = _WISHED_WEIGHT if area.weight >= REQUIRED_WEIGHT else REQUIRED_WEIGHT
        changed = area.changed(weight=weight, origin="hand", confidence=1.0)
        self.areas_changed.emit((*self._areas[:k], changed, *self._areas[k + 1 :]))
        self.gesture_ended.emit()

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        grip = self._grip_at(QPointF(event.pos()))
        if grip is None or grip.kind != "area":
            return
        self._chosen = grip
        menu = QMenu(self)
        required = self._areas[grip.index].weight >= REQUIRED_WEIGHT
        menu.addAction("Only wished for" if required else "Must stay in view", lambda: self.toggle_required(grip.index))
        menu.addAction("Remove keep area", self.remove_chosen)
        menu.exec(event.globalPos())


def _cursor(grip: Grip | None) -> Qt.CursorShape:
    if grip is None:
        return Qt.CursorShape.CrossCursor
    if grip.part is Part.INSIDE:
        return Qt.CursorShape.SizeAllCursor
    across, down = grip.part.value
    if not across or not down:
        return Qt.CursorShape.SizeHorCursor if across else Qt.CursorShape.SizeVerCursor
    return Qt.CursorShape.SizeFDiagCursor if across == down else Qt.CursorShape.SizeBDiagCursor
