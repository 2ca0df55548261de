"""What reads a file whose picture changes with time: the port that every kind has."""

from collections.abc import Callable
from pathlib import Path
from typing import NamedTuple

from jaunty_frame.core.painting.colour import Pixels


class MovingReader(NamedTuple):
    """picture : return picture number ``n``, counted from 0, upright, with at least so many pixels across if it has so
    many, as (h, w, 3) or (h, w, 4) B, G, R(, A). It is asked from several threads, mostly for one after the other.
    PhotoError where it cannot be read."""

    picture: Callable[[Path, int, int], Pixels]
