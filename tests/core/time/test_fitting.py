"""Fitting to a length: exact sums, minima kept, one scale for all that are free."""

import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.fitting import fitted_durations

FRAME = Fraction(1, 30)
some_seconds = st.fractions(Fraction(1, 2), 10, max_denominator=30)


def fit(durations, total, least=None, locked=None, unit=FRAME):
    durations = [Fraction(d) for d in durations]
    least = [Fraction(m) for m in (least or [Fraction(1, 10)] * len(durations))]
    return fitted_durations(durations, least, locked or [False] * len(durations), Fraction(total), unit)


class Fitting(unittest.TestCase):
    def test_durations_are_scaled_together(self):
        self.assertEqual(fit([2, 4, 6], 6), [1, 2, 3])
        self.assertEqual(fit([2, 4, 6], 24), [4, 8, 12])

    def test_locked_ones_stay_and_the_others_share_the_rest(self):
        self.assertEqual(fit([2, 4, 6], 10, locked=[False, True, False]), [Fraction(3, 2), 4, Fraction(9, 2)])

    def test_a_minimum_that_is_reached_leaves_less_for_the_others(self):
        # Written out: 3 of the 5 s are for 2 + 4 s after the first got its minimum of 2 s; then 1 and 2 s.
        self.assertEqual(fit([1, 2, 4], 5, least=[2, Fraction(1, 10), Fraction(1, 10)]), [2, 1, 2])
        # The second reaches its minimum only once the first has taken its own.
        self.assertEqual(fit([1, 2, 4], 6, least=[3, 1, Fraction(1, 10)]), [3, 1, 2])

    def test_what_does_not_fit_is_refused(self):
        for arguments in (
            ([2, 4], 1, [1, 1], [False, False]),
            ([2, 4], 5, [1, 1], [True, True]),
            ([2, 4], 2, [1, 1], [True, False]),
        ):
            with self.assertRaises(ValueError):
                fit(*arguments)

    @given(st.data(), st.lists(some_seconds, min_size=1, max_size=40))
    def test_the_sum_is_exact_the_minima_hold_and_all_but_one_are_whole_frames(self, data, durations):
        least = [data.draw(st.sampled_from((Fraction(1, 10), Fraction(7, 10), d))) for d in durations]
        total = sum(least) + data.draw(st.fractions(0, 60, max_denominator=25))
        fitted = fit(durations, total, least)
        self.assertEqual(sum(fitted), total)
        for seconds, minimum in zip(fitted, least, strict=True):
            self.assertGreaterEqual(seconds, minimum)
        # One scale for all that are above their minimum, but for the rounding to frames.
        free = [(f, d) for f, d, m in zip(fitted, durations, least, strict=True) if f > m + 2 * FRAME]
        scales = [(f - 2 * FRAME) / d for f, d in free], [(f + 2 * FRAME) / d for f, d in free]
        if free:
            self.assertLessEqual(max(scales[0]), min(scales[1]))


if __name__ == "__main__":
    unittest.main()
