"""Whether a photo stands out from its fill along its rim, and the quietest help where it does not.

Colours are compared in CIELAB: the distance is CIE 1976's (CIE 15:2004, section 8.2.1). Under about 10 two colours look
alike at a glance (common practice).
"""

from typing import NamedTuple

import numpy as np

from jaunty_frame.core.colouring.cielab import lab_of
from jaunty_frame.core.geometry.windows import FloatArray
from jaunty_frame.core.painting.colour import parse_colour

ALIKE = 10.0
MOST_ALIKE = 0.2
"""Of the rim: up to so much may look alike."""
_SHADOWS = (0.4, 0.55, 0.7)
# What of a shadow is seen right at the edge that casts it: half, by the blur, and a little more where it falls to.
_AT_THE_EDGE = 0.5
_BORDERS = ("#ffffff", "#1c1c1a")
_WASHES = (0.35, 0.55)


class Help(NamedTuple):
    """shadow : its strength; border : its colour, None for no border; washed : how much of a wash of ``wash``."""

    shadow: float
    border: str | None = None
    washed: float = 0.0
    wash: str = "#000000"


def alike_share(one: FloatArray, other: FloatArray) -> float:
    """Return the share of places at which two rows of colours (N, 3), B G R, look alike."""
    if not len(one):
        return 0.0
    return float(np.mean(np.linalg.norm(lab_of(one) - lab_of(other), axis=1) < ALIKE))


def quietest_help(photo: FloatArray, fill: FloatArray, may_wash: bool) -> Help | None:
    """Return what sets a photo off from its fill, None where it stands out by itself.

    photo, fill : colours (N, 3), B G R, just inside and just outside of its rim. In this order, each only where those
    before do not suffice: a stronger shadow, a border, a wash of the fill.
    """
    if alike_share(photo, fill) <= MOST_ALIKE:
        return None
    for shadow in _SHADOWS:
        if alike_share(photo, fill * (1 - shadow * _AT_THE_EDGE)) <= MOST_ALIKE:
            return Help(shadow)
    for code in _BORDERS:
        colour = np.tile(np.array(parse_colour(code), float), (len(photo), 1))
        if max(alike_share(photo, colour), alike_share(fill, colour)) <= MOST_ALIKE:
            return Help(_SHADOWS[0], code)
    if not may_wash:
        return Help(_SHADOWS[-1], _BORDERS[0])
    dark = lab_of(photo)[:, 0].mean() > 50
    wash = np.array([0.0 if dark else 255.0])
    for washed in _WASHES:
        if alike_share(photo, fill + (wash - fill) * washed) <= MOST_ALIKE:
            break
    return Help(_SHADOWS[0], None, washed, "#000000" if dark else "#ffffff")
