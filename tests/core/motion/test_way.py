"""Ways: stations are reached at their instants, and between them a way goes as a path between two windows does."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.motion.paths import EASE_IN_OUT, LINEAR, window_at
from jaunty_frame.core.motion.way import Station, Way, way_between

_windows = st.builds(Window, *[st.floats(0.0, 0.4)] * 2, *[st.floats(0.1, 0.6)] * 2)


class Ways(unittest.TestCase):
    @given(_windows, _windows, st.floats(0, 1))
    def test_two_stations_are_the_path_between_two_windows(self, opening, closing, progress):
        way = way_between(Station(0.0, opening, 2.0), Station(1.0, closing, -1.0), EASE_IN_OUT)
        self.assertEqual(way.at(progress).window, window_at(opening, closing, EASE_IN_OUT, progress))
        self.assertEqual((way.at(0.0).degrees, way.at(1.0).degrees), (2.0, -1.0))
        self.assertEqual((way.opening, way.closing, way.path), (opening, closing, (opening, closing)))

    @given(_windows, _windows, _windows, st.floats(0.1, 0.9))
    def test_a_station_between_is_reached_at_its_instant(self, first, middle, last, instant):
        way = Way((Station(0.0, first), Station(instant, middle, 5.0), Station(1.0, last)), EASE_IN_OUT)
        self.assertEqual(way.at(instant).window, middle)
        self.assertEqual(way.at(0.0).window, first)
        self.assertEqual(way.at(1.0).window, last)
        before = window_at(first, middle, EASE_IN_OUT, 0.5)
        for value, expected in zip(way.at(instant / 2).window, before, strict=True):
            self.assertAlmostEqual(value, expected)
        self.assertEqual(way.path, (first, middle, last))

    def test_the_bounding_box_is_that_of_the_steepest_station(self):
        window = Window(0.2, 0.2, 0.4, 0.4)
        level = way_between(Station(0.0, window), Station(1.0, window), LINEAR)
        slanted = way_between(Station(0.0, window, 1.0), Station(1.0, window, -5.0), LINEAR)
        self.assertEqual(level.reach(1.5), (1.0, 1.0))
        # cos 5° + sin 5° / 1.5 and cos 5° + sin 5° * 1.5
        for value, expected in zip(slanted.reach(1.5), (1.05430, 1.12693), strict=True):
            self.assertAlmostEqual(value, expected, places=5)


if __name__ == "__main__":
    unittest.main()
