"""Flashes of a clip are found with its keep areas, picture by picture, and when they are."""

import tempfile
import unittest
from pathlib import Path

import numpy as np

from jaunty_frame.errors import Cancelled
from jaunty_frame.media.moving.flashing import flashes_in
from jaunty_frame.media.photos.finder import find_areas
from jaunty_frame.media.photos.photo_import import look_at_photo
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from tests.media.moving.clip_files import write_clip


class Flashing(unittest.TestCase):
    def found(self, light, count=100):
        """Return what is found in a clip of 25 pictures a second whose picture ``n`` is as light as ``light(n)``."""
        with tempfile.TemporaryDirectory() as folder:
            path = write_clip(
                Path(folder) / "a.mkv", count=count, picture=lambda n: np.full((64, 128, 3), light(n), np.uint8)
            )
            photo = look_at_photo(path, Path(folder), ThumbnailCache(Path(folder) / "cache"))
            return flashes_in(photo, path)

    def test_five_in_the_third_second(self):
        # WCAG 2.2, success criterion 2.3.1: pairs of opposing changes; light and dark for five pictures in all.
        count, at = self.found(lambda n: 220 if 50 <= n < 75 and n % 5 < 2 else 40)
        self.assertEqual(count, 5)
        self.assertAlmostEqual(at, 2.0, delta=0.25)

    def test_three_in_a_second_are_none(self):
        self.assertEqual(self.found(lambda n: 220 if 50 <= n < 75 and n % 8 < 3 and n < 72 else 40), (0, 0.0))
        self.assertEqual(self.found(lambda n: 40 + n), (0, 0.0))

    def test_who_closes_the_window_does_not_wait_for_all_of_a_clip(self):
        asked = []
        with tempfile.TemporaryDirectory() as folder:
            path = write_clip(Path(folder) / "a.mkv", count=60)
            photo = look_at_photo(path, Path(folder), ThumbnailCache(Path(folder) / "cache"))
            source = PhotoSource(Path(folder), ThumbnailCache(Path(folder) / "cache"))

            def third_time():
                asked.append(1)
                return len(asked) >= 3

            with self.assertRaises(Cancelled):
                flashes_in(photo, path, third_time)
            self.assertEqual(len(asked), 3)
            found = []
            find_areas([photo], source, found.append, cancelled=lambda: bool(asked.append(1)) or len(asked) > 5)
            self.assertEqual(found, [])
            self.assertLess(len(asked), 12)


if __name__ == "__main__":
    unittest.main()
