"""Windows against Pillow's ImageOps and the handbook's bars."""

import unittest
from fractions import Fraction

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image, ImageOps

from jaunty_frame.core.geometry.windows import (
    Window,
    bar_share,
    cover_size,
    frame_aspect,
    fully_visible,
    grown,
    turned_box,
    turned_size,
    visible_share,
    whole_size,
)


class CoverAndWhole(unittest.TestCase):
    def test_bars_are_those_of_the_handbook(self):
        # Arithmetic: half of what the photo leaves free of the frame, in percent.
        for photo, frame, bars in (
            ((2, 3), (9, 16), 7.81),
            ((3, 4), (9, 16), 12.5),
            ((1, 1), (9, 16), 21.88),
            ((3, 2), (9, 16), 31.25),
            ((3, 4), (16, 9), 28.91),
            ((4, 3), (16, 9), 12.5),
        ):
            with self.subTest(photo=photo, frame=frame):
                size = whole_size(np.array([photo[0] / photo[1]]), frame[0] / frame[1])[0]
                self.assertAlmostEqual((1 - 1 / size.max()) / 2 * 100, bars, delta=0.006)

    def test_covering_a_tall_frame_keeps_three_eighths_of_a_sideways_photo(self):
        self.assertAlmostEqual(cover_size(np.array([1.5]), 9 / 16)[0, 0], 0.375)

    def test_sizes_are_those_of_pillow(self):
        for photo in ((600, 400), (400, 600), (500, 500), (900, 300)):
            for frame in ((90, 160), (100, 100), (160, 90)):
                with self.subTest(photo=photo, frame=frame):
                    aspect = np.array([photo[0] / photo[1]])
                    contained = ImageOps.contain(Image.new("L", photo), frame).size
                    size = whole_size(aspect, frame[0] / frame[1])[0]
                    np.testing.assert_allclose(contained, np.array(frame) / size, atol=0.5)
                    # ImageOps.fit crops the photo about its centre: white must fill exactly our cover window.
                    cover = cover_size(aspect, frame[0] / frame[1])[0]
                    marked = np.zeros(photo[::-1], np.uint8)
                    x, y = (np.array(photo) * (1 - cover) / 2).round().astype(int)
                    marked[y : photo[1] - y, x : photo[0] - x] = 255
                    fitted = np.asarray(ImageOps.fit(Image.fromarray(marked), frame, Image.Resampling.BOX))
                    self.assertGreater(fitted.mean(), 250)

    def test_non_square_pixels_widen_the_frame(self):
        self.assertEqual(frame_aspect(720, 576, Fraction(64, 45)), Fraction(16, 9))


class Shares(unittest.TestCase):
    @given(
        st.floats(-1, 1), st.floats(-1, 1), st.floats(0.1, 2), st.floats(0.1, 2), st.floats(0.2, 3), st.floats(0.2, 3)
    )
    def test_what_grows_keeps_its_middle(self, x, y, w, h, wider, higher):
        larger = grown(Window(x, y, w, h), (wider, higher))
        self.assertAlmostEqual(larger.w / w, wider)
        self.assertAlmostEqual(larger.h / h, higher)
        self.assertAlmostEqual(larger.x + larger.w / 2, x + w / 2)
        self.assertAlmostEqual(larger.y + larger.h / 2, y + h / 2)

    def test_visible_share_counts_area(self):
        shares = visible_share(np.array([[0.5, 0.0, 0.5, 1.0]]), np.array([[[0.25, 0, 0.5, 0.5], [0, 0, 0, 0]]]))
        np.testing.assert_allclose(shares, [[0.5, 0.0]])

    def test_bars_are_what_lies_beyond_the_photo(self):
        np.testing.assert_allclose(bar_share(np.array([[-0.5, 0, 2, 1], [0, 0, 1, 1]])), [0.5, 0.0])


boxes = st.tuples(*[st.floats(0, 0.5)] * 2, *[st.floats(0.01, 0.5)] * 2).map(lambda b: Window(*b))


class FullyVisible(unittest.TestCase):
    def test_from_98_percent_on_but_for_what_arithmetic_loses(self):
        # 49 of 50 equal parts add up to a little less than 0.98.
        parts = np.full(49, 1 / 50).sum()
        shares = np.array([0.9799, 0.98 - 1e-7, min(parts, 0.98 - 1e-12), 0.98, 1.0])
        self.assertEqual(fully_visible(shares).tolist(), [False, False, True, True, True])


class QuarterTurns(unittest.TestCase):
    @given(boxes)
    def test_four_turns_are_none(self, box):
        np.testing.assert_allclose(turned_box(box, 4), box, atol=1e-12)

    def test_a_turn_moves_the_top_left_to_the_top_right(self):
        np.testing.assert_allclose(turned_box(Window(0, 0, 0.2, 0.1), 1), (0.9, 0, 0.1, 0.2))
        self.assertEqual(turned_size(30, 20, 3), (20, 30))

    def test_a_box_turns_as_its_pixels_do(self):
        pixels = np.zeros((40, 60), np.uint8)
        pixels[4:12, 6:30] = 1
        turned = np.rot90(pixels, -1)
        x, y, w, h = np.array(turned_box(Window(0.1, 0.1, 0.4, 0.2), 1)) * (40, 60, 40, 60)
        self.assertEqual(turned[round(y) : round(y + h), round(x) : round(x + w)].sum(), pixels.sum())
