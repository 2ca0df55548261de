"""The rectangle that a photo is seen in: how large it is and where it lies in the frame.

Rectangles are fractions of the frame. Lengths are in short sides, shares of the frame's shorter side as seen, which are
square and look the same in all outputs.
"""

from functools import lru_cache
from math import sqrt
from typing import Literal

from jaunty_frame.core.geometry.windows import Window

SizedBy = Literal["fit", "area", "height"]

PieceShape = Literal["frame", "photo", "square", "four-to-five", "circle", "free"]
_ASPECTS = {"square": 1.0, "circle": 1.0, "four-to-five": 0.8}

WHOLE_FRAME = Window(0.0, 0.0, 1.0, 1.0)
_ROUNDS = 60


def short_side(frame_aspect: float) -> tuple[float, float]:
    """Return how much of the frame's width and of its height a short side is."""
    return (1.0, frame_aspect) if frame_aspect < 1 else (1 / frame_aspect, 1.0)


def shape_aspect(shape: PieceShape, photo_aspect: float, own_aspect: float) -> float | None:
    """Return width over height of a piece, None where it is as its room. own_aspect : of one that is free."""
    if shape == "frame":
        return None
    return {"photo": photo_aspect, "free": own_aspect}.get(shape) or _ASPECTS[shape]


def print_size(room: tuple[float, float], aspect: float | None, size: float, sized_by: SizedBy) -> tuple[float, float]:
    """Return width and height of a print, in the lengths of ``room``, the width and height that there are for it.

    aspect : width over height of the print, None = as the room. size : with ``fit`` of the room that it is fitted into
    (W3C CSS Images 3, contain); with ``area`` the root of the share of the room's area; with ``height`` the share of
    its height. Equal areas and heights are kept within the room.
    """
    width, height = room
    aspect = width / height if aspect is None else aspect
    fit = min(height, width / aspect)
    if sized_by == "area":
        tall = min(size * sqrt(width * height / aspect), fit)
    elif sized_by == "height":
        tall = min(size * height, fit)
    else:
        tall = size * fit
    return tall * aspect, tall


def piece_size(outer: tuple[float, float], border: float, foot: float) -> tuple[float, float]:
    """Return what a border leaves of a print, at least a tenth. foot : how many times as wide it is at the bottom."""
    return max(outer[0] - 2 * border, outer[0] / 10), max(outer[1] - border * (1 + foot), outer[1] / 10)


@lru_cache(maxsize=4096)  # asked for every print at every edit
def size_about_piece(
    room: tuple[float, float], piece_aspect: float, size: float, sized_by: SizedBy, border: float, foot: float
) -> tuple[float, float]:
    """Return width and height of the print whose piece has ``piece_aspect``.

    A border that is even all round changes the shape, by more the smaller the print: the print's aspect is found by
    halving, for the piece's grows with it.
    """
    if not border:
        return print_size(room, piece_aspect, size, sized_by)
    low, high = min(piece_aspect, 1.0) / 4, max(piece_aspect, 1.0) * 4
    for _ in range(_ROUNDS):
        aspect = sqrt(low * high)
        width, height = piece_size(print_size(room, aspect, size, sized_by), border, foot)
        low, high = (aspect, high) if width / height < piece_aspect else (low, aspect)
    return print_size(room, sqrt(low * high), size, sized_by)


def aspect_of(rectangle: Window, frame_aspect: float) -> float:
    """Return width over height, as seen, of a rectangle in a frame."""
    return rectangle.w * frame_aspect / rectangle.h
