"""The subject map and its cues: what each answers to, on small made-up pictures."""

import unittest

import numpy as np
from skimage import data

from jaunty_frame.core.foreground import ForegroundFinder
from jaunty_frame.core.geometry import Window
from jaunty_frame.core.lettering import Lettering
from jaunty_frame.core.salience import CUES, GRID_PX, cues, drawn_to_edges, fused, shrunk, subject_map
from jaunty_frame.media.finder import finder_models


def disc(height=320, width=480, x=120, y=160, radius=50, colour=(40, 60, 220)):
    """A grained grey picture with one coloured disc. B G R."""
    rng = np.random.default_rng(5)
    picture = (150 + rng.normal(0, 3, (height, width, 3))).clip(0, 255).astype(np.uint8)
    rows, columns = np.mgrid[0:height, 0:width]
    picture[(rows - y) ** 2 + (columns - x) ** 2 < radius**2] = colour
    return picture


def nothing_in_front(picture):
    return np.zeros(shrunk(picture, 256).shape[:2], np.float32)


class Cues(unittest.TestCase):
    def maps(self, picture, foreground=None, lettering=()):
        front = nothing_in_front(picture) if foreground is None else foreground
        return dict(zip(CUES, cues(picture, front, list(lettering)), strict=True))

    def assert_inside_beats_outside(self, values, name):
        height, width = values.shape
        inside = values[int(height * 0.4) : int(height * 0.6), int(width * 0.2) : int(width * 0.3)].mean()
        outside = values[:, int(width * 0.6) : int(width * 0.9)].mean()
        self.assertGreater(inside, outside + 0.1, name)

    def test_there_is_one_map_for_each_cue_at_the_grid_size(self):
        maps = cues(disc(), nothing_in_front(disc()), [])
        self.assertEqual(maps.shape, (len(CUES), GRID_PX * 320 // 480, GRID_PX))
        self.assertEqual(maps.dtype, np.float32)
        self.assertTrue(np.isfinite(maps).all())

    def test_a_coloured_thing_is_not_background(self):
        maps = self.maps(disc())
        for name in ("background", "background spread"):
            self.assert_inside_beats_outside(maps[name], name)

    def test_foreground_and_lettering_are_taken_over_where_they_lie(self):
        picture = disc()
        front = nothing_in_front(picture)
        front[60:110, 40:90] = 1.0
        line = Lettering(Window(0.15, 0.45, 0.2, 0.1), 9)
        maps = self.maps(picture, front, [line])
        for name in ("foreground", "foreground spread", "lettering"):
            self.assert_inside_beats_outside(maps[name], name)

    def test_what_is_sharp_counts_as_in_focus(self):
        rng = np.random.default_rng(2)
        picture = np.full((320, 480, 3), 120, np.uint8)
        picture[120:200, 90:150] = rng.integers(60, 200, (80, 60, 1), np.uint8)
        self.assert_inside_beats_outside(self.maps(picture)["focus"], "focus")

    def test_the_middle_and_the_border_are_told_by_place_alone(self):
        maps = self.maps(disc())
        self.assertAlmostEqual(float(maps["off-centre across"][:, GRID_PX // 2].max()), 0.0, delta=0.01)
        self.assertAlmostEqual(float(maps["off the border"][0].max()), 0.0, delta=0.06)
        self.assertEqual(float(maps["off the border"][30, GRID_PX // 2]), 1.0)


class Maps(unittest.TestCase):
    def test_the_disc_is_the_subject_and_the_map_is_drawn_to_its_edge(self):
        picture = disc()
        likely = subject_map(picture, nothing_in_front(picture), [])
        self.assertTrue(likely.min() >= 0 and likely.max() <= 1)
        self.assertGreater(likely[32, 24], 3 * likely[32, 80])
        drawn = drawn_to_edges(picture, likely)
        rows, columns = np.mgrid[0 : drawn.shape[0], 0 : drawn.shape[1]]
        inside = ((rows + 0.5 - 32) ** 2 + (columns + 0.5 - 24) ** 2) < 9.0**2
        outside = ((rows + 0.5 - 32) ** 2 + (columns + 0.5 - 24) ** 2) > 12.0**2
        self.assertGreater(drawn[inside].min(), drawn[outside].max())

    def test_more_of_a_good_cue_never_makes_a_subject_less_likely(self):
        maps = np.zeros((len(CUES), 4, 4), np.float32)
        before = fused(maps)
        for cue in ("pattern", "background spread", "foreground", "focus spread", "lettering", "off the border"):
            more = maps.copy()
            more[CUES.index(cue)] = 0.5
            self.assertTrue(np.all(fused(more) > before), cue)

    def test_a_picture_of_one_colour_does_not_fail(self):
        flat = np.full((300, 200, 3), 90, np.uint8)
        likely = subject_map(flat, nothing_in_front(flat), [])
        self.assertTrue(np.isfinite(drawn_to_edges(flat, likely)).all())


class Foreground(unittest.TestCase):
    def test_a_person_stands_in_front_and_shapes_do_not_mix(self):
        finder = ForegroundFinder(finder_models().foreground)
        astronaut = np.ascontiguousarray(data.astronaut()[..., ::-1])
        first = finder.foreground(astronaut)
        self.assertEqual(first.shape, (256, 256))
        # Face and suit against the flag at the upper left.
        self.assertGreater(first[60, 110], 0.8)
        self.assertLess(first[20, 8], 0.3)
        wide = finder.foreground(astronaut[100:300])
        self.assertEqual(wide.shape, (100, 256))
        np.testing.assert_array_equal(finder.foreground(astronaut), first)
