"""The blurred fill against scipy's Gaussian at full size."""

import unittest

import cv2
import numpy as np
from scipy.ndimage import gaussian_filter

from jaunty_frame.core.fills.blurred import blurred_fill
from jaunty_frame.core.fills.colour import plain_fill
from jaunty_frame.core.painting.surface import Coding, FrameFormat

# Our rules: the photo is enlarged by this beyond covering, and blurred by this share of the frame's short side.
ENLARGED, BLUR = 1.15, 0.04


def photo_of(height, width, seed=1):
    rng = np.random.default_rng(seed)
    coarse = rng.random((7, 9, 3)).astype(np.float32)
    smooth = cv2.resize(coarse, (width, height), interpolation=cv2.INTER_CUBIC)
    return np.clip(smooth * 255 + rng.normal(0, 12, (height, width, 3)), 0, 255).astype(np.uint8)


class BlurredFill(unittest.TestCase):
    def reference(self, photo, width, height):
        scale = ENLARGED * max(width / photo.shape[1], height / photo.shape[0])
        large = cv2.resize(
            photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA if scale < 1 else cv2.INTER_LINEAR
        )
        sigma = BLUR * min(width, height)
        blurred = gaussian_filter(large.astype(float), (sigma, sigma, 0), mode="nearest", truncate=5)
        x, y = (large.shape[1] - width) / 2, (large.shape[0] - height) / 2
        shift = np.array([[1.0, 0, x], [0, 1, y]])
        return cv2.warpAffine(blurred, shift, (width, height), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP)

    def test_it_equals_the_full_gaussian(self):
        for size in ((480, 270), (270, 480), (360, 360)):
            with self.subTest(size=size):
                photo = photo_of(400, 600)
                ours = blurred_fill(photo, FrameFormat(*size, 1.0, Coding.SCREEN))[0][..., :3]
                error = np.abs(ours - self.reference(photo, *size))
                self.assertLessEqual(error.mean(), 1.0)
                self.assertLessEqual(error.max(), 4.0)

    def test_the_rim_is_not_dark(self):
        flat = np.full((300, 200, 3), 180, np.uint8)
        fill = blurred_fill(flat, FrameFormat(320, 180, 1.0, Coding.SCREEN))[0]
        self.assertTrue(np.all(fill[..., :3] == 180))

    def test_video_planes_hold_the_same_picture(self):
        photo = photo_of(400, 600, 3)
        screen = blurred_fill(photo, FrameFormat(320, 180, 1.0, Coding.SCREEN))[0].astype(float)
        luma = blurred_fill(photo, FrameFormat(320, 180, 1.0, Coding.VIDEO))[0]
        expected = 16 + 219 / 255 * (screen[..., :3] @ [0.0722, 0.7152, 0.2126])
        self.assertLess(np.abs(luma - expected).max(), 1.5)


class PlainFill(unittest.TestCase):
    def test_black_and_white_are_16_and_235(self):
        for colour, luma in (((0, 0, 0), 16), ((255, 255, 255), 235)):
            planes = plain_fill(colour, FrameFormat(4, 4, 1.0, Coding.VIDEO))
            self.assertEqual((planes[0][0, 0], planes[1][0, 0], planes[2][0, 0]), (luma, 128, 128))
