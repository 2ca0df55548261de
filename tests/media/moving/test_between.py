"""Between two pictures of a clip: both, or what moves put where it would be."""

import tempfile
import unittest
from fractions import Fraction
from pathlib import Path

import cv2
import numpy as np

from jaunty_frame.document.exhibit import Between
from jaunty_frame.document.photo import Moving, Photo
from jaunty_frame.media.moving.between import estimated
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.show.frames.layers.layer import photo_file
from tests.media.moving.clip_files import write_clip

STEP = 16
GROUND = cv2.GaussianBlur(np.random.default_rng(1).integers(0, 150, (135, 240, 3), dtype=np.uint8), (0, 0), 2)


def disc(n):
    """Return picture ``n`` (135, 240, 3): a light disc that goes 16 pixels from picture to picture."""
    return cv2.circle(GROUND.copy(), (50 + STEP * n, 66), 20, (255, 255, 255), -1, cv2.LINE_AA)


def middle_of(pixels):
    """Return where the light disc lies, across."""
    return float(np.flatnonzero((pixels[66] > 225).all(axis=1)).mean())


class BetweenPictures(unittest.TestCase):
    def test_what_moves_is_put_on_its_way(self):
        for number, share in ((0, Fraction(1, 4)), (1, Fraction(1, 2)), (2, Fraction(3, 4)), (3, Fraction(1, 8))):
            with self.subTest(number=number, share=share):
                found = estimated(f"drawn {share}", disc, number, share)
                self.assertAlmostEqual(middle_of(found), 50 + STEP * (number + float(share)), delta=1)

    def test_something_is_seen_through(self):
        def through(n):
            return np.dstack([disc(n), np.full(GROUND.shape[:2], 128, np.uint8)])

        found = estimated("seen through", through, 0, Fraction(1, 2))
        self.assertEqual(found.shape, (135, 240, 4))
        self.assertTrue((np.abs(found[..., 3].astype(int) - 128) <= 1).all())
        self.assertAlmostEqual(middle_of(found[..., :3]), 58, delta=1.5)

    def test_of_a_clip_forwards_and_backwards(self):
        with tempfile.TemporaryDirectory() as folder:
            path = write_clip(Path(folder) / "disc.mkv", count=6, picture=lambda n: disc(n)[:134, :, ::-1].copy())
            photo = look_at_photo(path, Path(folder), ThumbnailCache(Path(folder) / "cache"))
            self.assertIsInstance(photo, Photo)
            self.assertIsInstance(photo.moving, Moving)
            source = PhotoSource(Path(folder), ThumbnailCache(Path(folder) / "cache"))
            ahead = source.pixels(photo_file(photo, 2, Between(Fraction(1, 2), True)), 240)
            back = source.pixels(photo_file(photo, 3, Between(Fraction(-1, 2), True)), 240)
            self.assertAlmostEqual(middle_of(ahead), 50 + 2.5 * STEP, delta=1)
            self.assertTrue((ahead == back).all())
            blend = source.pixels(photo_file(photo, 2, Between(Fraction(1, 4))), 240)
            one, other = (source.pixels(photo_file(photo, n), 240).astype(float) for n in (2, 3))
            self.assertLessEqual(np.abs(blend - (one * 0.75 + other * 0.25)).max(), 1)


if __name__ == "__main__":
    unittest.main()
