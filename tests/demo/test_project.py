"""The demo set: what it promises of its files, and that it is the same each time."""

import io
import unittest

import numpy as np
from PIL import Image

from jaunty_frame.demo.project import file_name, photo_file
from jaunty_frame.demo.scenes import SCENES, draw_scene
from jaunty_frame.media.photos.decoding import decode_photo, photo_header


class Files(unittest.TestCase):
    def test_shapes_and_sizes_are_mixed(self):
        pixels = sorted(scene.width * scene.height / 1e6 for scene in SCENES)
        self.assertEqual(len(SCENES), 14)
        self.assertEqual((round(pixels[0], 1), pixels[-1]), (0.4, 24.0))
        self.assertEqual(sum(file_name(scene).endswith(".png") for scene in SCENES), 1)

    def test_the_bottle_lies_on_its_side_by_its_exif(self):
        scene = next(scene for scene in SCENES if scene.name == "10-tall-bottle")
        data = photo_file(scene)
        self.assertEqual(Image.open(io.BytesIO(data)).size, (3000, 2000))
        header = photo_header(data, "x")
        self.assertEqual((header.width, header.height, header.orientation), (2000, 3000, 6))
        self.assertTrue(header.taken.startswith("2026-04-18T"))
        self.assertEqual(data, photo_file(scene), "the same bytes again")
        upright, _ = draw_scene(scene)
        shown = decode_photo(data, "x", 500)
        step = 3000 // shown.shape[0]
        self.assertLess(
            np.abs(
                shown[::10, ::10, ::-1].astype(int) - upright[:: 10 * step, :: 10 * step][: len(shown[::10])]
            ).mean(),
            12,
        )

    def test_the_wide_gamut_photo_looks_like_its_drawing(self):
        scene = next(scene for scene in SCENES if scene.name == "13-green-pot")
        data = photo_file(scene)
        self.assertIn("icc_profile", Image.open(io.BytesIO(data)).info)
        upright, _ = draw_scene(scene)
        shown = decode_photo(data, "x")[..., ::-1]
        self.assertLess(np.abs(shown.astype(int) - upright).mean(), 2.5)

    def test_true_keep_areas_lie_inside(self):
        for scene in SCENES[10:]:
            _, truth = draw_scene(scene)
            for box in truth:
                self.assertTrue(box.x >= 0 and box.y >= 0 and box.x + box.w <= 1 + 1e-9 and box.y + box.h <= 1 + 1e-9)
