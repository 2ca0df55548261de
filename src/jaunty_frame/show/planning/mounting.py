"""How each photo is mounted in an output: which mount holds, and the rectangle that it gives the photo."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from jaunty_frame.core.geometry.windows import FloatArray, Window
from jaunty_frame.core.mounts.pieces import (
    WHOLE_FRAME,
    aspect_of,
    piece_size,
    print_size,
    short_side,
    size_about_piece,
)
from jaunty_frame.core.mounts.places import solved_centre
from jaunty_frame.document.model import Output
from jaunty_frame.document.mount import PLAIN_MOUNT, SET_OFF, Mount
from jaunty_frame.show.planning.slide_table import SlideTable

_PIECES = {"square": 1.0, "circle": 1.0, "four-to-five": 0.8}


class Mounting(NamedTuple):
    """mount : what holds; outer : the print with its border, piece : what the window is mapped onto, both fractions of
    the frame; by_itself : whether it is the house rule "set off" that mounted it."""

    mount: Mount
    outer: Window
    piece: Window
    by_itself: bool = False

    @property
    def is_plain(self) -> bool:
        return self.mount is PLAIN_MOUNT


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
    if shape == "frame":
        outer = print_size(room, None, mount.size, "fit")
    else:
        aspect = {"photo": photo_aspect, "free": mount.piece_aspect}.get(shape) or _PIECES[shape]
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


def solved_mounting(
    output: Output, table: SlideTable, row: int, mount: Mount, stations: FloatArray, by_itself: bool
) -> Mounting:
    """Return a mount with its place solved. stations : (S, 4) the windows of the row's way."""
    width, height = table.photo_size[row]
    aspect = width / height, float(output.aspect)
    outer, piece = rectangles(mount, *aspect)
    if mount.place == "by-hand":
        centre = 0.5 + mount.across, 0.5 + mount.down
        return Mounting(mount, *rectangles(mount, *aspect, centre=centre), by_itself)
    overlays = output.zones.as_zones().overlay_boxes()
    required = table.areas.required[row]
    if by_itself or not overlays or not required.any() or (outer.w >= 1 and outer.h >= 1):
        return Mounting(mount, outer, piece, by_itself)
    boxes = table.areas.boxes[row][required]
    places = [
        np.concatenate(
            [
                np.array(piece[:2]) + (boxes[:, :2] - window[:2]) / window[2:] * piece[2:],
                boxes[:, 2:] / window[2:] * piece[2:],
            ],
            axis=1,
        )
        for window in stations
    ]
    weights = np.tile(table.areas.weights[row][required], len(places))
    centre = solved_centre(outer, np.concatenate(places), weights, overlays)
    return Mounting(mount, *rectangles(mount, *aspect, centre=centre), by_itself)


def row_aspects(output: Output, rows: NDArray[np.intp], table: SlideTable) -> FloatArray:
    """Return the aspect (N,) of what each row's window is mapped onto in an output."""
    frame = float(output.aspect)
    aspects = np.full(len(rows), frame)
    if not table.has_mounts:
        return aspects
    for k, row in enumerate(rows.tolist()):
        mount = table.mount_of(row, output.id)
        if mount is not None and mount.shapes_cell:
            width, height = table.photo_size[row]
            aspects[k] = aspect_of(rectangles(mount, width / height, frame)[1], frame)
    return aspects


def row_pieces(output: Output, set_off: NDArray[np.bool_], table: SlideTable) -> FloatArray:
    """Return the pieces (M, 4) of all rows, each in the middle of the frame."""
    pieces = np.tile(np.array(WHOLE_FRAME), (len(set_off), 1))
    pieces[set_off] = rectangles(SET_OFF, 1.0, float(output.aspect))[1]
    for row in range(len(set_off)) if table.has_mounts else ():
        mount = table.mount_of(row, output.id)
        if mount is not None:
            width, height = table.photo_size[row]
            pieces[row] = rectangles(mount, width / height, float(output.aspect))[1]
    return pieces
