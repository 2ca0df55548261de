"""What holds for a slide: its own value, else the house rule."""

import unittest
from fractions import Fraction

from jaunty_frame.core.framing.bases import Placement
from jaunty_frame.core.motion.courses import Move, Strength
from jaunty_frame.core.motion.paths import EASE_IN, LINEAR
from jaunty_frame.document.fills.blurred import BlurredFill
from jaunty_frame.document.fills.colour import PlainFill
from jaunty_frame.document.model import HouseRules, photo_slide
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.settings import settings_of
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.document.transitions.cut import Cut

RULES = HouseRules(
    placement=Placement.COVER,
    move=Move.PAN,
    strength=Strength.PLAIN,
    easing=EASE_IN,
    transition=Cut(),
    fill=BlurredFill(),
)
PLAIN = photo_slide("a-1", Photo(id="a", path="a.jpg", width=3, height=2))


class Resolved(unittest.TestCase):
    def test_a_slide_without_values_of_its_own_follows_the_rules(self):
        settings = settings_of(PLAIN, RULES)
        self.assertEqual(settings.placement, Placement.COVER)
        self.assertEqual((settings.move, settings.strength, settings.easing), (Move.PAN, Strength.PLAIN, EASE_IN))
        self.assertEqual((settings.fill, settings.transition), (BlurredFill(), Cut()))

    def test_a_value_of_its_own_wins(self):
        own = {
            "placement": Placement.WHOLE,
            "move": Move.TILT,
            "strength": Strength.STRONG,
            "easing": LINEAR,
            "fill": PlainFill(colour="#112233"),
            "transition": CrossDissolve(seconds=Fraction(2)),
            "seconds": Fraction(9),
        }
        settings = settings_of(PLAIN.changed(**own), RULES)
        for name, value in own.items():
            self.assertEqual(getattr(settings, name), value, name)

    def test_seconds_go_by_whether_the_slide_is_held(self):
        # Held 3.5 s, moving 5 s: numbers of common practice.
        for move, show_move, expected in (
            (Move.HOLD, "none", Fraction(7, 2)),
            (Move.PAN, "none", Fraction(5)),
            (Move.HOLD, "push-in", Fraction(5)),
        ):
            rules = HouseRules(move=move, show_move=show_move)
            with self.subTest(move=move, show_move=show_move):
                self.assertEqual(settings_of(PLAIN, rules).seconds, expected)
        held = settings_of(PLAIN.changed(move=Move.HOLD), HouseRules(show_move="push-in"))
        self.assertEqual((held.seconds, held.follows_show), (Fraction(7, 2), False))


if __name__ == "__main__":
    unittest.main()
