"""What draws a rectangle: edges, thirds, the middle, equal gaps."""

import unittest

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.snapping import NEAR, snapped


class Snapping(unittest.TestCase):
    def test_the_nearest_line_draws_an_edge_or_the_middle(self):
        for x, expected, line in ((0.01, 0.0, 0.0), (0.395, 0.4, 0.5), (0.81, 0.8, 1.0), (0.34, 1 / 3, 1 / 3)):
            moved, (lines, _) = snapped(Window(x, 0.37, 0.2, 0.21), 1.0)
            self.assertAlmostEqual(moved.x, expected)
            self.assertEqual(lines, (line,))

    def test_what_is_far_from_all_stays(self):
        far = Window(0.17, 0.06, 0.1, 0.1)
        self.assertEqual(snapped(far, 1.0), (far, ((), ())))

    def test_gaps_become_equal_as_seen(self):
        """A gap of 0.1 short sides: 0.1 of the height of a wide frame, and 0.05 of its width."""
        moved, (lines, _) = snapped(Window(0.05 + NEAR / 2, 0.1, 0.2, 0.25), 2.0)
        self.assertAlmostEqual(moved.x, 0.05)
        self.assertAlmostEqual(lines[0], 0.05)
        right, _ = snapped(Window(0.95 - 0.2 - NEAR / 2, 0.1, 0.2, 0.25), 2.0)
        self.assertAlmostEqual(right.x + right.w, 0.95)


if __name__ == "__main__":
    unittest.main()
