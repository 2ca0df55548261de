"""Levels: shrinking averages, enlarging does not repeat, and each window gets the right one."""

import unittest

import numpy as np

from jaunty_frame.core.geometry.windows import WHOLE_PHOTO, Window
from jaunty_frame.core.painting.level_specs import LevelSpec, level_specs
from jaunty_frame.core.painting.levels import level_for, make_level
from jaunty_frame.core.painting.surface import Coding


def spec(width, height):
    return LevelSpec(WHOLE_PHOTO, width, height, 1.0)


class Making(unittest.TestCase):
    def test_a_fine_checkerboard_reduced_five_times_is_even_grey(self):
        board = np.indices((1000, 1000)).sum(axis=0) % 2 * 255
        photo = np.repeat(board[..., None], 3, axis=2).astype(np.uint8)
        pixels = make_level(photo, spec(200, 200), Coding.SCREEN).planes[0][..., :3].astype(float)
        self.assertLess(np.abs(pixels - 127.5).max(), 6)
        luma = make_level(photo, spec(200, 200), Coding.VIDEO).planes[0].astype(float)
        # Limited range: the middle of 16 and 235.
        self.assertLess(np.abs(luma - 125.5).max(), 6)

    def test_enlarging_does_not_repeat_pixels(self):
        ramp = np.tile(np.arange(0, 240, 8, dtype=np.uint8)[None, :, None], (30, 1, 3))
        row = make_level(ramp, spec(240, 240), Coding.SCREEN).planes[0][120, 20:220, 0].astype(int)
        self.assertGreater(len(np.unique(row)), 150)
        self.assertGreaterEqual(np.diff(row).min(), 0)


class Choosing(unittest.TestCase):
    def test_a_window_gets_the_coarsest_level_that_is_fine_enough(self):
        photo = np.zeros((300, 400, 3), np.uint8)
        path = Window(0.3, 0.3, 0.2, 0.2), Window(0, 0, 1.0, 1.0)
        levels = tuple(make_level(photo, one, Coding.SCREEN) for one in level_specs(path, 64, 48))
        self.assertGreater(len(levels), 2)
        for level, after in zip(levels, (*levels[1:], None), strict=True):
            width = level.tightest
            self.assertIs(level_for(levels, Window(0, 0, width, width)), level)
            if after is not None:
                almost = after.tightest * 0.999
                self.assertIs(level_for(levels, Window(0, 0, almost, almost)), level)
        self.assertIs(level_for(levels, Window(0, 0, 0.1, 0.1)), levels[0])


if __name__ == "__main__":
    unittest.main()
