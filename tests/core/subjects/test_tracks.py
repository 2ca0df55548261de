"""What is found in samples of a clip, joined to tracks."""

import unittest

import numpy as np
from skimage import data

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.subjects.area_kinds import AreaKind
from jaunty_frame.core.subjects.keep_areas import FoundArea
from jaunty_frame.core.subjects.tracks import common_share, is_cut, joined_tracks


def area(x, y=0.3, w=0.2, h=0.3, weight=1.0, what=AreaKind.HEAD):
    return FoundArea(Window(x, y, w, h), weight, 0.9, what)


def joined(found, cuts=None):
    return joined_tracks([k / 3 for k in range(len(found))], found, cuts or [False] * len(found))


class Joined(unittest.TestCase):
    def test_two_that_walk_towards_each_other_and_past(self):
        steps = np.linspace(0.05, 0.75, 15)
        found = [[area(x), area(0.8 - x, y=0.62)] for x in steps]
        tracks = joined(found)
        self.assertEqual(len(tracks), 2)
        for track in tracks:
            self.assertEqual(len(track.times), 15)
            self.assertLess(np.abs(np.diff(track.boxes[:, 0], 2)).max(), 0.03)
            self.assertEqual(len(set(np.round(track.boxes[:, 1], 3))), 1)

    def test_what_is_missed_for_a_moment_goes_on(self):
        found = [[area(0.1 + 0.02 * k)] if k not in (4, 5) else [] for k in range(10)]
        (track,) = joined(found)
        self.assertEqual(len(track.times), 10)
        np.testing.assert_allclose(track.boxes[4:6, 0], [0.18, 0.2], atol=0.005)

    def test_what_is_seen_once_is_none_and_in_a_single_sample_all_are(self):
        self.assertEqual(joined([[], [area(0.5)], [], [], [], []]), [])
        self.assertEqual(len(joined([[area(0.1), area(0.6)]])), 2)

    def test_another_shot_begins_another_track(self):
        found = [[area(0.3)] for _ in range(10)]
        tracks = joined(found, [k == 5 for k in range(10)])
        self.assertEqual(sorted(len(track.times) for track in tracks), [5, 5])

    def test_a_single_box_far_off_is_smoothed_away(self):
        found = [[area(0.3 + (0.08 if k == 5 else 0))] for k in range(11)]
        (track,) = joined(found)
        np.testing.assert_allclose(track.boxes[:, 0], 0.3, atol=1e-9)

    def test_required_is_what_is_required_half_of_the_time(self):
        for required, weight in ((6, 1.0), (3, 0.63)):
            found = [[area(0.3, weight=1.0 if k < required else 0.5)] for k in range(10)]
            (track,) = joined(found)
            self.assertAlmostEqual(track.weight, weight, delta=0.02)

    def test_common_share(self):
        self.assertEqual(common_share(Window(0, 0, 1, 1), Window(0, 0, 1, 1)), 1)
        self.assertAlmostEqual(common_share(Window(0, 0, 0.2, 0.2), Window(0.1, 0, 0.2, 0.2)), 1 / 3)
        self.assertEqual(common_share(Window(0, 0, 0.2, 0.2), Window(0.5, 0, 0.2, 0.2)), 0)


class Cuts(unittest.TestCase):
    def test_between_photographs_there_are_some_and_within_one_there_are_none(self):
        pictures = [np.ascontiguousarray(one()[:256, :256]) for one in (data.astronaut, data.coffee, data.rocket)]
        for one in pictures:
            self.assertFalse(is_cut(one, np.roll(one, 9, axis=1)))
            self.assertFalse(is_cut(one, np.clip(one.astype(int) + 4, 0, 255).astype(np.uint8)))
        found = [is_cut(a, b) for a, b in ((pictures[0], pictures[2]), (pictures[1], pictures[2]))]
        self.assertEqual(found, [True, True])
