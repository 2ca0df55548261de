"""Closing first: the user fixed the closing window, and the opening is found from it.

Often the closing composition is the one that is liked. The opening keeps the move's strength, stays inside the photo
where the closing does, keeps the required areas that the closing shows, and the softness limit.
"""

import numpy as np

from jaunty_frame.core.geometry.windows import FloatArray, fully_visible
from jaunty_frame.core.motion.courses import COURSES, Direction, Move
from jaunty_frame.core.motion.moves import (
    LEAST_GAIN,
    Cells,
    largest_gain,
    tightened,
    travel_back,
    weighted_centre,
    widened,
)

_INSIDE = 1e-6


def opening_for(closing: FloatArray, cells: Cells, direction: Direction) -> FloatArray:
    """Return the opening (4,) for one cell's ``closing`` (4,), by the cell's move; the closing itself for a hold.

    ``auto`` pushes in where the photo leaves room around the closing, else pans along the longer room.
    """
    window, move = closing[None], cells.moves[0]
    reach = cells.turned.reach
    gain = np.exp(cells.rate * cells.seconds)
    extent = (window[:, 2:] * reach).max(axis=1)
    inside = bool(extent[0] <= 1 + _INSIDE)
    if inside:
        gain = np.minimum(gain, 1 / extent)
    shown = cells.areas.required & fully_visible(cells.shares(window))
    if move is Move.AUTO:
        move = Move.PUSH_IN if gain[0] >= LEAST_GAIN else Move.PAN
    if move is Move.PUSH_IN:
        return widened(window, gain, reach)[0] if gain[0] >= LEAST_GAIN else closing
    if move is Move.PULL_OUT:
        highest = np.maximum(np.minimum(np.exp(cells.rate * cells.seconds), cells.sharp_gain), 1.0)
        centre = weighted_centre(cells.areas)
        tight = largest_gain(window, highest, centre, cells, shown)
        return tightened(window, tight, centre, reach)[0] if tight[0] >= LEAST_GAIN else closing
    if move in (Move.PAN, Move.TILT, Move.DIAGONAL):
        courses = [course for course in COURSES if course.move is move]
        openings = [travel_back(window, course, cells, shown)[0] for course in courses]
        ways = [np.abs(opening - closing).max() for opening in openings]
        preferred = [course.direction is direction and way > 0 for course, way in zip(courses, ways, strict=True)]
        return openings[max(range(len(courses)), key=lambda k: (preferred[k], ways[k]))]
    return closing
