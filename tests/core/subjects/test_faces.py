"""Faces: what the three networks see, and what they are given."""

import unittest

import numpy as np
from skimage import data

from jaunty_frame.core.subjects.faces import FaceFinder, _kept, _squares
from jaunty_frame.media.photos.finder import finder_models


class FaceTest(unittest.TestCase):
    def setUp(self):
        models = finder_models()
        self.finder = FaceFinder(models.propose, models.refine, models.confirm)
        self.astronaut = np.ascontiguousarray(data.astronaut()[..., ::-1])

    def test_a_face_is_found_where_it_is(self):
        # Brow to chin, read off the picture: about 0.34..0.53 across, 0.12..0.35 down.
        (face,) = self.finder.faces(self.astronaut)
        self.assertGreater(face.confidence, 0.99)
        for value, expected in zip(face.box, (0.35, 0.12, 0.17, 0.22), strict=True):
            self.assertAlmostEqual(value, expected, delta=0.03)

    def test_it_is_found_in_every_shape_and_at_a_twelfth_of_the_photo(self):
        for width, height in ((512, 1100), (1100, 512), (2000, 1500)):
            with self.subTest(size=(width, height)):
                canvas = np.full((height, width, 3), 90, np.uint8)
                canvas[-512:, -512:] = self.astronaut
                (face,) = self.finder.faces(canvas)
                self.assertGreater(face.box.x, 1 - 512 / width)
                self.assertAlmostEqual(face.box.w * width / 512, 0.17, delta=0.04)

    def test_nothing_is_a_face_in_an_empty_picture(self):
        self.assertEqual(self.finder.faces(np.zeros((40, 700, 3), np.uint8)), [])

    def test_overlapping_boxes_leave_the_most_confident(self):
        boxes = np.array([[0, 0, 10, 10, 0.8], [1, 1, 11, 11, 0.9], [30, 30, 40, 40, 0.7], [2, 2, 4, 4, 0.6]])
        self.assertEqual(_kept(boxes, 0.5), [1, 2, 3])
        self.assertEqual(_kept(boxes, 0.5, by_smaller=True), [1, 2])

    def test_squares_keep_the_centre(self):
        self.assertEqual(_squares(np.array([[10.0, 20, 14, 30, 1]])).tolist(), [[7, 20, 10]])
