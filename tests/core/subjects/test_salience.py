"""The cues of the subject map: what each answers to, on small made-up pictures."""

import unittest

import numpy as np

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.subjects.lettering import Lettering
from jaunty_frame.core.subjects.salience import CUES, GRID_PX, cues, drawn_to_edges


def disc(height=320, width=480, x=120, y=160, radius=50, colour=(40, 60, 220)):
    """A grained grey picture with one coloured disc. B G R."""
    rng = np.random.default_rng(5)
    picture = (150 + rng.normal(0, 3, (height, width, 3))).clip(0, 255).astype(np.uint8)
    rows, columns = np.mgrid[0:height, 0:width]
    picture[(rows - y) ** 2 + (columns - x) ** 2 < radius**2] = colour
    return picture


class Cues(unittest.TestCase):
    def maps(self, picture, lettering=(), heads=()):
        return dict(zip(CUES, cues(picture, list(lettering), list(heads)), strict=True))

    def assert_inside_beats_outside(self, values, name):
        height, width = values.shape
        inside = values[int(height * 0.4) : int(height * 0.6), int(width * 0.2) : int(width * 0.3)].mean()
        outside = values[:, int(width * 0.6) : int(width * 0.9)].mean()
        self.assertGreater(inside, outside + 0.1, name)

    def test_there_is_one_map_for_each_cue_at_the_grid_size(self):
        maps = cues(disc(), [], [])
        self.assertEqual(maps.shape, (len(CUES), GRID_PX * 320 // 480, GRID_PX))
        self.assertEqual(maps.dtype, np.float32)
        self.assertTrue(np.isfinite(maps).all())

    def test_a_coloured_thing_is_not_background(self):
        maps = self.maps(disc())
        for name in ("background", "background spread"):
            self.assert_inside_beats_outside(maps[name], name)

    def test_lettering_and_heads_lie_where_they_were_found(self):
        place = Window(0.15, 0.45, 0.2, 0.1)
        maps = self.maps(disc(), [Lettering(place, 9)], [place])
        for name in ("lettering", "heads"):
            self.assert_inside_beats_outside(maps[name], name)
        self.assertEqual(float(maps["heads"].sum()), 8 * 20, "all places that the box touches, and no others")

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


class DrawnToEdges(unittest.TestCase):
    def test_a_rough_map_is_drawn_to_the_edge_of_the_thing(self):
        rows, columns = np.mgrid[0:64, 0:96]
        distance = np.hypot(rows + 0.5 - 32, columns + 0.5 - 24)
        likely = (0.9 * np.exp(-((distance / 14.0) ** 2))).astype(np.float32)
        drawn = drawn_to_edges(disc(), likely)
        # The disc's radius is 10 places.
        self.assertGreater(drawn[distance < 9].min(), drawn[distance > 12].max())

    def test_a_picture_of_one_colour_does_not_fail(self):
        flat = np.full((300, 200, 3), 90, np.uint8)
        self.assertTrue(np.isfinite(drawn_to_edges(flat, cues(flat, [], [])[0])).all())
