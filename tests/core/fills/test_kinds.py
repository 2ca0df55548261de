"""Gradients, textures and living fills: their colours, that they look alike at every size, that they come back."""

import unittest

import cv2
import numpy as np
from skimage.metrics import structural_similarity
from sklearn.cluster import KMeans
from sklearn.datasets import load_sample_image

from jaunty_frame.core.colouring.cielab import lab_of
from jaunty_frame.core.colouring.leading_colours import colour_groups, two_leading_colours
from jaunty_frame.core.colouring.texture_kinds import TEXTURES
from jaunty_frame.core.colouring.treatment import Treatment, treated
from jaunty_frame.core.fills.blurred import blurred_fill
from jaunty_frame.core.fills.gradient import gradient_fill
from jaunty_frame.core.fills.living import LOOP_SECONDS, wandering_light, water, water_grid, water_ground
from jaunty_frame.core.fills.texture import texture_fill
from jaunty_frame.core.painting.surface import Coding, FrameFormat

SMALL, LARGE = ((640, 360), (1920, 1080))


def screen(width, height):
    return FrameFormat(width, height, 1.0, Coding.SCREEN)


class Gradient(unittest.TestCase):
    def test_corners_have_the_colours_at_every_angle(self):
        """CSS Images 3, section 3.1.1: "the corners ... get the colours themselves"."""
        first, last = (10, 60, 200), (220, 200, 40)
        for degrees, begins, ends in ((180, (0, 0), (-1, 0)), (90, (0, 0), (0, -1)), (45, (-1, 0), (0, -1))):
            with self.subTest(degrees=degrees):
                fill = gradient_fill((first, last), degrees, screen(320, 180))[0][..., :3]
                np.testing.assert_allclose(fill[begins], first, atol=3)
                np.testing.assert_allclose(fill[ends], last, atol=3)

    def test_smooth_gradients_have_no_steps(self):
        fill = gradient_fill(((100, 100, 100), (108, 108, 108)), 90, screen(1920, 64))[0][..., 1].astype(float)
        means = cv2.blur(fill, (41, 41))[20:40, 40:-40].mean(axis=0)
        self.assertLess(np.abs(means - np.linspace(means[0], means[-1], len(means))).max(), 0.25)


class LeadingColours(unittest.TestCase):
    def test_groups_are_as_close_as_those_of_scikit_learn(self):
        for name in ("china.jpg", "flower.jpg"):
            photo = cv2.resize(load_sample_image(name), (64, 43), interpolation=cv2.INTER_AREA)
            colours = lab_of(photo[..., ::-1]).reshape(-1, 3)
            centres, shares = colour_groups(colours)
            ours = ((colours[:, None] - centres) ** 2).sum(-1).min(1).sum()
            theirs = KMeans(5, n_init=10, random_state=0).fit(colours).inertia_
            self.assertLess(ours, 1.05 * theirs)
            self.assertAlmostEqual(shares.sum(), 1.0)

    def test_two_colours_of_a_photo_of_two(self):
        photo = np.full((40, 60, 3), (30, 90, 160), np.uint8)
        photo[:, 40:] = 220, 220, 210
        first, second = two_leading_colours(photo)
        np.testing.assert_allclose(first, (30, 90, 160), atol=1)
        np.testing.assert_allclose(second, (220, 220, 210), atol=1)
        self.assertEqual(*two_leading_colours(np.full((9, 9, 3), 77, np.uint8)))


class Treated(unittest.TestCase):
    def test_brightness_saturation_and_wash_in_this_order(self):
        grey = np.full((1, 1, 3), 100, np.float32)
        np.testing.assert_allclose(treated(grey, Treatment(brightness=0.5, saturation=0.0)), 50, atol=1e-3)
        washed = treated(grey, Treatment(wash=(0, 200, 100), washed=0.25))
        np.testing.assert_allclose(washed[0, 0], (75, 125, 100), atol=1e-3)


class AlikeAtEverySize(unittest.TestCase):
    def fills(self, frame):
        photo = load_sample_image("flower.jpg")[..., ::-1]
        yield "blurred", blurred_fill(photo, frame, Treatment(brightness=0.8), 0.4)[0]
        for texture in TEXTURES:
            yield texture, texture_fill(texture, (200, 215, 225), 1.0, frame)[0]
        yield "light", wandering_light(((60, 80, 70), (150, 180, 200)), 5.0, frame)[0]
        grid = cv2.resize(photo, water_grid(frame).shape[::-1], interpolation=cv2.INTER_AREA).astype(np.float32)
        yield "water", water(water_ground(grid, frame, 1.0), 5.0, 1.0, frame)[0]

    def test_a_small_frame_is_the_large_one_reduced(self):
        for (name, small), (_, large) in zip(self.fills(screen(*SMALL)), self.fills(screen(*LARGE)), strict=True):
            with self.subTest(fill=name):
                reduced = cv2.resize(large[..., :3], SMALL, interpolation=cv2.INTER_AREA)
                alike = structural_similarity(small[..., :3], reduced, channel_axis=2)
                self.assertGreaterEqual(alike, 0.985)

    def test_textures_do_not_repeat(self):
        for texture in TEXTURES:
            light = texture_fill(texture, (128, 128, 128), 2.0, screen(960, 540))[0][..., 1].astype(float)
            light -= light.mean()
            spectrum = np.abs(np.fft.rfft2(light)) ** 2
            alike = np.fft.irfft2(spectrum)
            # Far from each other no two places are alike: a tile would show as a peak as high as the first.
            self.assertLess(alike[60:-60, 60:-60].max() / alike[0, 0], 0.5, texture)


class Living(unittest.TestCase):
    def test_water_moves_and_is_back_after_a_loop(self):
        frame = screen(320, 180)
        grid = np.random.default_rng(1).uniform(0, 255, (*water_grid(frame).shape, 3)).astype(np.float32)
        ground = water_ground(cv2.GaussianBlur(grid, (0, 0), 4), frame, 1.0)
        start, later, back = (
            water(ground, at, 1.0, frame)[0].astype(int) for at in (0.0, LOOP_SECONDS / 3, LOOP_SECONDS)
        )
        self.assertGreater(np.abs(start - later).mean(), 0.5)
        self.assertLessEqual(np.abs(start - back).max(), 1)

    def test_still_water_shows_what_lies_under_it(self):
        frame = screen(320, 180)
        grid = np.full((*water_grid(frame).shape, 3), (40, 90, 120), np.float32)
        seen = water(water_ground(grid, frame, 1.0), 3.0, 0.0, frame)[0]
        np.testing.assert_array_equal(seen[..., :3], np.broadcast_to((40, 90, 120), (180, 320, 3)))


if __name__ == "__main__":
    unittest.main()
