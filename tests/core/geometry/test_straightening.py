"""Straightened photos: the geometry against brute force and scikit-image, the solver against brute force."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from skimage.draw import polygon2mask

from jaunty_frame.core.framing.bases import PLACEMENTS, KeepAreas, Placement, solve_bases
from jaunty_frame.core.framing.straightened_bases import solve_straightened
from jaunty_frame.core.geometry.straightening import Turned, corner_points, cover_size_turned, turned_share
from jaunty_frame.core.geometry.windows import visible_share

angles = st.floats(-15, 15).filter(lambda degrees: abs(degrees) > 0.05)
aspects = st.floats(0.25, 4.0)


def turned(degrees, photo_aspect, aspect):
    return Turned(np.array([degrees]), np.array([photo_aspect]), np.array([aspect]))


def is_inside(window, degrees, photo_aspect, slack=1e-9):
    corners = corner_points(window, -degrees, photo_aspect)
    return corners.min() >= -slack and corners.max() <= 1 + slack


class Geometry(unittest.TestCase):
    @settings(max_examples=80)
    @given(angles, aspects, aspects)
    def test_the_cover_window_is_the_largest_that_fits(self, degrees, photo_aspect, aspect):
        size = cover_size_turned(turned(degrees, photo_aspect, aspect))[0]
        self.assertAlmostEqual(size[0] * photo_aspect / size[1], aspect)
        middle = (0.5 - size[0] / 2, 0.5 - size[1] / 2, *size)
        self.assertTrue(is_inside(middle, degrees, photo_aspect))
        larger = size * 1.001
        for x in np.linspace(0, 1 - larger[0], 15):  # no position holds a larger one
            for y in np.linspace(0, 1 - larger[1], 15):
                self.assertFalse(is_inside((x, y, *larger), degrees, photo_aspect, 0))

    @settings(max_examples=40)
    @given(angles, st.floats(0.5, 2), st.tuples(st.floats(0, 0.6), st.floats(0, 0.6)), st.floats(0.2, 0.9))
    def test_the_share_seen_agrees_with_a_drawn_polygon(self, degrees, photo_aspect, place, extent):
        box = (*place, 0.35, 0.3)
        window = (0.1, 0.05, extent, extent * 0.8)
        side = 400
        corners = corner_points(window, degrees, photo_aspect)
        mask = polygon2mask((side, side), corners[:, ::-1] * side - 0.5)
        top, left = round(box[1] * side), round(box[0] * side)
        drawn = mask[top : top + round(box[3] * side), left : left + round(box[2] * side)].mean()
        self.assertAlmostEqual(turned_share(window, degrees, box, photo_aspect), drawn, delta=0.015)

    def test_without_an_angle_it_is_the_plain_share(self):
        window, box = (0.2, 0.1, 0.5, 0.6), (0.1, 0.3, 0.3, 0.5)
        plain = visible_share(np.array([window]), np.array([[box]]))[0, 0]
        self.assertAlmostEqual(turned_share(window, 0.0, box, 1.5), plain)

    @given(angles, aspects, st.floats(0, 0.7), st.floats(0, 0.7))
    def test_boxes_in_the_level_frame_hold_the_turned_area(self, degrees, photo_aspect, x, y):
        frame = turned(degrees, photo_aspect, 1.0)
        box = np.array([[[x, y, 0.3, 0.2]]])
        level = frame.level_boxes(box)[0, 0]
        self.assertTrue(level[2] >= 0.3 * np.cos(np.radians(degrees)) and level[3] >= 0.2 * np.cos(np.radians(degrees)))
        # A window that shows all of the level box shows all of the area.
        size = level[2:]
        centre = frame.level_windows(np.array([[0.5, 0.5, 0.0, 0.0]]))[0, :2]
        np.testing.assert_allclose(centre, 0.5)
        back = Turned(-frame.degrees, frame.photo_aspect, frame.aspect)
        window = back.level_windows(np.array([[*level[:2], *size]]))[0]
        self.assertAlmostEqual(turned_share(window, -degrees, box[0, 0], photo_aspect), 1.0, places=6)


class Solver(unittest.TestCase):
    def solved(self, degrees, photo_aspect, aspect, areas, placement):
        frame = turned(degrees, photo_aspect, aspect)
        wanted = np.array([PLACEMENTS.index(placement)])
        bases = solve_straightened(frame, areas, wanted, np.zeros((1, 0, 4)))
        return frame, bases.window[0], PLACEMENTS[bases.placement[0]]

    @settings(max_examples=40)
    @given(
        angles, st.floats(0.5, 2.5), st.sampled_from([9 / 16, 1.0, 16 / 9]), st.floats(0.05, 0.7), st.floats(0.05, 0.7)
    )
    def test_no_position_shows_more(self, degrees, photo_aspect, aspect, x, y):
        areas = KeepAreas(np.array([[[x, y, 0.25, 0.25], [0.4, 0.4, 0.2, 0.2]]]), np.array([[1.0, 0.5]]))
        frame, window, placement = self.solved(degrees, photo_aspect, aspect, areas, Placement.COVER)
        self.assertIs(placement, Placement.COVER)
        self.assertTrue(is_inside(window, degrees, photo_aspect, 1e-6))
        boxes = frame.level_boxes(areas.boxes)

        def score(windows):
            share = visible_share(frame.level_windows(windows), boxes[:, None])[0, 0]
            # Required first: whether it is seen, how much of it; then what is wished for.
            return share[0] >= 0.98, share[0], share[1] >= 0.98, share[1]

        ours = score(window[None, None])
        size = window[2:]
        half = size * frame.reach[0] / 2
        at = [np.linspace(h, 1 - h, 60) if h < 0.5 - 1e-6 else [0.5] for h in half]
        for cx in at[0]:
            for cy in at[1]:
                other = score(np.array([[[cx - size[0] / 2, cy - size[1] / 2, *size]]]))
                for mine, theirs in zip(ours, other, strict=True):
                    self.assertLessEqual(theirs, mine + 0.02)
                    if mine > theirs + 1e-9:
                        break

    @settings(max_examples=25)
    @given(angles, st.floats(1.2, 2.5))
    def test_a_subject_is_shown_and_whole_shows_all(self, degrees, photo_aspect):
        areas = KeepAreas(np.array([[[0.02, 0.3, 0.2, 0.3], [0.78, 0.3, 0.2, 0.3]]]), np.ones((1, 2)))
        _, window, placement = self.solved(degrees, photo_aspect, 9 / 16, areas, Placement.AUTO)
        self.assertIn(placement, (Placement.SUBJECT, Placement.WHOLE))
        for box in areas.boxes[0]:
            self.assertGreaterEqual(turned_share(window, -degrees, box, photo_aspect), 0.98 - 1e-6)
        _, window, placement = self.solved(degrees, photo_aspect, 9 / 16, areas, Placement.WHOLE)
        self.assertIs(placement, Placement.WHOLE)
        self.assertAlmostEqual(turned_share(window, -degrees, (0, 0, 1, 1), photo_aspect), 1.0, places=6)

    def test_a_very_small_angle_gives_what_no_angle_gives(self):
        rng = np.random.default_rng(4)
        for _ in range(20):
            box = (*(rng.random(2) * 0.6), 0.2, 0.25)
            areas = KeepAreas(np.array([[box]]), np.ones((1, 1)))
            photo_aspect, aspect = float(rng.choice([1.5, 0.7])), float(rng.choice([9 / 16, 1.0, 16 / 9]))
            _, window, placement = self.solved(1e-7, photo_aspect, aspect, areas, Placement.AUTO)
            plain = solve_bases(np.array([photo_aspect]), np.array([aspect]), areas, np.array([0]))
            np.testing.assert_allclose(window, plain.window[0], atol=2e-3)
            self.assertIs(placement, PLACEMENTS[plain.placement[0]])
