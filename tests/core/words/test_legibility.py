"""Contrast, sizes and times against the standards; help that is enough."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.painting.colour import parse_colour
from jaunty_frame.core.words.legibility import (
    DARK,
    LIGHT,
    Ground,
    contrast,
    helped_contrast,
    is_large,
    least_size,
    luminance,
    quietest_help,
    seconds_to_read,
    short_side_minutes,
    worst_contrast,
)
from jaunty_frame.core.words.seen_contrast import seen_contrast


def ratio(one, other):
    return float(contrast(luminance(parse_colour(one)), luminance(parse_colour(other))))


class Contrast(unittest.TestCase):
    def test_wcag_s_worked_values(self):
        # WCAG 2.2, definition of contrast ratio; #777777 on white is its usual counter-example (4.48).
        self.assertAlmostEqual(ratio("#000000", "#ffffff"), 21.0)
        self.assertAlmostEqual(ratio("#777777", "#ffffff"), 4.48, places=2)
        self.assertAlmostEqual(ratio("#767676", "#ffffff"), 4.54, places=2)
        self.assertAlmostEqual(ratio("#ff0000", "#ffffff"), 4.0, places=2)
        self.assertAlmostEqual(ratio("#336699", "#336699"), 1.0)

    def test_the_worst_of_a_ground_counts(self):
        self.assertLess(worst_contrast(LIGHT, Ground(0.1, 0.9)), 1.5)
        self.assertEqual(worst_contrast(0.5, Ground(0.1, 0.9)), 1.0)

    @given(st.floats(0, 1), st.floats(0, 1), st.booleans())
    def test_help_is_enough_whatever_is_behind(self, one, other, light):
        ground = Ground(min(one, other), max(one, other))
        wants, found = quietest_help(ground, 4.5, light)
        self.assertGreaterEqual(found, 4.5)
        self.assertAlmostEqual(found, helped_contrast(wants, ground))

    def test_no_more_help_than_is_needed(self):
        self.assertEqual(quietest_help(Ground(0.0, 0.2), 4.5)[0][1:], (0.0, 0.0, 0.0))
        self.assertFalse(quietest_help(Ground(0.9, 1.0), 4.5)[0].light)  # white on white cannot happen
        self.assertEqual(quietest_help(Ground(0.45, 0.55), 3.0)[0].plate, 0.0)
        self.assertGreater(quietest_help(Ground(0.0, 1.0), 4.5)[0].outline, 0.0)

    def test_seen_beside_letters(self):
        coverage = np.zeros((40, 60), np.uint8)
        coverage[15:25, 10:50] = 255
        picture = np.full((40, 60, 3), 119, np.uint8)
        picture[15:25, 10:50] = 255
        self.assertAlmostEqual(seen_contrast(picture, coverage, (0, 0), 40.0, (255, 255, 255)), 4.48, places=2)
        picture[10:15, 10:20] = 255  # a tenth of what is beside them is as light as they are
        self.assertAlmostEqual(seen_contrast(picture, coverage, (0, 0), 40.0, (255, 255, 255)), 1.0, places=2)


class Sizes(unittest.TestCase):
    def test_angles_of_screens_as_they_are_seen(self):
        # Three picture heights: 18.9 degrees, as for television (ITU-R BT.500, from memory).
        self.assertAlmostEqual(short_side_minutes(16 / 9) / 60, 18.92, places=1)
        self.assertLess(short_side_minutes(9 / 16), short_side_minutes(16 / 9))

    def test_words_need_more_of_a_phone_than_of_a_television(self):
        self.assertGreater(least_size(9 / 16), least_size(16 / 9))
        self.assertTrue(0.015 < least_size(16 / 9) < 0.03)

    def test_large_is_what_wcag_calls_large(self):
        # 24 CSS pixels of 0.0213 degrees (CSS Values 4, reference pixel) at three picture heights.
        size = 24 * 0.0213 / (short_side_minutes(16 / 9) / 60)
        self.assertTrue(is_large(size * 1.01, 16 / 9) and not is_large(size * 0.99, 16 / 9))

    def test_a_long_text_takes_long(self):
        self.assertAlmostEqual(seconds_to_read("a" * 30), 2.5)
        self.assertGreater(DARK, 0.0)
