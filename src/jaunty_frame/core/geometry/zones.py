"""Regions of an output: lost at the edge, fit for words, covered by something on the receiver, seen in an overview."""

from collections.abc import Iterable
from fractions import Fraction
from typing import NamedTuple

from jaunty_frame.core.geometry.windows import Window


class Zones(NamedTuple):
    """Margins as fractions of the frame: of its width at the sides, of its height above and below.

    boxes : further overlays, anywhere; cut_out, tile : display aspects of centred parts: the one that older receivers
    cut out, in which the safe zones then lie, and the one shown in an overview."""

    action_safe: float = 0.0
    title_safe: float = 0.0
    overlay_top: float = 0.0
    overlay_bottom: float = 0.0
    overlay_left: float = 0.0
    overlay_right: float = 0.0
    cut_out: Fraction | None = None
    tile: Fraction | None = None
    boxes: tuple[Window, ...] = ()

    def action_safe_box(self, frame_aspect: Fraction) -> Window:
        return _inset(self.cut_out_box(frame_aspect), self.action_safe)

    def title_safe_box(self, frame_aspect: Fraction) -> Window:
        return _inset(self.cut_out_box(frame_aspect), self.title_safe)

    def cut_out_box(self, frame_aspect: Fraction) -> Window:
        """Return the cut-out in fractions of a frame of a display aspect; all of it where there is none."""
        return _centred(self.cut_out, frame_aspect)

    def tile_box(self, frame_aspect: Fraction) -> Window:
        """Return the tile in fractions of a frame of a display aspect; all of it where there is none."""
        return _centred(self.tile, frame_aspect)

    def overlay_boxes(self) -> tuple[Window, ...]:
        """Return the overlays as boxes that do not overlap one another, in fractions of the frame."""
        top, bottom = self.overlay_top, self.overlay_bottom
        between = 1.0 - top - bottom
        found = [
            Window(0.0, 0.0, 1.0, top),
            Window(0.0, 1.0 - bottom, 1.0, bottom),
            Window(0.0, top, self.overlay_left, between),
            Window(1.0 - self.overlay_right, top, self.overlay_right, between),
        ]
        for box in self.boxes:
            found += _without(box, found)
        return tuple(box for box in found if box.w > 0 and box.h > 0)


def _without(box: Window, others: Iterable[Window]) -> list[Window]:
    """Return what is left of a box outside others, in boxes that do not overlap."""
    left = [Window(*box)]
    for other in others:
        left = [part for one in left for part in _around(one, other)]
    return left


def _around(box: Window, other: Window) -> list[Window]:
    x0, y0 = max(box.x, other.x), max(box.y, other.y)
    x1, y1 = min(box.x + box.w, other.x + other.w), min(box.y + box.h, other.y + other.h)
    if x1 <= x0 or y1 <= y0:
        return [box]
    right, bottom = box.x + box.w, box.y + box.h
    parts = (
        Window(box.x, box.y, box.w, y0 - box.y),
        Window(box.x, y1, box.w, bottom - y1),
        Window(box.x, y0, x0 - box.x, y1 - y0),
        Window(x1, y0, right - x1, y1 - y0),
    )
    return [part for part in parts if part.w > 1e-9 and part.h > 1e-9]


def _inset(box: Window, margin: float) -> Window:
    return Window(
        box.x + margin * box.w, box.y + margin * box.h, box.w * (1.0 - 2 * margin), box.h * (1.0 - 2 * margin)
    )


def _centred(aspect: Fraction | None, frame_aspect: Fraction) -> Window:
    if aspect is None:
        return Window(0.0, 0.0, 1.0, 1.0)
    ratio = float(aspect / frame_aspect)
    width, height = min(ratio, 1.0), min(1 / ratio, 1.0)
    return Window((1.0 - width) / 2, (1.0 - height) / 2, width, height)


NO_ZONES = Zones()
# SMPTE ST 2046-1 and EBU R 95: action safe 93 %, title safe 90 % of width and height.
TELEVISION = Zones(action_safe=0.035, title_safe=0.05)
# SMPTE RP 27.3 for 4:3 (from memory): action safe 90 %, title safe 80 %.
CLASSIC = Zones(action_safe=0.05, title_safe=0.10)
# Common practice for what receivers lay over a tall phone picture; editable in the project.
PHONE = Zones(overlay_top=0.15, overlay_bottom=0.25, overlay_left=0.06, overlay_right=0.12)
