"""What words are painted with, and how they lie: values, without a pixel."""

from typing import NamedTuple

Bgr = tuple[int, int, int]
_SIGMAS = 3.0
"""How far a shadow is seen, in standard deviations of its blur."""


SHADOW_SPREAD = 0.12
"""Ems by which shadows are wider than letters: a blur leaves little of thin strokes."""


class WordsPaint(NamedTuple):
    """Colours are B, G, R; lengths in ems. shadow, plate : how much of them is seen; blur : twice the standard
    deviation, as CSS has it; the shadow falls straight down, ``distance`` away."""

    colour: Bgr = (255, 255, 255)
    outline: float = 0.0
    outline_colour: Bgr = (0, 0, 0)
    shadow: float = 0.0
    shadow_blur: float = 0.3
    shadow_distance: float = 0.04
    shadow_colour: Bgr = (0, 0, 0)
    plate: float = 0.0
    plate_colour: Bgr = (0, 0, 0)
    plate_padding: float = 0.35
    plate_corners: float = 0.15

    @property
    def reach(self) -> float:
        """How far it is painted beyond the text's box, in ems."""
        beyond = self.outline
        if self.shadow:
            beyond = max(beyond, self.outline + SHADOW_SPREAD + self.shadow_distance + _SIGMAS * self.shadow_blur / 2)
        return max(beyond, self.plate_padding if self.plate else 0.0)


class Posed(NamedTuple):
    """How it lies in a frame: shifted by fractions of it, scaled about its middle, leaning clockwise by degrees."""

    across: float = 0.0
    down: float = 0.0
    scale: float = 1.0
    lean: float = 0.0


AT_REST = Posed()


class Reveal(NamedTuple):
    """progress : 0..1 of the way into view; softness : over which share of it a part comes."""

    progress: float
    softness: float
