"""Paths that rise on their way, against another implementation and the laws they should keep."""

import unittest
from itertools import pairwise
from math import hypot, log, sqrt

from hypothesis import assume, given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window, lies_in_photo
from jaunty_frame.core.motion.arcs import Arc, arc_path, arc_window, highest_arc
from jaunty_frame.core.motion.paths import EASE_IN_OUT, LINEAR, window_at
from jaunty_frame.core.painting.level_specs import level_specs

# interpolateZoom.rho(rho)([x, y, width], [x, y, width]) of the npm package d3-interpolate 3.0.2, at 1/4, 1/2 and 9/10.
D3 = (
    (
        (0.2, 0.3, 0.2),
        (0.8, 0.6, 0.1),
        1.0,
        (
            (0.34641016151377557, 0.37320508075688774, 0.3401355521208133),
            (0.6000000000000001, 0.5, 0.3464101615137754),
            (0.7893068586426968, 0.5946534293213483, 0.13568929211891947),
        ),
    ),
    (
        (0.1, 0.1, 0.05),
        (0.9, 0.9, 0.05),
        sqrt(2),
        (
            (0.11691367445766543, 0.11691367445766543, 0.3293310453932111),
            (0.5000000000000105, 0.5000000000000105, 1.1324751652906728),
            (0.8985992588247901, 0.8985992588247901, 0.10700021922825825),
        ),
    ),
    (
        (0.5, 0.5, 0.4),
        (0.5, 0.5, 0.1),
        1.2,
        ((0.5, 0.5, 0.282842712474619), (0.5, 0.5, 0.2), (0.5, 0.5, 0.11486983549970349)),
    ),
    (
        (0.3, 0.5, 0.3),
        (0.35, 0.5, 0.05),
        0.5,
        (
            (0.33042732133286207, 0.5, 0.19180565471053734),
            (0.34285714285714164, 0.5, 0.12255257097695348),
            (0.34938477515357813, 0.5, 0.05982091943902484),
        ),
    ),
)

inside = st.floats(0.0, 1.0)
widths = st.floats(0.05, 0.45)


@st.composite
def windows(draw, shape=0.75):
    width = draw(widths)
    height = width * shape
    return Window(draw(inside) * (1 - width), draw(inside) * (1 - height), width, height)


def middle(window):
    return window.x + window.w / 2, window.y + window.h / 2


class ArcsTest(unittest.TestCase):
    def test_numbers_of_another_implementation(self):
        for (x0, y0, w0), (x1, y1, w1), rho, expected in D3:
            opening = Window(x0 - w0 / 2, y0 - w0 / 2, w0, w0)
            closing = Window(x1 - w1 / 2, y1 - w1 / 2, w1, w1)
            for u, (x, y, width) in zip((0.25, 0.5, 0.9), expected, strict=True):
                found = arc_window(opening, closing, Arc(rho, 1.0), u)
                for a, b in zip((*middle(found), found.w, found.h), (x, y, width, width), strict=True):
                    self.assertAlmostEqual(a, b, 9)

    @given(windows(), windows(), st.floats(0.05, sqrt(2)), inside)
    def test_it_begins_and_ends_and_is_never_tighter_than_the_straight_path(self, opening, closing, rho, u):
        arc = Arc(rho, 1.5)
        self.assertEqual(arc_window(opening, closing, arc, 0.0), opening)
        self.assertEqual(arc_window(opening, closing, arc, 1.0), closing)
        (x0, y0), (x1, y1) = middle(opening), middle(closing)
        assume(hypot(x1 - x0, y1 - y0) > 0.01)
        window = arc_window(opening, closing, arc, u)
        axis = 0 if abs(x1 - x0) >= abs(y1 - y0) else 1
        part = (middle(window)[axis] - (x0, y0)[axis]) / ((x1, y1)[axis] - (x0, y0)[axis])
        straight = opening.w + part * (closing.w - opening.w)
        self.assertGreaterEqual(window.w, straight * (1 - 1e-6))
        self.assertAlmostEqual(window.h / window.w, 0.75, 9)

    @given(windows(), windows())
    def test_the_highest_arc_stays_in_the_photo_and_a_higher_one_would_not(self, opening, closing):
        arc = highest_arc(opening, closing, 1.5)
        if arc is None:
            return
        self.assertTrue(all(lies_in_photo(window) for window in arc_path(opening, closing, arc)))
        if arc.rho < sqrt(2) - 1e-6:
            higher = arc_path(opening, closing, arc._replace(rho=arc.rho + 1e-4))
            self.assertFalse(all(lies_in_photo(window) for window in higher))

    def test_one_perceived_speed(self):
        # The paper's measure of a step: sqrt((rho du / w)^2 + (dw / (rho w))^2), equal for equal parts of the way.
        opening, closing = Window(0.05, 0.1, 0.12, 0.12), Window(0.7, 0.55, 0.2, 0.2)
        rho = 1.1
        path = [arc_window(opening, closing, Arc(rho, 1.0), k / 4000) for k in range(4001)]
        steps = []
        for a, b in pairwise(path):
            (x0, y0), (x1, y1) = middle(a), middle(b)
            width = (a.w + b.w) / 2
            steps.append(hypot(rho * hypot(x1 - x0, y1 - y0) / width, log(b.w / a.w) / rho))
        self.assertLess(max(steps) / min(steps), 1.001)

    def test_a_far_pan_between_two_small_windows_rises(self):
        opening, closing = Window(0.1, 0.4, 0.15, 0.15), Window(0.75, 0.45, 0.15, 0.15)
        arc = highest_arc(opening, closing, 1.5)
        self.assertGreater(max(window.w for window in arc_path(opening, closing, arc)), 0.4)

    def test_pans_that_fill_the_photo_across_cannot_rise(self):
        self.assertIsNone(highest_arc(Window(0, 0, 0.4, 1.0), Window(0.6, 0, 0.4, 1.0), 1.5))

    @given(windows(), windows(), inside)
    def test_the_levels_hold_every_window_of_the_way(self, opening, closing, progress):
        arc = highest_arc(opening, closing, 1.5)
        assume(arc is not None)
        specs = level_specs(arc_path(opening, closing, arc), 640, 480)
        window = window_at(opening, closing, LINEAR, progress, arc)
        level = max((spec for spec in specs if spec.tightest <= window.w * (1 + 1e-9)), key=lambda spec: spec.tightest)
        left, top, width, height = level.region
        slack = window.w / 640
        self.assertLessEqual(left, window.x + slack)
        self.assertLessEqual(top, window.y + slack)
        self.assertGreaterEqual(left + width, window.x + window.w - slack)
        self.assertGreaterEqual(top + height, window.y + window.h - slack)
        # Sharp enough: at least as many level pixels as output pixels across the window, but where a long way close to
        # the photo would fill the memory: such a level has the 100 million pixels that one may have.
        if level.width * level.height < 99_000_000:
            self.assertGreaterEqual(level.width / width * window.w, 640)

    def test_easing_acts_along_the_way(self):
        opening, closing = Window(0.05, 0.1, 0.2, 0.2), Window(0.7, 0.6, 0.2, 0.2)
        arc = Arc(1.0, 1.0)
        self.assertEqual(window_at(opening, closing, EASE_IN_OUT, 0.5, arc), arc_window(opening, closing, arc, 0.5))
        self.assertLess(window_at(opening, closing, EASE_IN_OUT, 0.1, arc).w, arc_window(opening, closing, arc, 0.1).w)


if __name__ == "__main__":
    unittest.main()
