"""Which levels a move needs, for ways near the photo, far from it and absurdly long ones."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.level_specs import level_specs

SIZE = (640, 360)
# Level pixels for an output pixel, and the range of zoom that one level serves: measured, see docs/decisions.md.
DENSITY, ZOOM_RANGE = 1.25, 1.5
part = st.floats(0.0, 1.0)


@st.composite
def windows(draw):
    width = draw(st.floats(0.02, 2.0))
    place = st.floats(-3.0, 3.0)
    return Window(draw(place), draw(place), width, width * 0.8)


class LevelSpecsTest(unittest.TestCase):
    @given(windows(), windows(), part)
    def test_what_is_seen_of_the_photo_lies_in_the_level_of_its_width(self, a, b, s):
        window = Window(*(p + s * (q - p) for p, q in zip(a, b, strict=True)))
        specs = level_specs((a, b), *SIZE)
        self.assertEqual(sorted(spec.tightest for spec in specs), [spec.tightest for spec in specs])
        level = [spec for spec in specs if spec.tightest <= window.w * (1 + 1e-9)][-1]
        self.assertLessEqual(window.w / level.tightest, ZOOM_RANGE * (1 + 1e-9))
        x, y, w, h = level.region
        self.assertTrue(x >= 0 and y >= 0 and x + w <= 1 + 1e-9 and y + h <= 1 + 1e-9 and w > 0 and h > 0)
        for low, high, start, extent in ((window.x, window.x + window.w, x, w), (window.y, window.y + window.h, y, h)):
            if high > 0 and low < 1:
                self.assertLessEqual(start, max(low, 0) + 1e-9)
                self.assertGreaterEqual(start + extent, min(high, 1) - 1e-9)

    def test_beside_the_photo_hardly_a_pixel_is_kept(self):
        beside = Window(5.0, 0.1, 0.1, 0.1)
        (level,) = level_specs((beside, beside), *SIZE)
        self.assertLess(level.width * level.height, 20_000)

    def test_a_long_way_close_to_the_photo_is_softer_instead_of_filling_the_memory(self):
        tight = Window(-50.0, -50.0, 0.001, 0.001), Window(50.0, 50.0, 0.001, 0.001)
        for level in level_specs(tight, 3840, 2160):
            self.assertLessEqual(level.width * level.height, 101_000_000)

    def test_levels_have_their_density(self):
        window = Window(0.2, 0.3, 0.25, 0.25)
        (level,) = level_specs((window, window), *SIZE)
        self.assertAlmostEqual(level.width / level.region.w * window.w / SIZE[0], DENSITY, 2)


if __name__ == "__main__":
    unittest.main()
