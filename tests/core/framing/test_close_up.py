"""Close-ups: as large as they may be, and never beyond the photo."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing.close_up import close_up_windows
from jaunty_frame.core.geometry.straightening import Turned, corner_points, cover_size_turned, turned_share

place = st.tuples(st.floats(0, 0.8), st.floats(0, 0.8))


def window_of(part, degrees, photo_aspect, aspect, height=4000.0, least=0.0):
    turned = Turned(np.array([degrees]), np.array([photo_aspect]), np.array([aspect]))
    window = close_up_windows(np.array([part]), turned, np.array([height]), np.array([least]))[0]
    return window, cover_size_turned(turned)[0]


class CloseUps(unittest.TestCase):
    @settings(max_examples=80)
    @given(place, st.floats(0.05, 0.2), st.floats(-12, 12), st.floats(0.5, 2.5), st.floats(0.5, 2.0))
    def test_the_window_keeps_its_shape_and_stays_inside(self, at, extent, degrees, photo_aspect, aspect):
        window, cover = window_of((*at, extent, extent), degrees, photo_aspect, aspect)
        self.assertAlmostEqual(window[2] * photo_aspect / window[3], aspect)
        corners = corner_points(window, -degrees, photo_aspect)
        self.assertTrue(corners.min() >= -1e-9 and corners.max() <= 1 + 1e-9)
        self.assertLessEqual(window[2], cover[0] + 1e-9)

    @settings(max_examples=60)
    @given(place, st.floats(0.05, 0.2), st.floats(0.5, 2.5))
    def test_a_part_that_fits_is_seen_whole(self, at, extent, photo_aspect):
        part = (*at, extent, extent)
        window, _ = window_of(part, 0.0, photo_aspect, 1.0)
        self.assertAlmostEqual(turned_share(window, 0.0, part, photo_aspect), 1.0)

    def test_it_is_no_tighter_than_the_photo_is_sharp(self):
        part = (0.45, 0.45, 0.1, 0.1)
        free, _ = window_of(part, 0.0, 1.5, 1.0)
        bound, _ = window_of(part, 0.0, 1.5, 1.0, height=1000.0, least=500.0)
        self.assertLess(free[3], 0.2)
        self.assertAlmostEqual(bound[3], 0.5)

    def test_a_part_too_large_for_the_frame_is_shown_at_its_middle(self):
        window, cover = window_of((0.1, 0.0, 0.8, 1.0), 0.0, 1.5, 9 / 16)
        np.testing.assert_allclose(window[2:], cover)
        self.assertAlmostEqual(window[0] + window[2] / 2, 0.5)
