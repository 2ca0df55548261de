"""Cuts on beats, against trying all choices."""

import unittest
from fractions import Fraction
from itertools import accumulate, combinations, pairwise

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.beats import Pulse, cuts_on_beats, doubled, halved


def deviation(durations, beats, chosen):
    return sum(abs(beats[j] - at) for j, at in zip(chosen, accumulate(durations[:-1]), strict=True))


def by_trying(durations, beats, minimum):
    """The least deviation of all choices that keep the minimum, None where there is none."""
    fitting = [
        deviation(durations, beats, chosen)
        for chosen in combinations(range(len(beats)), len(durations) - 1)
        if all(b - a >= minimum for a, b in pairwise([0, *(beats[j] for j in chosen)]))
    ]
    return min(fitting, default=None)


class CutsOnBeats(unittest.TestCase):
    def test_even_beats(self):
        # Two beats a second; 1.9 s slides change at 2.0, 4.0 (3.8 is nearer to 4), 5.5 (5.7).
        beats = [Fraction(k, 2) for k in range(20)]
        self.assertEqual(cuts_on_beats([Fraction(19, 10)] * 4, beats, Fraction(1)), [4, 8, 11])

    def test_the_minimum_holds_also_from_the_shows_start(self):
        beats = [Fraction(k, 2) for k in range(20)]
        self.assertEqual(cuts_on_beats([Fraction(1, 2)] * 4, beats, Fraction(1)), [2, 4, 6])

    def test_one_slide_has_no_cut_and_too_few_beats_are_refused(self):
        self.assertEqual(cuts_on_beats([3], [1, 2], 1), [])
        with self.assertRaises(ValueError):
            cuts_on_beats([1, 1, 1], [1], 1)

    @given(
        st.lists(st.integers(1, 12), min_size=2, max_size=5),
        st.lists(st.integers(0, 40), min_size=1, max_size=9, unique=True).map(sorted),
        st.integers(1, 6),
    )
    def test_no_choice_deviates_less(self, durations, beats, minimum):
        best = by_trying(durations, beats, minimum)
        if best is None:
            with self.assertRaises(ValueError):
                cuts_on_beats(durations, beats, minimum)
            return
        chosen = cuts_on_beats(durations, beats, minimum)
        self.assertEqual(deviation(durations, beats, chosen), best)
        for before, after in pairwise([0, *(beats[j] for j in chosen)]):
            self.assertGreaterEqual(after - before, minimum)


class Pulses(unittest.TestCase):
    beats = tuple(0.5 + k / 2 for k in range(13))

    def test_half_the_beats_keep_the_bars_that_they_can(self):
        for bars, expected in (((1, 5, 9), (0, 2, 4)), ((0, 3, 6), ()), ((), ()), ((2,), (1,))):
            found = halved(Pulse(self.beats, bars))
            first = bars[0] % 2 if bars else 0
            self.assertEqual((found.beats, found.bars), (self.beats[first::2], expected), bars)

    def test_twice_the_beats_are_evenly_between_and_half_of_them_are_the_same_again(self):
        both = doubled(Pulse(self.beats, (0, 4, 8, 12)))
        self.assertEqual(both.beats, tuple(0.5 + k / 4 for k in range(25)))
        self.assertEqual(halved(both), Pulse(self.beats, (0, 4, 8, 12)))
        self.assertEqual(doubled(Pulse((1.0,), ())), Pulse((1.0,), ()))


if __name__ == "__main__":
    unittest.main()
