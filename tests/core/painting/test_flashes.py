"""Flashes by WCAG 2.2, 2.3.1: pairs of opposing changes of a tenth, the darker below 0.8, over a quarter of it all."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.painting.flashes import most_flashes, relative_luminance


def blinking(times, low, high, area=1.0, rate=30, seconds=2):
    """Return frames that go from low to high and back so many times a second, over a part of the frame."""
    frames = np.full((rate * seconds, 10, 10), low)
    on = np.arange(rate * seconds) * times * 2 // rate % 2 == 1
    frames[on, :, : round(area * 10)] = high
    return frames


class Flashes(unittest.TestCase):
    def test_they_are_counted_by_the_second(self):
        for times in (1, 2, 3, 5, 7):
            self.assertEqual(most_flashes(blinking(times, 0.1, 0.6), 30)[0], times)

    def test_what_is_no_flash(self):
        for low, high, area in ((0.5, 0.59, 1), (0.81, 1.0, 1), (0.1, 0.6, 0.2)):
            with self.subTest(low=low, high=high, area=area):
                self.assertEqual(most_flashes(blinking(5, low, high, area), 30)[0], 0)
        self.assertEqual(most_flashes(blinking(5, 0.1, 0.6, 0.3), 30)[0], 5)
        self.assertEqual(most_flashes(np.linspace(0, 1, 60)[:, None, None] * np.ones((1, 4, 4)), 30)[0], 0)

    def test_it_says_where_the_worst_second_begins(self):
        frames = np.concatenate([blinking(1, 0.1, 0.6, seconds=3), blinking(6, 0.1, 0.6, seconds=1)])
        count, at = most_flashes(frames, 30)
        self.assertEqual(count, 6)
        self.assertAlmostEqual(at, 90, delta=6)

    @given(st.lists(st.floats(0, 1), min_size=2, max_size=40))
    def test_changes_that_are_held_longer_are_the_same_changes(self, lights):
        once = np.array(lights)[:, None, None] * np.ones((1, 2, 2))
        twice = np.repeat(once, 2, axis=0)
        self.assertEqual(most_flashes(once, 1000)[0], most_flashes(twice, 1000)[0])

    def test_relative_luminance_is_that_of_wcag(self):
        # WCAG 2.2: white 1, black 0; #777777 has 4.48:1 to white, so (1.05 / 4.48) - 0.05.
        grey = np.full((1, 1, 3), 0x77, np.uint8)
        self.assertAlmostEqual(float(relative_luminance(grey)[0, 0]), 1.05 / 4.48 - 0.05, places=3)
        self.assertAlmostEqual(float(relative_luminance(np.full((1, 1, 3), 255, np.uint8))[0, 0]), 1.0)


if __name__ == "__main__":
    unittest.main()
