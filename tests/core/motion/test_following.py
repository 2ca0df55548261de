"""A window that follows what moves: in view, calm, and still where it can be."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize

from jaunty_frame.core.motion.following import calm_path, needed_moments

STEP = 0.25


def held(path, low, high, length):
    """Return which share of what is followed is seen at each moment."""
    seen = np.minimum(path + length, high) - np.maximum(path, low)
    return np.clip(seen, 0, None) / np.minimum(high - low, length)


class Following(unittest.TestCase):
    def test_one_place_that_serves_all_moments_is_kept(self):
        times = np.arange(40) * STEP
        low = 0.4 + 0.04 * np.sin(times * 5)
        path = calm_path(low, low + 0.1, 0.3, STEP)
        self.assertEqual(len(set(path.tolist())), 1)
        np.testing.assert_array_less(0.999, held(path, low, low + 0.1, 0.3))

    def test_what_moves_by_a_known_law_is_followed_calmly(self):
        times = np.arange(60) * STEP
        low = 0.1 + 0.02 * times
        path = calm_path(low, low + 0.1, 0.25, STEP)
        np.testing.assert_array_less(0.98, held(path, low, low + 0.1, 0.25))
        speed = np.diff(path) / STEP / 0.25
        self.assertLessEqual(np.abs(speed).max(), 1 / 7 + 1e-6)
        self.assertLessEqual(np.abs(np.diff(speed)).max() / STEP, 1 / 7 + 1e-6)
        # It goes less far than what it follows: it uses the room that the window has about it.
        self.assertLess(path[-1] - path[0], low[-1] - low[0])
        self.assertTrue((np.diff(path) > -1e-9).all())

    def test_it_waits_goes_and_waits(self):
        low = np.concatenate([np.full(40, 0.1), np.linspace(0.1, 0.6, 40), np.full(40, 0.6)])
        path = calm_path(low, low + 0.1, 0.3, STEP)
        np.testing.assert_array_less(0.98, held(path, low, low + 0.1, 0.3))
        still = np.abs(np.diff(path)) < 1e-7
        self.assertGreater(still.mean(), 0.3)
        self.assertLessEqual(len(needed_moments(np.stack([path, path], axis=1))), 60)

    def test_what_is_too_fast_is_lost_for_as_short_as_can_be(self):
        low = np.where(np.arange(160) < 80, 0.1, 0.7)
        path = calm_path(low, low + 0.1, 0.2, STEP)
        seen = held(path, low, low + 0.1, 0.2)
        self.assertGreater((seen > 0.98).mean(), 0.5)
        self.assertLessEqual(np.abs(np.diff(path)).max() / STEP / 0.2, 1 / 7 + 1e-6)

    def test_a_window_as_wide_as_the_photo_or_wider_stands_in_its_middle(self):
        low = np.linspace(0, 0.8, 20)
        np.testing.assert_allclose(calm_path(low, low + 0.1, 1.4, STEP), -0.2)
        np.testing.assert_allclose(calm_path(low, low + 0.1, 1.0, STEP), 0.0)

    def test_what_is_longer_than_the_window_fills_it(self):
        low = 0.1 + 0.01 * np.arange(20) * STEP
        path = calm_path(low, low + 0.5, 0.3, STEP)
        self.assertTrue(((path >= low - 1e-9) & (path + 0.3 <= low + 0.5 + 1e-9)).all())

    @settings(max_examples=25)
    @given(st.lists(st.floats(0, 0.8), min_size=2, max_size=30), st.floats(0.15, 0.95))
    def test_it_never_leaves_the_photo_nor_hurries(self, lows, length):
        low = np.array(lows)
        path = calm_path(low, low + 0.1, length, STEP)
        self.assertTrue((path >= -1e-7).all() and (path + length <= 1 + 1e-7).all())
        self.assertLessEqual(np.abs(np.diff(path)).max(initial=0) / STEP / length, 1 / 7 + 1e-6)

    def test_no_other_solver_finds_a_calmer_path(self):
        low = np.array([0.1, 0.12, 0.16, 0.2, 0.22, 0.22])
        length, high = 0.12, low + 0.1

        def cost(x):
            return sum(w * np.abs(np.diff(x / length, n)).sum() for n, w in ((1, 10), (2, 1), (3, 100)))

        path = calm_path(low, high, length, 1.0)
        limits = [{"type": "ineq", "fun": lambda x: low - x}, {"type": "ineq", "fun": lambda x: x + length - high}]
        rng = np.random.default_rng(1)
        for _ in range(5):
            start = np.clip(path + rng.normal(0, 0.01, len(path)), high - length, low)
            other = minimize(cost, start, constraints=limits, method="SLSQP", options={"maxiter": 300})
            self.assertGreaterEqual(cost(np.clip(other.x, high - length, low)), cost(path) - 1e-6)


class Thinned(unittest.TestCase):
    def test_straight_pieces_need_their_ends_alone(self):
        across = np.concatenate([np.linspace(0, 1, 11), np.full(10, 1.0)])
        path = np.stack([across, np.zeros(21)], axis=1)
        self.assertEqual(needed_moments(path), [0, 10, 20])
