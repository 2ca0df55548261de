"""Codings of surfaces: their matrices against the recommendations and a converter from elsewhere."""

import unittest

import av
import numpy as np
from av.video.reformatter import ColorRange, Colorspace

from jaunty_frame.core.geometry.windows import WHOLE_PHOTO
from jaunty_frame.core.painting.level_specs import level_specs
from jaunty_frame.core.painting.levels import code_pixels, make_level
from jaunty_frame.core.painting.surface import Coding

VIDEOS = (Coding.VIDEO, Coding.VIDEO_601, Coding.VIDEO_2020)


class Matrices(unittest.TestCase):
    def test_full_red_green_and_blue(self):
        # ITU-R BT.601-7 and BT.709-6, 100 % colour bars in 8 bits as handbooks list them; BT.2020-2 by its table 4.
        expected = {
            Coding.VIDEO_601: {"red": (81, 90, 240), "green": (145, 54, 34), "blue": (41, 240, 110)},
            Coding.VIDEO: {"red": (63, 102, 240), "green": (173, 42, 26), "blue": (32, 240, 118)},
            Coding.VIDEO_2020: {"red": (74, 97, 240), "green": (164, 47, 25), "blue": (29, 240, 119)},
        }
        colours = {"red": (0, 0, 255), "green": (0, 255, 0), "blue": (255, 0, 0)}
        for coding, values in expected.items():
            for name, coded in values.items():
                with self.subTest(coding=coding, name=name):
                    pixel = np.array([[colours[name]]], np.uint8)
                    # OpenCV's coefficients have ten bits: they are up to 0.13 off.
                    for plane, value in zip(code_pixels(pixel, coding), coded, strict=True):
                        self.assertAlmostEqual(int(plane[0, 0]), value, delta=1 if coding is Coding.VIDEO_601 else 0)

    def test_ten_bits_are_four_times_as_fine(self):
        # 100 % bars of ITU-R BT.709-6 in ten bits, as handbooks list them.
        colours = {(0, 0, 255): (250, 409, 960), (0, 255, 0): (691, 167, 105), (255, 0, 0): (127, 960, 471)}
        spec = level_specs((WHOLE_PHOTO, WHOLE_PHOTO), 8, 8)[0]
        for colour, coded in colours.items():
            planes = make_level(np.full((8, 8, 3), colour, np.uint8), spec, Coding.VIDEO_10).planes
            for plane, value in zip(planes, coded, strict=True):
                self.assertEqual((plane.dtype, int(plane.min()), int(plane.max())), (np.uint16, value, value))
        # Two greys in turn, made so small that they mix: 64 + 876 * 100.5 / 255 = 409.2, which eight bits cannot tell.
        stripes = np.full((16, 64, 3), 100, np.uint8)
        stripes[:, ::2] = 101
        spec = level_specs((WHOLE_PHOTO, WHOLE_PHOTO), 12, 4)[0]
        self.assertEqual(int(np.median(make_level(stripes, spec, Coding.VIDEO_10).planes[0])), 409)

    def test_grey_is_the_same_in_all_and_has_no_colour(self):
        grey = np.repeat(np.arange(256, dtype=np.uint8)[None, :, None], 3, axis=2)
        luma = [code_pixels(grey, coding) for coding in VIDEOS]
        for y, cb, cr in luma:
            np.testing.assert_array_equal(y, luma[0][0])
            self.assertTrue((cb == 128).all() and (cr == 128).all())
        self.assertEqual((luma[0][0][0, 0], luma[0][0][0, 255]), (16, 235))

    def test_as_libswscale_converts(self):
        pixels = np.random.default_rng(3).integers(0, 256, (32, 32, 3), np.uint8)
        for coding, space in ((Coding.VIDEO, Colorspace.ITU709), (Coding.VIDEO_601, Colorspace.ITU601)):
            with self.subTest(coding):
                frame = av.VideoFrame.from_ndarray(pixels, format="bgr24").reformat(
                    format="yuv444p", dst_colorspace=space, src_color_range=ColorRange.JPEG,
                    dst_color_range=ColorRange.MPEG,
                )  # fmt: skip
                for plane, theirs in zip(code_pixels(pixels, coding), frame.to_ndarray(), strict=True):
                    self.assertLessEqual(int(np.abs(plane.astype(int) - theirs).max()), 2)  # it rounds more coarsely

    def test_levels_are_in_the_coding_of_their_surface(self):
        photo = np.zeros((40, 60, 3), np.uint8)
        photo[:] = (0, 0, 255)
        spec = level_specs((WHOLE_PHOTO, WHOLE_PHOTO), 60, 40)[0]
        for coding, luma in ((Coding.VIDEO, 63), (Coding.VIDEO_601, 81), (Coding.VIDEO_2020, 74)):
            planes = make_level(photo, spec, coding).planes
            self.assertEqual((len(planes), {int(one) for one in np.unique(planes[0])}), (3, {luma}))


if __name__ == "__main__":
    unittest.main()
