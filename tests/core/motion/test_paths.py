"""Easing against CSS, windows against the law of exponential zoom."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import (
    EASE,
    EASE_IN,
    EASE_IN_OUT,
    EASE_OUT,
    LINEAR,
    eased,
    progress_of_frame,
    window_at,
)

shares = st.floats(0, 1)


class Easing(unittest.TestCase):
    def test_ease_has_the_value_of_the_css_specification(self):
        # W3C CSS Easing Functions 1 defines the curves; 0.8024 at the middle of "ease" is their well-known value.
        self.assertAlmostEqual(eased(0.5, EASE), 0.80240, places=5)
        self.assertAlmostEqual(eased(0.5, EASE_IN_OUT), 0.5, places=9)
        self.assertAlmostEqual(eased(0.25, EASE_IN) + eased(0.75, EASE_OUT), 1.0, places=7)
        self.assertEqual(eased(0.3, LINEAR), 0.3)

    @given(shares, shares, shares, shares, shares)
    def test_it_lies_on_the_bezier_curve(self, progress, x1, y1, x2, y2):
        def bezier(t, a, b):
            return 3 * (1 - t) ** 2 * t * a + 3 * (1 - t) * t**2 * b + t**3

        t = brentq(lambda t: bezier(t, x1, x2) - progress, 0, 1, xtol=1e-14)
        slope = 3 * (1 - t) ** 2 * x1 + 6 * (1 - t) * t * (x2 - x1) + 3 * t**2 * (1 - x2)
        if slope > 1e-3:  # elsewhere x tells nothing about t
            self.assertAlmostEqual(eased(progress, (x1, y1, x2, y2)), bezier(t, y1, y2), delta=2e-6)


windows = st.tuples(st.floats(-1, 1), st.floats(-1, 1), st.floats(0.05, 2)).map(
    lambda w: Window(w[0], w[1], w[2], w[2])
)


class Path(unittest.TestCase):
    def test_zoom_is_exponential(self):
        opening, closing = Window(0, 0, 1, 1), Window(0.3, 0.2, 0.25, 0.25)
        sizes = [window_at(opening, closing, LINEAR, t / 8).w for t in range(9)]
        np.testing.assert_allclose(np.diff(np.log(sizes)), math.log(0.25) / 8, rtol=1e-9)

    @given(windows, windows, shares)
    def test_windows_are_mixtures_of_the_ends(self, opening, closing, t):
        window = window_at(opening, closing, EASE_IN_OUT, t)
        if abs(closing.w - opening.w) > 1e-3:
            s = (window.w - opening.w) / (closing.w - opening.w)
            self.assertTrue(-1e-9 <= s <= 1 + 1e-9)
            np.testing.assert_allclose(window, np.array(opening) + s * (np.array(closing) - opening), atol=1e-9)

    def test_first_and_last_frame_show_the_ends(self):
        opening, closing = Window(0, 0, 1, 1), Window(0.1, 0.1, 0.9, 0.9)
        self.assertEqual(window_at(opening, closing, EASE, progress_of_frame(0, 150)), opening)
        self.assertEqual(window_at(opening, closing, EASE, progress_of_frame(149, 150)), closing)
        self.assertEqual(progress_of_frame(0, 1), 0.0)
