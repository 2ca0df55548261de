"""Whether photos stand out from their fills: the threshold, the order of the helps, sketches that turn."""

import unittest

import numpy as np
from skimage.color import deltaE_cie76, rgb2lab

from jaunty_frame.core.colouring.likeness import ALIKE, MOST_ALIKE, alike_share, quietest_help
from jaunty_frame.core.colouring.sketch import SIDE, sampled, sketch_colours, sketch_text, turned_sketch


def row(*colour, count=40):
    return np.tile(np.array(colour, float), (count, 1))


class Likeness(unittest.TestCase):
    def test_distances_are_those_of_cielab(self):
        rng = np.random.default_rng(3)
        one, other = rng.uniform(0, 255, (2, 300, 3))
        expected = deltaE_cie76(rgb2lab(one[:, ::-1] / 255), rgb2lab(other[:, ::-1] / 255)) < ALIKE
        self.assertAlmostEqual(alike_share(one, other), expected.mean())

    def test_what_stands_out_needs_nothing(self):
        self.assertIsNone(quietest_help(row(200, 200, 200), row(60, 60, 60), True))
        mostly = np.concatenate([row(200, 200, 200, count=17), row(60, 60, 60, count=83)])
        self.assertLessEqual(alike_share(mostly, row(200, 200, 200, count=100)), MOST_ALIKE)
        self.assertIsNone(quietest_help(mostly, row(200, 200, 200, count=100), True))

    def test_the_quietest_help_that_suffices(self):
        light = quietest_help(row(190, 190, 190), row(190, 190, 190), True)
        self.assertEqual((light.shadow, light.border), (0.4, None))
        # A shadow on black is not seen; a white border is.
        dark = quietest_help(row(8, 8, 8), row(8, 8, 8), True)
        self.assertEqual(dark.border, "#ffffff")
        # Along a rim of black and white no one border stands out; the fill is washed.
        both = np.concatenate([row(26, 28, 28), row(255, 255, 255)])
        self.assertGreater(quietest_help(both, both.copy(), True).washed, 0)
        self.assertEqual(quietest_help(both, both.copy(), False).washed, 0)


class Sketch(unittest.TestCase):
    def test_there_and_back_and_round(self):
        colours = np.random.default_rng(1).integers(0, 256, (SIDE, SIDE, 3)).astype(float)
        text = sketch_text(colours)
        np.testing.assert_array_equal(sketch_colours(text), colours)
        np.testing.assert_array_equal(sketch_colours(turned_sketch(text, 1)), np.rot90(colours, -1))
        self.assertEqual(turned_sketch(turned_sketch(text, 1), 3), text)
        self.assertEqual(turned_sketch("", 1), "")

    def test_between_cells_it_is_straight_and_edges_are_extended(self):
        ramp = np.tile((np.arange(SIDE) * 10.0)[None, :, None], (SIDE, 1, 3))
        places = np.array([[0.5 / SIDE, 0.3], [1.0 / SIDE, 0.5], [-0.2, 0.5], [1.0, 1.0]])
        np.testing.assert_allclose(sampled(ramp, places)[:, 0], [0, 5, 0, 110])


if __name__ == "__main__":
    unittest.main()
