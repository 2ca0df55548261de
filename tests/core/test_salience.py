"""The finder, on photographs that other packages bring along and on drawn scenes."""

import unittest

import numpy as np
from skimage import data

from jaunty_frame.core.geometry import Window, visible_share
from jaunty_frame.core.salience import find_keep_areas
from jaunty_frame.demo.scenes import SCENES, draw_scene


def union_of(found):
    left, top = min(f.box.x for f in found), min(f.box.y for f in found)
    right, bottom = max(f.box.x + f.box.w for f in found), max(f.box.y + f.box.h for f in found)
    return np.array([[left, top, right - left, bottom - top]])


class OnPhotographs(unittest.TestCase):
    # Boxes of the subjects, drawn by hand on scikit-image's example photographs.
    SUBJECTS = (
        ("rocket", Window(0.47, 0.28, 0.08, 0.48)),
        ("coffee", Window(0.2, 0.1, 0.55, 0.72)),
    )

    def test_the_subject_lies_mostly_in_what_is_found(self):
        for name, subject in self.SUBJECTS:
            with self.subTest(name=name):
                photo = np.ascontiguousarray(getattr(data, name)()[..., ::-1])
                found = find_keep_areas(photo)
                share = visible_share(union_of(found), np.array([[subject]]))[0, 0]
                self.assertGreater(share, 0.6)

    def test_it_is_deterministic_and_bounded(self):
        photo = np.ascontiguousarray(data.astronaut()[..., ::-1])
        found = find_keep_areas(photo)
        self.assertEqual(found, find_keep_areas(photo))
        for area in found:
            self.assertTrue(0 <= area.confidence <= 1 and 0 < area.weight <= 1)
            self.assertLessEqual(area.box.x + area.box.w, 1)

    def test_a_featureless_photo_has_no_required_area(self):
        flat = np.full((300, 400, 3), 120, np.uint8)
        self.assertFalse([area for area in find_keep_areas(flat) if area.weight >= 1])


class OnDrawnScenes(unittest.TestCase):
    def test_pots_in_corners_are_found(self):
        for scene in SCENES:
            if scene.name[:2] in ("03", "12", "13", "14"):
                with self.subTest(scene=scene.name):
                    pixels, truth = draw_scene(scene)
                    found = find_keep_areas(np.ascontiguousarray(pixels[..., ::-1]))
                    share = visible_share(union_of(found), np.array([truth]))[0].min()
                    self.assertGreater(share, 0.9)
                    self.assertEqual(found[0].weight, 1.0)
