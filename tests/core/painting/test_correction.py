"""Colour correction: identity at zero, known values, order and bounds."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.core.painting.correction import corrected

amount = st.floats(-1, 1)
GREYS = np.repeat(np.arange(256, dtype=np.uint8)[None, :, None], 3, axis=2)


class CorrectionTest(unittest.TestCase):
    def test_zero_returns_the_very_same_pixels(self):
        self.assertIs(corrected(GREYS, Amounts()), GREYS)

    def test_a_stop_doubles_the_light(self):
        # sRGB (IEC 61966-2-1): linear 0.2 is coded 0.4845, linear 0.4 is coded 0.6652.
        pixel = np.full((1, 1, 3), round(0.4845 * 255), np.uint8)
        self.assertEqual(corrected(pixel, Amounts(exposure=1.0))[0, 0, 0], round(0.6652 * 255))

    @given(amount, amount, st.floats(-3, 3))
    def test_black_and_white_stay_and_greys_never_cross(self, contrast, saturation, exposure):
        curve = corrected(GREYS, Amounts(0.0, contrast, saturation))[0, :, 1].astype(int)
        self.assertEqual((curve[0], curve[255]), (0, 255))
        self.assertGreaterEqual(np.diff(curve).min(), 0)
        exposed = corrected(GREYS, Amounts(exposure, contrast, saturation))[0, :, 1].astype(int)
        self.assertEqual(exposed[0], 0)
        self.assertGreaterEqual(np.diff(exposed).min(), 0)
        self.assertLessEqual(exposed[255], 255)
        plain = corrected(GREYS, Amounts(exposure))[0, :, 1].astype(int)
        self.assertGreaterEqual(((plain - GREYS[0, :, 1]) * np.sign(exposure)).min(), -1)

    def test_warmth_of_one_gains_a_quarter_of_red_and_loses_a_quarter_of_blue_in_linear_light(self):
        # Our rule; the lightness is then put back, so the ratio of red to blue is what counts: 1.25 / 0.75.
        blue, _, red = corrected(np.full((1, 1, 3), 100, np.uint8), Amounts(warmth=1.0))[0, 0].astype(float)

        def linear(value):
            return ((value / 255 + 0.055) / 1.055) ** 2.4

        self.assertAlmostEqual(linear(red) / linear(blue), 1.25 / 0.75, delta=0.03)

    def test_alpha_bounds_what_saturation_makes_of_a_transparent_pixel(self):
        pixel = np.array([[[5, 10, 60, 60]]], np.uint8)
        changed = corrected(pixel, Amounts(saturation=1.0))
        self.assertLessEqual(changed[..., :3].max(), 60)

    def test_contrast_of_one_doubles_the_slope_at_middle_grey_and_minus_one_makes_it_flat(self):
        for contrast, slope in ((1.0, 2.0), (0.5, 1.5), (-1.0, 0.0)):
            curve = corrected(GREYS, Amounts(contrast=contrast))[0, :, 1].astype(float)
            self.assertAlmostEqual((curve[138] - curve[117]) / 21, slope, delta=0.06)

    def test_saturation_of_minus_one_leaves_grey_of_the_same_luma(self):
        pixel = np.array([[[40, 120, 200]]], np.uint8)
        grey = corrected(pixel, Amounts(saturation=-1.0))[0, 0]
        luma = 0.0722 * 40 + 0.7152 * 120 + 0.2126 * 200
        np.testing.assert_allclose(grey, luma, atol=1)

    def test_warmth_raises_red_lowers_blue_and_keeps_the_lightness_of_grey(self):
        pixel = np.full((1, 1, 3), 128, np.uint8)
        blue, green, red = corrected(pixel, Amounts(warmth=0.5))[0, 0].astype(int)
        self.assertTrue(blue < 128 < red)

        def linear(value):
            return ((value / 255 + 0.055) / 1.055) ** 2.4

        luminance = 0.0722 * linear(blue) + 0.7152 * linear(green) + 0.2126 * linear(red)
        self.assertAlmostEqual(luminance, linear(128), delta=0.004)

    def test_alpha_stays_and_colours_stay_premultiplied(self):
        pixel = np.array([[[10, 20, 30, 60]]], np.uint8)
        changed = corrected(pixel, Amounts(exposure=3.0))
        self.assertEqual(changed[0, 0, 3], 60)
        self.assertLessEqual(changed[..., :3].max(), 60)
