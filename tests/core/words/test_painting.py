"""Words painted: within their box, alike at any size and on any surface, and on their way."""

import unittest

import cv2
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from skimage.metrics import structural_similarity

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.painting.surface import Coding, FrameFormat, new_surface
from jaunty_frame.core.words.paint import Posed, Reveal, WordsPaint
from jaunty_frame.core.words.painting import lay_over, letters_coverage, picture_over, words_picture
from jaunty_frame.core.words.typesetting import text_blocks
from tests.core.words.faces import typeset

BLOCK = text_blocks("Copper red,\nfired at night", typeset(), 2)[0]
WHITE = WordsPaint((255, 255, 255))


def grey(width, height, coding=Coding.SCREEN, pixel_aspect=1.0):
    surface = new_surface(width, height, coding)
    for plane, sampling in zip(surface.planes, coding.samplings, strict=True):
        plane[:] = (90, 90, 90, 255) if len(sampling.black) > 1 else 93 if sampling.step == 1 else 128
    return surface, FrameFormat(width, height, pixel_aspect, coding)


def box_of(em, x, y, frame, block=BLOCK):
    return Window(x, y, block.width * em / frame.aspect, block.height * em)


def painted(width, height, paint=WHITE, em=0.12, coding=Coding.SCREEN, pixel_aspect=1.0, turns_by="", **how):
    surface, frame = grey(width, height, coding, pixel_aspect)
    lay_over(surface, words_picture(BLOCK, paint, box_of(em, 0.1, 0.3, frame), frame, turns_by), frame, **how)
    return surface


class Painting(unittest.TestCase):
    def test_letters_lie_in_their_box_to_a_pixel(self):
        for size in ((640, 360), (360, 640), (720, 576)):
            pixel_aspect = 64 / 45 if size == (720, 576) else 1.0
            picture = painted(*size, pixel_aspect=pixel_aspect, em=0.08).planes[0][..., 1]
            rows, columns = np.nonzero(picture > 92)
            frame = FrameFormat(*size, pixel_aspect, Coding.SCREEN)
            x, y, w, h = box_of(0.08, 0.1, 0.3, frame)
            self.assertAlmostEqual(columns.min(), x * size[0], delta=1.5)
            self.assertAlmostEqual(columns.max() + 1, (x + w) * size[0], delta=1.5)
            self.assertGreaterEqual(rows.min(), y * size[1] - 1)
            self.assertLessEqual(rows.max(), (y + h) * size[1] + 1)

    def test_small_and_large_they_look_alike(self):
        for paint in (WHITE, WHITE._replace(shadow=0.8), WHITE._replace(plate=0.7), WHITE._replace(outline=0.06)):
            large, small = (painted(*size, paint).planes[0] for size in ((1920, 1080), (640, 360)))
            reduced = cv2.resize(large, (640, 360), interpolation=cv2.INTER_AREA)
            self.assertGreaterEqual(structural_similarity(reduced[..., 1], small[..., 1]), 0.985)

    def test_the_video_s_luma_is_the_screen_s(self):
        screen, video = (
            painted(640, 360, WHITE._replace(shadow=0.6), coding=coding).planes[0]
            for coding in (Coding.SCREEN, Coding.VIDEO)
        )
        if screen.ndim == 2:
            screen, video = video, screen
        luma = 16 + screen[..., :3] @ np.array([0.0722, 0.7152, 0.2126]) * 219 / 255
        self.assertLessEqual(np.abs(luma - video).max(), 2)

    def test_colour_differences_follow_the_letters(self):
        red = painted(640, 360, WordsPaint((20, 20, 220)), coding=Coding.VIDEO)
        cr, luma = red.planes[2].astype(float) - 128, red.planes[0]
        self.assertGreater(cr.max(), 60)
        inked_rows = np.nonzero(np.abs(luma.astype(int) - 93).max(axis=1) > 8)[0]
        coloured = np.nonzero(np.abs(cr).max(axis=1) > 8)[0] * 2
        self.assertLess(abs(inked_rows.min() - coloured.min()), 3)

    @settings(max_examples=40)
    @given(
        st.floats(0.0, 1.0),
        st.floats(0.01, 1.0),
        st.sampled_from([Posed(0, 0, 1, 0), Posed(0.013, -0.02, 0.83, 7.0)]),
        st.none() | st.builds(Reveal, st.floats(0.0, 1.0), st.just(0.4)),
    )
    def test_over_an_opaque_ground_all_stays_opaque(self, shadow, share, posed, reveal):
        paint = WHITE._replace(shadow=shadow, plate=1 - shadow)
        how = {"share": share, "posed": posed, "reveal": reveal}
        picture = painted(320, 180, paint, turns_by="letters", **how).planes[0]
        self.assertEqual(set(picture[..., 3].ravel().tolist()), {255})

    def test_the_shadow_lies_below_the_letters_as_far_as_asked_for(self):
        px = 0.12 * 360
        rows = {}
        for distance in (0.0, 0.3):
            paint = WHITE._replace(shadow=1.0, shadow_blur=0.02, shadow_distance=distance)
            picture = painted(640, 360, paint).planes[0][..., 1].astype(float)
            dark = np.clip(90 - picture, 0, None)
            rows[distance] = (dark.sum(axis=1) @ np.arange(360)) / dark.sum()
        self.assertGreater(rows[0.3] - rows[0.0], 0.15 * px)

    def test_a_share_of_them_is_between_nothing_and_all(self):
        nothing, half, whole = (painted(320, 180, share=share).planes[0].astype(int) for share in (0.0, 0.5, 1.0))
        self.assertTrue((nothing[..., :3] == 90).all())
        self.assertLessEqual(np.abs((half - 90) * 2 - (whole - 90))[..., :3].max(), 3)

    def test_letters_come_in_the_order_in_which_they_are_read(self):
        early = painted(640, 360, turns_by="letters", reveal=Reveal(0.3, 0.1)).planes[0][..., 1]
        whole = painted(640, 360, turns_by="letters", reveal=Reveal(1.0, 0.1)).planes[0][..., 1]
        seen = np.nonzero((early > 92).any(axis=0))[0]
        self.assertLess(seen.max(), np.nonzero((whole > 92).any(axis=0))[0].max())
        self.assertTrue((painted(640, 360).planes[0] == painted(640, 360, turns_by="words").planes[0]).all())
        below = (early[round(360 * 0.3 + 0.12 * 360 * 1.2) :] > 92).any()
        self.assertFalse(below)  # the second line is still to come

    def test_posed_they_lie_where_the_pose_says(self):
        still = painted(640, 360).planes[0][..., 1].astype(float) - 90
        moved = painted(640, 360, posed=Posed(across=0.1, down=0.05)).planes[0][..., 1].astype(float) - 90
        (x0, y0), (x1, y1) = (self.centroid(one) for one in (still, moved))
        self.assertAlmostEqual(x1 - x0, 64, delta=0.3)
        self.assertAlmostEqual(y1 - y0, 18, delta=0.3)
        large = painted(640, 360, posed=Posed(scale=1.5)).planes[0][..., 1].astype(float) - 90
        self.assertAlmostEqual(large.sum() / still.sum(), 2.25, delta=0.1)

    @staticmethod
    def centroid(ink):
        return tuple((ink * along).sum() / ink.sum() for along in np.meshgrid(*map(np.arange, ink.shape[::-1])))

    def test_a_picture_is_laid_over_without_its_transparent_parts(self):
        surface, frame = grey(320, 180)
        picture = np.zeros((40, 40, 4), np.uint8)
        picture[:, :20] = (0, 0, 200, 255)
        lay_over(surface, picture_over(picture, Window(0.5, 0.5, 0.125, 0.125 * 320 / 180), frame), frame)
        self.assertEqual(surface.planes[0][100, 170].tolist(), [0, 0, 200, 255])
        self.assertEqual(surface.planes[0][100, 190].tolist(), [90, 90, 90, 255])

    def test_coverage_is_what_is_painted(self):
        frame = FrameFormat(640, 360, 1.0, Coding.SCREEN)
        coverage, (left, top), em = letters_coverage(BLOCK, box_of(0.12, 0.1, 0.3, frame), frame)
        self.assertAlmostEqual(em, 0.12 * 360)
        part = painted(640, 360).planes[0][top : top + coverage.shape[0], left : left + coverage.shape[1], 1]
        self.assertLessEqual(np.abs(90 + coverage.astype(float) / 255 * 165 - part).max(), 1.5)
