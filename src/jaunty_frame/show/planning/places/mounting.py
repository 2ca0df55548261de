"""How each photo is mounted in an output: which mount holds, and the rectangle that it gives the photo."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.colouring.likeness import Help
from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import (
    WHOLE_FRAME,
    aspect_of,
    piece_size,
    print_size,
    shape_aspect,
    short_side,
    size_about_piece,
)
from jaunty_frame.core.mounts.piles import Rest
from jaunty_frame.core.mounts.places import solved_centre
from jaunty_frame.document.model import Output
from jaunty_frame.document.mount import PLAIN_MOUNT, SET_OFF, Mount
from jaunty_frame.show.planning.slide_table import SlideTable


class Mounting(NamedTuple):
    """mount : what holds; outer : the print with its border, piece : what the window is mapped onto, both fractions of
    the frame; by_itself : whether it is the house rule "set off" that mounted it."""

    mount: Mount
    outer: Window
    piece: Window
    by_itself: bool = False
    help: Help | None = None
    """What sets it off beside its soft shadow."""

    @property
    def is_plain(self) -> bool:
        return self.mount is PLAIN_MOUNT and self.piece == WHOLE_FRAME


PLAIN = Mounting(PLAIN_MOUNT, WHOLE_FRAME, WHOLE_FRAME)


def rectangles(
    mount: Mount,
    photo_aspect: float,
    frame_aspect: float,
    slot: Window = WHOLE_FRAME,
    centre: tuple[float, float] | None = None,
) -> tuple[Window, Window]:
    """Return the rectangle of a print, and of the photo in it. slot : the part of the frame that it is fitted into, in
    whose middle it lies unless ``centre`` says another place."""
    unit_x, unit_y = short_side(frame_aspect)
    room = slot.w / unit_x, slot.h / unit_y
    shape = "photo" if mount.piece == "frame" and mount.sized_by != "fit" else mount.piece
    aspect = shape_aspect(shape, photo_aspect, mount.piece_aspect)
    if aspect is None:
        outer = print_size(room, None, mount.size, "fit")
    else:
        outer = size_about_piece(room, aspect, mount.size, mount.sized_by, mount.border, mount.foot)
    inner = piece_size(outer, mount.border, mount.foot)
    x, y = centre or (slot.x + slot.w / 2, slot.y + slot.h / 2)
    left, top = x - outer[0] * unit_x / 2, y - outer[1] * unit_y / 2
    across = (outer[0] - inner[0]) / 2
    # What the border takes, less where it is kept from taking all.
    down = (outer[1] - inner[1]) / (1 + mount.foot)
    return (
        Window(left, top, outer[0] * unit_x, outer[1] * unit_y),
        Window(left + across * unit_x, top + down * unit_y, inner[0] * unit_x, inner[1] * unit_y),
    )


def mounting_of(
    output: Output,
    table: SlideTable,
    row: int,
    mount: Mount,
    stations: FloatArray,
    by_itself: bool = False,
    rest: Rest | None = None,
) -> Mounting:
    """Return a mount with its place solved. stations : (S, 4) the windows of the row's way; rest : in a pile."""
    width, height = table.photo_size[row]
    aspect, slot = (width / height, float(output.aspect)), table.slot_of(row, float(output.aspect))
    outer, piece = rectangles(mount, *aspect, slot)
    if rest is not None:
        mount = mount.changed(lean=min(max(mount.lean + rest.lean, -15.0), 15.0))
        return Mounting(mount, *rectangles(mount, *aspect, slot, (rest.x, rest.y)))
    middle = slot.x + slot.w / 2, slot.y + slot.h / 2
    if mount.place == "by-hand":
        centre = middle[0] + mount.across, middle[1] + mount.down
        return Mounting(mount, *rectangles(mount, *aspect, slot, centre), by_itself)
    overlays = output.zones.as_zones().overlay_boxes()
    required = table.areas.required[row]
    free = slot == WHOLE_FRAME and not by_itself and (outer.w < 1 or outer.h < 1)
    if not free or not overlays or not required.any():
        return Mounting(mount, outer, piece, by_itself)
    boxes = table.areas.boxes[row][required]
    places = [_in_frame(boxes, window, piece) for window in stations]
    weights = np.tile(table.areas.weights[row][required], len(places))
    centre = solved_centre(outer, np.concatenate(places), weights, overlays)
    return Mounting(mount, *rectangles(mount, *aspect, slot, centre), by_itself)


def _in_frame(boxes: FloatArray, window: FloatArray, piece: Window) -> FloatArray:
    """Return boxes (K, 4) of a photo in fractions of the frame."""
    size = np.array(piece[2:]) / window[2:]
    return np.concatenate([np.array(piece[:2]) + (boxes[:, :2] - window[:2]) * size, boxes[:, 2:] * size], axis=1)


def row_aspects(output: Output, rows: NDArray[np.intp], table: SlideTable) -> FloatArray:
    """Return the aspect (N,) of what each row's window is mapped onto in an output."""
    frame = float(output.aspect)
    aspects = np.full(len(rows), frame)
    if not table.has_mounts:
        return aspects
    for k, row in enumerate(rows.tolist()):
        mount, slot = table.mount_of(row, output.id, float(output.aspect)), table.slot_of(row, frame)
        if slot is not WHOLE_FRAME or (mount is not None and mount.shapes_cell):
            aspects[k] = aspect_of(_piece(mount, row, frame, slot, table), frame)
    return aspects


def row_pieces(output: Output, set_off: NDArray[np.bool_], table: SlideTable) -> FloatArray:
    """Return the pieces (M, 4) of all rows, each in the middle of its part of the frame."""
    frame = float(output.aspect)
    pieces = np.tile(np.array(WHOLE_FRAME), (len(set_off), 1))
    pieces[set_off] = rectangles(SET_OFF, 1.0, frame)[1]
    for row in range(len(set_off)) if table.has_mounts else ():
        mount, slot = table.mount_of(row, output.id, float(output.aspect)), table.slot_of(row, frame)
        if mount is not None or slot is not WHOLE_FRAME:
            pieces[row] = _piece(SET_OFF if set_off[row] else mount, row, frame, slot, table)
    return pieces


def _piece(mount: Mount | None, row: int, frame_aspect: float, slot: Window, table: SlideTable) -> Window:
    if mount is None:
        return slot
    width, height = table.photo_size[row]
    return rectangles(mount, width / height, frame_aspect, slot)[1]
