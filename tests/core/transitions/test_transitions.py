"""Transitions: all old at the start, all new at the end, and what lies between."""

import unittest

import numpy as np

from jaunty_frame.core.painting.surface import Coding, new_surface
from jaunty_frame.core.transitions.cross_dissolve import dissolve
from jaunty_frame.core.transitions.cut import cut


def plain(value, coding=Coding.VIDEO):
    surface = new_surface(16, 8, coding)
    for plane in surface.planes:
        plane[:] = value
    return surface


class Transitions(unittest.TestCase):
    def values(self, transition, progress, coding):
        surface = plain(40, coding)
        transition(surface, plain(200, coding), progress)
        return {int(value) for plane in surface.planes for value in np.unique(plane)}

    def test_only_the_old_at_its_start_and_only_the_new_at_its_end(self):
        for transition in (dissolve, cut):
            for coding in Coding:
                with self.subTest(transition=transition, coding=coding):
                    self.assertEqual(self.values(transition, 0.0, coding), {40})
                    self.assertEqual(self.values(transition, 1.0, coding), {200})

    def test_a_dissolve_gives_the_new_picture_its_weight(self):
        for progress, value in ((0.25, 80), (0.5, 120), (0.75, 160)):
            self.assertEqual(self.values(dissolve, progress, Coding.VIDEO), {value})

    def test_a_cut_is_in_the_middle(self):
        self.assertEqual(self.values(cut, 0.49, Coding.VIDEO), {40})
        self.assertEqual(self.values(cut, 0.5, Coding.VIDEO), {200})


if __name__ == "__main__":
    unittest.main()
