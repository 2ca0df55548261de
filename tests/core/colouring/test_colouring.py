"""CIELAB and vignettes against scikit-image and their formulas."""

import unittest

import numpy as np
from skimage.color import rgb2lab

from jaunty_frame.core.colouring.cielab import bgr_of, lab_of
from jaunty_frame.core.colouring.dither import dithered
from jaunty_frame.core.colouring.treatment import vignette_share
from jaunty_frame.core.colouring.vignette import vignette_planes
from jaunty_frame.core.painting.surface import Coding, new_surface


class Colours(unittest.TestCase):
    def setUp(self):
        self.bgr = np.random.default_rng(1).integers(0, 256, (500, 3)).astype(float)

    def test_lab_is_what_scikit_image_computes(self):
        np.testing.assert_allclose(lab_of(self.bgr), rgb2lab(self.bgr[:, ::-1] / 255), atol=0.02)

    def test_there_and_back_is_where_one_was(self):
        np.testing.assert_allclose(bgr_of(lab_of(self.bgr)), self.bgr, atol=0.01)


class Dither(unittest.TestCase):
    def test_the_mean_of_a_slow_ramp_is_kept_and_whole_numbers_stay(self):
        ramp = np.broadcast_to(np.linspace(90, 94, 2000, dtype=np.float32), (200, 2000)).copy()
        means = dithered(ramp.copy()).reshape(200, 20, 100).mean(axis=(0, 2))
        np.testing.assert_allclose(means, ramp[0].reshape(20, 100).mean(axis=1), atol=0.03)
        whole = np.tile(np.arange(256, dtype=np.float32), (300, 1))
        np.testing.assert_array_equal(dithered(whole.copy()), whole)


class Vignette(unittest.TestCase):
    def test_it_is_its_formula(self):
        corners = np.array([[10.0, 20.0], [50.0, 40.0]])
        places = np.array([[30.0, 30.0], [50.0, 40.0], [10.0, 20.0], [30.0, 20.0]])
        half = 0.5**0.5
        expected = [1.0, 0.4, 0.4, 1 - 0.6 * half**2 * (3 - 2 * half)]
        np.testing.assert_allclose(vignette_share(places, corners, 0.6), expected)

    def test_planes_follow_the_formula(self):
        surface, corners = new_surface(96, 64, Coding.VIDEO), np.array([[0.0, 0.0], [96.0, 64.0]])
        luma, cb, cr = vignette_planes(surface, corners, np.eye(3), 0.8)
        x, y = np.meshgrid(np.arange(96) + 0.5, np.arange(64) + 0.5)
        np.testing.assert_allclose(luma, vignette_share(np.stack([x, y], -1), corners, 0.8), atol=0.01)
        self.assertIs(cb, cr)
        self.assertEqual(cb.shape, (32, 48))


if __name__ == "__main__":
    unittest.main()
