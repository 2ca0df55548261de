"""What holds for a slide: its own value, else the house rule."""

from fractions import Fraction
from typing import NamedTuple

from jaunty_frame.core.framing.bases import Covering, Placement
from jaunty_frame.core.motion.courses import Move, Strength
from jaunty_frame.core.motion.paths import Easing
from jaunty_frame.document.fill import Fill
from jaunty_frame.document.model import HouseRules, Slide
from jaunty_frame.document.transition import Transition


class Settings(NamedTuple):
    """The resolved settings of one slide.

    follows_show : whether it takes part in the show's own move. easing : of moves that have none of their own kind.
    """

    seconds: Fraction
    placement: Placement
    covering: Covering
    move: Move
    follows_show: bool
    strength: Strength
    easing: Easing
    fill: Fill
    transition: Transition


def settings_of(slide: Slide, rules: HouseRules) -> Settings:
    """Return what holds for ``slide`` under ``rules``."""
    move = slide.move or rules.move
    follows_show = slide.move is None and rules.show_move != "none"
    held = move is Move.HOLD and not follows_show
    return Settings(
        seconds=slide.seconds or (rules.seconds_held if held else rules.seconds_moving),
        placement=slide.placement or rules.placement,
        covering=slide.covering or rules.covering,
        move=move,
        follows_show=follows_show,
        strength=slide.strength or rules.strength,
        easing=slide.easing or rules.easing,
        fill=slide.fill or rules.fill,
        transition=slide.transition or rules.transition,
    )
