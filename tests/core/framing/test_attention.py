"""Which part of keep areas that do not fit is shown, alone and through the solver of all photos."""

import unittest

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing.attention import held_within
from jaunty_frame.core.framing.bases import ATTENTION_STRIPS, PLACEMENTS, KeepAreas, Placement
from jaunty_frame.core.framing.straightened_bases import solve_all_bases
from jaunty_frame.core.geometry.straightening import Turned, corner_points
from jaunty_frame.core.geometry.windows import visible_share

DOWN = np.full(ATTENTION_STRIPS, 1 / ATTENTION_STRIPS)
WIDE = (0.1, 0.2, 0.8, 0.6)


def around(x):
    """Return attention across that gathers about x."""
    middles = (np.arange(ATTENTION_STRIPS) + 0.5) / ATTENTION_STRIPS
    amounts = np.exp(-(((middles - x) / 0.08) ** 2))
    return amounts / amounts.sum()


def base(boxes, weights, across, degrees=0.0, aspect=9 / 16):
    turned = Turned(np.array([degrees]), np.array([1.5]), np.array([aspect]))
    areas = KeepAreas(np.array([boxes], float), np.array([weights], float), np.stack([across, DOWN])[None])
    return solve_all_bases(turned, areas, np.array([PLACEMENTS.index(Placement.AUTO)]))


class Attention(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.floats(0.1, 0.9), st.sampled_from([0.0, 0.0, 3.0, -6.0]))
    @example(0.80859375, 0.0)
    def test_a_subject_that_does_not_fit_is_cropped_to_what_draws_the_eye(self, x, degrees):
        window = base([WIDE], [0.5], around(x), degrees).window[0]
        corners = corner_points(window, -degrees, 1.5)
        self.assertTrue(corners.min() >= -1e-9 and corners.max() <= 1 + 1e-9)
        # Its middle is at x, or as near as the photo lets it, to within a strip: inside one, attention is even.
        middle, reach = window[0] + window[2] / 2, np.ptp(corners[:, 0]) / 2
        self.assertLess(abs(middle - np.clip(x, reach, 1 - reach)), 1 / ATTENTION_STRIPS)
        # No place that the photo allows holds more, but for what counts as good as the most.
        places = np.linspace(reach, 1 - reach, 1001)[None] - window[2] / 2
        held = held_within(around(x)[None], np.concatenate([places, [[window[0]]]], axis=1), window[2])[0]
        self.assertGreaterEqual(held[-1], held.max() - 0.006)

    @settings(max_examples=60)
    @given(st.floats(0, 0.64), st.floats(0, 1), st.sampled_from([0.5, 1.0]))
    def test_what_fits_is_placed_as_if_nothing_drew_the_eye(self, x, drawn_to, weight):
        small = (x, 0.3, 0.2, 0.4)
        with_attention, without = (
            base([small], [weight], around(drawn_to)),
            base([small], [weight], np.zeros(ATTENTION_STRIPS)),
        )
        np.testing.assert_array_equal(with_attention.window, without.window)

    @settings(max_examples=60)
    @given(st.floats(0, 0.75), st.floats(0, 1), st.sampled_from([0.0, 4.0]))
    def test_what_is_required_stays_in_view(self, x, drawn_to, degrees):
        head = (x, 0.3, 0.2, 0.3)
        turned = Turned(np.array([degrees]), np.array([1.5]), np.array([9 / 16]))
        solved = base([WIDE, head], [0.4, 1.0], around(drawn_to), degrees)
        seen = visible_share(turned.level_windows(solved.window), turned.level_boxes(np.array([[head]])))[0, 0]
        self.assertGreaterEqual(seen, 0.98 - 1e-9)

    def test_it_decides_no_placement(self):
        for weight, placement in ((1.0, Placement.SUBJECT), (0.5, Placement.COVER)):
            for across in (around(0.2), np.zeros(ATTENTION_STRIPS)):
                self.assertIs(PLACEMENTS[base([WIDE], [weight], across).placement[0]], placement)

    def test_rows_are_solved_for_themselves(self):
        turned = Turned(np.array([0.0, 2.0, 0.0]), np.full(3, 1.5), np.full(3, 9 / 16))
        attention = np.array([[around(0.3), DOWN], [around(0.7), DOWN], np.zeros((2, ATTENTION_STRIPS))])
        areas = KeepAreas(np.tile(WIDE, (3, 1, 1)), np.full((3, 1), 0.5), attention)
        auto = np.zeros(3, np.intp)
        together = solve_all_bases(turned, areas, auto).window
        for k in range(3):
            rows = np.array([k])
            alone = solve_all_bases(turned.rows(rows), areas.rows(rows), auto[rows]).window
            np.testing.assert_allclose(together[rows], alone, atol=1e-9)
        np.testing.assert_allclose(together[:, 0] + together[:, 2] / 2, (0.3, 0.7, 0.5), atol=0.02)

    @given(st.lists(st.floats(0, 1), min_size=2, max_size=40), st.floats(0, 1), st.floats(0, 1))
    def test_what_an_interval_holds_is_the_integral(self, amounts, one, other):
        at, end = sorted((one, other))
        # The integral of a step function, strip by strip.
        edges = np.linspace(0, 1, len(amounts) + 1)
        overlaps = np.clip(np.minimum(edges[1:], end) - np.maximum(edges[:-1], at), 0, None) * len(amounts)
        held = held_within(np.array([amounts]), np.array([[at]]), np.array([[end - at]]))[0, 0]
        self.assertAlmostEqual(held, float(overlaps @ amounts), places=9)


if __name__ == "__main__":
    unittest.main()
