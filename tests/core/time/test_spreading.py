"""Spreading shapes: evenly, stably, as few alike side by side as can be."""

import unittest
from itertools import combinations_with_replacement, pairwise

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.spreading import spread_order


def alike(row):
    return sum(a == b for a, b in pairwise(row))


def fewest(kinds):
    """The least number of equal neighbours: the most frequent kind needs others between its things."""
    most = max(kinds.count(kind) for kind in set(kinds))
    return max(0, most - (len(kinds) - most) - 1)


class Spreading(unittest.TestCase):
    def test_no_order_has_fewer_neighbours_alike(self):
        for length in range(1, 9):
            for kinds in combinations_with_replacement("abc", length):
                row = [kinds[k] for k in spread_order(kinds)]
                self.assertEqual(alike(row), fewest(kinds), kinds)

    @given(st.lists(st.sampled_from("usqp"), max_size=60))
    def test_each_comes_once_and_the_order_within_a_kind_stays(self, kinds):
        order = spread_order(kinds)
        self.assertEqual(sorted(order), list(range(len(kinds))))
        for kind in set(kinds):
            places = [k for k in order if kinds[k] == kind]
            self.assertEqual(places, sorted(places))
        if kinds:
            self.assertEqual(alike([kinds[k] for k in order]), fewest(kinds))

    def test_a_rare_kind_stands_in_the_middle_and_not_at_an_end(self):
        row = "".join("uuuuuuuus"[k] for k in spread_order("uuuuuuuus"))
        self.assertEqual(row.index("s"), 4)


if __name__ == "__main__":
    unittest.main()
