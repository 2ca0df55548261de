"""What reads a file whose picture changes with time: the port that every kind has."""

from collections.abc import Callable
from fractions import Fraction
from pathlib import Path
from typing import NamedTuple

from jaunty_frame.core.painting.colour import Pixels


class MovingReader(NamedTuple):
    """picture : return the picture that is seen so many seconds after the first, upright, with at least so many pixels
    across if it has so many, as (h, w, 3) or premultiplied (h, w, 4) B, G, R(, A). It is asked from several threads,
    mostly for one after the other. PhotoError where it cannot be read."""

    picture: Callable[[Path, Fraction, int], Pixels]
