"""The whole photo on the bench: what is shown of it can be seized, by mouse and by keys."""

from math import atan2, degrees

from PySide6.QtCore import QPointF, Qt, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QKeyEvent,
    QMouseEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QMenu, QWidget

from jaunty_frame.app.bench.canvas.shapes import HANDLES, Framed, Grip, Part, corner_of, dragged_area, snapped
from jaunty_frame.app.bench.canvas.shown_photo import ShownPhoto
from jaunty_frame.core.framing.bases import REQUIRED_WEIGHT, WISHED_WEIGHT
from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.keep_areas import KeepArea

_REACH = 8
_SHORTEST_LINE = 20


class PhotoCanvas(ShownPhoto):
    """Emits what a gesture makes of the areas or of the framing, and when the gesture has ended."""

    areas_changed = Signal(object)
    # Opening, closing, and which of them was dragged.
    framing_changed = Signal(object, object, str)
    chosen_changed = Signal()
    level_line_drawn = Signal(float)
    close_up_wanted = Signal(int)
    level_line_started = Signal()
    gesture_ended = Signal()
    gesture_cancelled = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self._drawing_level = False
        self._grip: Grip | None = None
        self._pressed = QPointF()
        self._before: tuple[tuple[KeepArea, ...], Framed | None] = ((), None)

    def start_level_line(self) -> None:
        """The next drag draws a line along what should lie level."""
        self._drawing_level = True
        self._choose(None)
        self.setCursor(Qt.CursorShape.CrossCursor)
        self.setFocus()
        self.level_line_started.emit()

    @property
    def draws_level_line(self) -> bool:
        return self._drawing_level

    def _grip_at(self, point: QPointF) -> Grip | None:
        areas = [Window(*area.box) for area in self._areas]
        order = sorted(range(len(areas)), key=lambda k: (k != self.chosen_area, areas[k].w * areas[k].h))
        for k in order:
            for part in HANDLES:
                if self._is_near(point, self.to_widget(*corner_of(areas[k], part))):
                    return Grip("area", part, k)
        if self._framed is not None:
            for kind in ("closing", "opening"):
                for part, corner in self._framed.corners(kind).items():
                    if self._is_near(point, self.to_widget(*corner)):
                        return Grip(kind, part)
            for kind in ("closing", "opening"):
                x, y = self._framed.to_window(kind, *self._to_photo(point))
                if self._on_edge(self.to_widget(x, y), self._framed.window(kind)):
                    return Grip(kind, Part.INSIDE)
        for k in order:
            if self._rect(areas[k]).contains(point):
                return Grip("area", Part.INSIDE, k)
        return None

    @staticmethod
    def _is_near(point: QPointF, other: QPointF) -> bool:
        away = point - other
        return max(abs(away.x()), abs(away.y())) <= _REACH

    def _on_edge(self, point: QPointF, box: Window) -> bool:
        outer = self._rect(box).adjusted(-5, -5, 5, 5)
        return outer.contains(point) and not outer.adjusted(10, 10, -10, -10).contains(point)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() != Qt.MouseButton.LeftButton or self._image is None:
            return
        self._view = self._placement()
        self._pressed = event.position()
        if self._drawing_level:
            self._level_line = event.position(), event.position()
            return
        self._before = self._areas, self._framed
        self._grip = self._grip_at(event.position())
        if self._grip is None:
            x, y = self._to_photo(event.position())
            if 0 <= x < 1 and 0 <= y < 1 and len(self._areas) < 32:
                # A drag over bare photo draws a new keep area.
                self._grip = Grip("new", Part.BOTTOM_RIGHT, len(self._areas))
        self._choose(self._grip if self._grip and self._grip.kind != "new" else None)

    def _choose(self, grip: Grip | None) -> None:
        self._chosen = grip
        self.chosen_changed.emit()
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._drawing_level:
            if self._level_line is not None:
                self._level_line = self._level_line[0], event.position()
                self.update()
            return
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
        areas, framed = self._before
        if grip.kind == "new":
            x, y = self._to_photo(self._pressed)
            across, down = min(max(x + dx, 0.0), 1.0), min(max(y + dy, 0.0), 1.0)
            box = Window(min(x, across), min(y, down), max(abs(across - x), 0.005), max(abs(down - y), 0.005))
            box = Window(min(box.x, 1 - box.w), min(box.y, 1 - box.h), box.w, box.h)
            self._choose(Grip("area", Part.INSIDE, len(areas)))
            self.areas_changed.emit((*areas, KeepArea(box=box)))
        elif grip.kind == "area":
            moved = dragged_area(Window(*areas[grip.index].box), grip.part, dx, dy)
            changed = areas[grip.index].changed(box=moved, origin="hand", confidence=1.0)
            self.areas_changed.emit((*areas[: grip.index], changed, *areas[grip.index + 1 :]))
        elif framed is not None:
            window = framed.dragged(grip.kind, grip.part, dx, dy)
            if grip.part is Part.INSIDE:
                window, *self._guides = snapped(window, *reach)  # type: ignore[assignment]
            held = framed.opening == framed.closing
            self.framing_changed.emit(
                window if grip.kind == "opening" or held else framed.opening,
                window if grip.kind == "closing" or held else framed.closing,
                grip.kind,
            )

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._drawing_level:
            self._end_level_line()
            return
        self._finish()
        self.gesture_ended.emit()

    def _end_level_line(self) -> None:
        """Say by how much the drawn line is off: nearly upright lines are to stand upright, others to lie level."""
        line, self._level_line, self._drawing_level, self._view = self._level_line, None, False, None
        if line is not None:
            way = line[1] - line[0]
            if way.x() ** 2 + way.y() ** 2 >= _SHORTEST_LINE**2:
                slope = degrees(atan2(way.y(), way.x()))
                self.level_line_drawn.emit((slope + 45) % 90 - 45)
        self.update()

    def _finish(self) -> None:
        self._grip, self._view, self._guides = None, None, ([], [])
        self.update()

    def wheelEvent(self, event: QWheelEvent) -> None:
        self._zoom = min(max(self._zoom * (1.15 if event.angleDelta().y() > 0 else 1 / 1.15), 0.4), 8.0)
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = event.key()
        steps = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1)}
        if key == Qt.Key.Key_Escape and self._drawing_level:
            self._level_line, self._drawing_level, self._view = None, False, None
            self.update()
        elif key == Qt.Key.Key_Escape and self._grip is not None:
            self._finish()
            self.gesture_cancelled.emit()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and self.chosen_area >= 0:
            self.remove_chosen()
        elif key in steps and self._chosen is not None:
            self._nudge(*steps[Qt.Key(key)], 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1)
        elif key == Qt.Key.Key_N and len(self._areas) < 32:
            self._choose(Grip("area", Part.INSIDE, len(self._areas)))
            self.areas_changed.emit((*self._areas, KeepArea(box=(0.35, 0.35, 0.3, 0.3))))
            self.gesture_ended.emit()
        elif key == Qt.Key.Key_Period:
            self._choose_next()
        elif key == Qt.Key.Key_R and self.chosen_area >= 0:
            self.toggle_required(self.chosen_area)
        elif key == Qt.Key.Key_C and self.chosen_area >= 0:
            self.close_up_wanted.emit(self.chosen_area)
        elif key == Qt.Key.Key_L:
            self.start_level_line()
        else:
            super().keyPressEvent(event)

    def _nudge(self, dx: int, dy: int, times: int) -> None:
        """Move what is chosen by output pixels."""
        if self._chosen is None or self._framed is None:
            return
        step = self._framed.opening.w / self._framed.output_width * times
        ratio = self._photo_size[0] / self._photo_size[1]
        self._before = self._areas, self._framed
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
        self._choose(things[(now + 1) % len(things)])

    def remove_chosen(self) -> None:
        """Remove the chosen keep area."""
        k = self.chosen_area
        if k >= 0:
            self._choose(None)
            self.areas_changed.emit((*self._areas[:k], *self._areas[k + 1 :]))
            self.gesture_ended.emit()

    def toggle_required(self, k: int) -> None:
        """Make a required area wished for, or the other way round."""
        area = self._areas[k]
        weight = WISHED_WEIGHT if area.weight >= REQUIRED_WEIGHT else REQUIRED_WEIGHT
        changed = area.changed(weight=weight, origin="hand", confidence=1.0)
        self.areas_changed.emit((*self._areas[:k], changed, *self._areas[k + 1 :]))
        self.gesture_ended.emit()

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        grip = self._grip_at(QPointF(event.pos()))
        if grip is None or grip.kind != "area":
            return
        self._choose(grip)
        menu = QMenu(self)
        required = self._areas[grip.index].weight >= REQUIRED_WEIGHT
        menu.addAction("Only wished for" if required else "Must stay in view", lambda: self.toggle_required(grip.index))
        menu.addAction("Close-up of it in a slide of its own", lambda: self.close_up_wanted.emit(grip.index))
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
