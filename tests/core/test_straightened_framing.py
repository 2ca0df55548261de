"""The cores: which part of keep areas that do not fit is shown. (The search itself: ``test_straightening``.)"""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing import PLACEMENTS, KeepAreas, Placement
from jaunty_frame.core.geometry import visible_share
from jaunty_frame.core.straightened_framing import solve_all_bases
from jaunty_frame.core.straightening import Turned, turned_share

places = st.floats(0, 0.64)


def base(boxes, weights, cores, degrees=0.0, aspect=9 / 16, placement=Placement.AUTO):
    turned = Turned(np.array([degrees]), np.array([1.5]), np.array([aspect]))
    areas = KeepAreas(np.array([boxes], float), np.array([weights], float), np.array([cores], float).reshape(1, -1, 4))
    return solve_all_bases(turned, areas, np.array([PLACEMENTS.index(placement)]))


class Cores(unittest.TestCase):
    WIDE = (0.1, 0.2, 0.8, 0.6)

    @settings(max_examples=60, deadline=None)
    @given(places, st.sampled_from([0.0, 0.0, 3.0, -6.0]))
    def test_a_subject_that_does_not_fit_is_cropped_to_its_core(self, x, degrees):
        core = (x, 0.3, 0.28, 0.3)
        window = base([self.WIDE], [0.5], [core], degrees).window[0]
        # What a turned cover cannot reach of the core, nobody can show.
        reach = min(x, 1 - x - 0.28) >= 0.12 or not degrees
        if reach:
            self.assertGreater(turned_share(window, -degrees, core, 1.5), 0.97)

    @settings(max_examples=60, deadline=None)
    @given(places, st.floats(0, 0.7), st.sampled_from([0.5, 1.0]))
    def test_what_fits_is_placed_as_if_there_were_no_cores(self, x, core_x, weight):
        small = (x, 0.3, 0.2, 0.4)
        with_core, without = base([small], [weight], [(core_x, 0.2, 0.3, 0.3)]), base([small], [weight], [])
        np.testing.assert_array_equal(with_core.window, without.window)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0, 0.75), st.floats(0, 0.7))
    def test_required_areas_come_before_cores(self, x, core_x):
        head = (x, 0.1, 0.2, 0.3)
        cores = [(core_x, 0.1, 0.3, 0.3), (core_x * 0.8, 0.1, 0.36, 0.4), (core_x * 0.7, 0, 0.4, 0.5), (0, 0, 1, 1)]
        window = base([self.WIDE, head], [0.4, 1.0], cores).window
        self.assertGreaterEqual(visible_share(window, np.array([[head]]))[0, 0], 0.98 - 1e-9)

    def test_cores_decide_no_placement(self):
        for weight, cores in ((1.0, [(0.6, 0.2, 0.3, 0.3)]), (1.0, []), (0.5, [(0.6, 0.2, 0.3, 0.3)]), (0.5, [])):
            placed = PLACEMENTS[base([self.WIDE], [weight], cores).placement[0]]
            self.assertIs(placed, Placement.SUBJECT if weight == 1 else Placement.COVER)

    def test_rows_are_solved_for_themselves(self):
        turned = Turned(np.array([0.0, 2.0, 0.0]), np.full(3, 1.5), np.full(3, 9 / 16))
        areas = KeepAreas(
            np.tile(self.WIDE, (3, 1, 1)),
            np.full((3, 1), 0.5),
            np.array([[(0.1, 0.2, 0.3, 0.3)], [(0.6, 0.2, 0.25, 0.3)], [(0, 0, 0, 0)]], float),
        )
        auto = np.zeros(3, np.intp)
        together = solve_all_bases(turned, areas, auto).window
        for k in range(3):
            rows = np.array([k])
            alone = solve_all_bases(turned.rows(rows), areas.rows(rows), auto[rows]).window
            np.testing.assert_allclose(together[rows], alone, atol=1e-9)
        self.assertLess(together[0, 0] + together[0, 2] / 2, 0.4)
        self.assertGreater(together[1, 0] + together[1, 2] / 2, 0.6)
        self.assertAlmostEqual(together[2, 0] + together[2, 2] / 2, 0.5)


if __name__ == "__main__":
    unittest.main()
