"""Painting: exact positions, edges that cover by fractions, blends and fades."""

import unittest

import cv2
import numpy as np
from skimage.registration import phase_cross_correlation
from skimage.transform import rotate

from jaunty_frame.core.fills.colour import plain_fill
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import WHOLE_PHOTO, Window
from jaunty_frame.core.painting.level_specs import DENSITY, level_specs
from jaunty_frame.core.painting.levels import level_for, make_level
from jaunty_frame.core.painting.light import fade_to
from jaunty_frame.core.painting.mapping import window_mapping
from jaunty_frame.core.painting.placing import place
from jaunty_frame.core.painting.surface import Coding, FrameFormat, copy_planes, new_surface
from jaunty_frame.core.painting.workspace import Workspace
from jaunty_frame.core.transitions.cross_dissolve import dissolve


def noise_photo(height=600, width=900, seed=4):
    rng = np.random.default_rng(seed)
    grey = cv2.GaussianBlur(rng.random((height, width)).astype(np.float32), (0, 0), 3)
    grey = (grey - grey.min()) / (grey.max() - grey.min()) * 255
    return np.repeat(grey[..., None], 3, axis=2).astype(np.uint8)


def painted(photo, window, size, coding=Coding.SCREEN, fill=None, ends=None):
    levels = tuple(make_level(photo, spec, coding) for spec in level_specs(ends or (window, window), *size))
    return placed(level_for(levels, window), window, size, coding, fill)


def placed(level, window, size, coding, fill=None, degrees=0.0, photo_aspect=1.0, aside=False):
    """Place a level over a fill (planes), or over nothing in particular."""
    frame = FrameFormat(*size, 1.0, coding)
    surface = new_surface(*size, coding)
    if fill is not None:
        copy_planes(surface, fill)
    place(surface, level, window_mapping(window, size, degrees, photo_aspect), Workspace(frame), aside)
    return surface


def shift_between(first, moved):
    """Return the displacement (y, x) in pixels; the window keeps the patch's own edges out of it."""
    weight = np.outer(np.hanning(first.shape[0]), np.hanning(first.shape[1]))
    pair = ((image - image.mean()) * weight for image in (moved, first))
    return phase_cross_correlation(*pair, upsample_factor=400, normalization=None)[0]


class TurnedPhotos(unittest.TestCase):
    """Against scikit-image's rotate, which turns counter-clockwise."""

    def painted(self, photo, degrees, coding, fill=None, window=Window(0.2, 0.25, 0.6, 0.6)):
        height, width = photo.shape[:2]
        size = round(window.w * width), round(window.h * height)
        reach = Turned(np.array([degrees]), np.ones(1), np.array([size[0] / size[1]])).reach[0]
        levels = [make_level(photo, spec, coding) for spec in level_specs((window, window), *size, tuple(reach))]
        return placed(levels[0], window, size, coding, fill, degrees, width / height)

    def test_a_turned_photo_is_seen_as_a_rotated_one(self):
        photo = noise_photo(400, 600)
        for degrees in (7.0, -3.0):
            with self.subTest(degrees=degrees):
                expected = rotate(photo[..., 0].astype(float), -degrees, center=(299.5, 219.5), order=3)
                expected = expected[100:340, 120:480]
                shown = self.painted(photo, degrees, Coding.SCREEN).planes[0][..., 0]
                self.assertLess(np.abs(shown - expected).mean(), 0.6)
                luma = self.painted(photo, degrees, Coding.VIDEO).planes[0]
                self.assertLess(np.abs((luma - 16.0) * 255 / 219 - expected).mean(), 0.8)

    def test_what_a_turned_photo_leaves_free_is_fill(self):
        photo = np.full((300, 300, 3), 200, np.uint8)
        fill = plain_fill((0, 0, 0), FrameFormat(300, 300, 1.0, Coding.SCREEN))
        shown = self.painted(photo, 10.0, Coding.SCREEN, fill, WHOLE_PHOTO).planes[0][..., 0]
        expected = rotate(np.full((300, 300), 200.0), -10, order=1)
        self.assertLess(abs(shown.mean() - expected.mean()), 1.0)
        self.assertTrue(shown[2, 2] == 0 and shown[150, 150] == 200)
        edge = shown[0:60, 150]  # the rim is blended, not stepped
        self.assertLessEqual(np.count_nonzero((edge > 5) & (edge < 195)), 3)

    def test_a_turn_of_nothing_is_the_plain_picture(self):
        photo, window = noise_photo(), Window(0.1, 0.1, 0.6, 0.5)
        plain = painted(photo, window, (320, 180))
        level = make_level(photo, level_specs((window, window), 320, 180)[0], Coding.SCREEN)
        surface = placed(level, window, (320, 180), Coding.SCREEN, None, 1e-7, 1.5)
        self.assertLessEqual(np.abs(surface.planes[0].astype(int) - plain.planes[0]).max(), 1)

    def test_the_way_of_turned_photos_gives_the_same_bytes_upright(self):
        opaque = noise_photo()
        clear = np.dstack([opaque // 2, np.full(opaque.shape[:2], 128, np.uint8)])
        for window in (Window(-0.213, 0.1, 1.37, 0.7), Window(0.1, 0.1, 0.6, 0.5), Window(-0.3, -0.3, 1.61, 1.6)):
            for photo in (opaque, clear):
                for coding in Coding:
                    with self.subTest(window=window, channels=photo.shape[2], coding=coding):
                        fill = plain_fill((90, 20, 200), FrameFormat(160, 90, 1.0, coding))
                        level = make_level(photo, level_specs((window, window), 160, 90)[0], coding)
                        ways = [placed(level, window, (160, 90), coding, fill, aside=aside) for aside in (False, True)]
                        for straight, turned in zip(*(way.planes for way in ways), strict=True):
                            np.testing.assert_array_equal(straight, turned)

    def test_a_photo_in_perspective_lies_between_the_lines_of_its_corners(self):
        # The plane of the photo falls back to the right: its right edge is seen half as high as its left one.
        photo = np.full((200, 200, 3), 255, np.uint8)
        corners = np.array([[20.0, 20.0], [140.0, 50.0], [140.0, 110.0], [20.0, 140.0]], np.float32)
        square = np.array([[0, 0], [1, 0], [1, 1], [0, 1]], np.float32)
        mapping = cv2.getPerspectiveTransform(corners, square)
        level = make_level(photo, level_specs((WHOLE_PHOTO, WHOLE_PHOTO), 160, 160)[0], Coding.SCREEN)
        frame = FrameFormat(160, 160, 1.0, Coding.SCREEN)
        surface = new_surface(160, 160, Coding.SCREEN)
        copy_planes(surface, plain_fill((0, 0, 0), frame))
        place(surface, level, mapping, Workspace(frame))
        shown = surface.planes[0][..., 0].astype(float) / 255
        # Of the quadrilateral: half the sum of its parallel sides times their distance (Euclid).
        self.assertAlmostEqual(shown.sum(), (120 + 60) / 2 * 120, delta=20)
        self.assertEqual((shown[80, 80], shown[10, 80], shown[30, 130]), (1.0, 0.0, 0.0))

    def test_a_turned_rim_covers_as_much_as_the_exact_polygon(self):
        photo = np.full((300, 300, 3), 255, np.uint8)
        fill = plain_fill((0, 0, 0), FrameFormat(200, 200, 1.0, Coding.SCREEN))
        window = Window(-0.5, -0.5, 2.0, 2.0)
        level = make_level(photo, level_specs((window, window), 200, 200)[0], Coding.SCREEN)
        for degrees in (0.5, 3.0, 17.0, 44.0):
            shown = placed(level, window, (200, 200), Coding.SCREEN, fill, degrees).planes[0][..., 0]
            # A square of 100 pixels keeps its area however it is turned.
            self.assertAlmostEqual(shown.astype(float).sum() / 255, 100 * 100, delta=25, msg=f"{degrees}")


class Positions(unittest.TestCase):
    def test_shifts_are_exact_to_a_fiftieth_of_a_pixel(self):
        photo, size = noise_photo(), (320, 180)
        ends = Window(0.1, 0.1, 0.6, 0.50625), Window(0.12, 0.1, 0.6, 0.50625)
        first = painted(photo, ends[0], size, ends=ends).planes[0][..., 0].astype(float)
        for pixels in (0.1, 0.25, 0.5, 1.7):
            with self.subTest(pixels=pixels):
                window = Window(0.1 + pixels / 320 * 0.6, 0.1, 0.6, 0.50625)
                moved = painted(photo, window, size, ends=ends).planes[0][..., 0].astype(float)
                np.testing.assert_allclose(shift_between(first, moved), (0, -pixels), atol=0.02)

    def test_chroma_lies_where_luma_does(self):
        # A vertical edge between two colours must stand at the same place in Y and, left-sited, in Cb and Cr.
        photo = np.zeros((200, 400, 3), np.uint8)
        photo[:, :200] = (200, 40, 40)
        photo[:, 200:] = (40, 40, 200)
        surface = painted(photo, Window(0, 0, 1, 1), (160, 80), Coding.VIDEO)
        cb = surface.planes[1][20].astype(float)
        part = (cb - cb.min()) / (cb.max() - cb.min())
        # Samples lie at X = 2 i + 1/2; the share of the first colour adds up to where it ends.
        edge = 2 * part.sum() - 0.5
        self.assertAlmostEqual(edge, 80, delta=0.3)

    def test_a_level_is_dense_enough_at_every_window(self):
        opening, closing = WHOLE_PHOTO, Window(0.4, 0.4, 0.2, 0.2)
        specs = level_specs((opening, closing), 320, 180)
        self.assertEqual(len(specs), 4)  # ln 5 / ln 1.5
        for spec in specs:
            self.assertGreaterEqual(spec.width / spec.region.w * spec.tightest / 320, DENSITY - 1e-9)


class Edges(unittest.TestCase):
    def test_the_rim_is_covered_by_fractions(self):
        white = np.full((100, 100, 3), 255, np.uint8)
        fill = plain_fill((0, 0, 0), FrameFormat(100, 100, 1.0, Coding.SCREEN))
        # The photo spans 30.25 .. 70.6 across and the whole height and more.
        w = 100 / 40.35
        surface = painted(white, Window(-30.25 / 40.35, 0.2, w, 0.5), (100, 100), fill=fill)
        row = surface.planes[0][50, :, 0].astype(float) / 255
        self.assertAlmostEqual(row.sum(), 40.35, delta=0.01)
        self.assertAlmostEqual(row[30], 0.75, delta=0.005)
        self.assertAlmostEqual(row[70], 0.6, delta=0.005)
        self.assertEqual(set(row[:30]) | set(row[71:]), {0.0})

    def test_a_photo_outside_the_frame_leaves_the_fill(self):
        fill = plain_fill((10, 20, 30), FrameFormat(64, 64, 1.0, Coding.SCREEN))
        surface = painted(noise_photo(), Window(3, 3, 1, 1), (64, 64), fill=fill)
        self.assertTrue(np.all(surface.planes[0] == (10, 20, 30, 255)))

    def test_transparent_parts_show_the_fill(self):
        photo = np.zeros((100, 100, 4), np.uint8)
        photo[:, 50:] = (100, 100, 100, 255)
        for coding, black in ((Coding.SCREEN, 0), (Coding.VIDEO, 16)):
            fill = plain_fill((255, 255, 255), FrameFormat(100, 100, 1.0, coding))
            plane = painted(photo, WHOLE_PHOTO, (100, 100), coding, fill).planes[0].reshape(100, 100, -1)[50, :, 0]
            self.assertEqual(plane[20], fill[0].reshape(100, 100, -1)[0, 0, 0])
            self.assertAlmostEqual(float(plane[80]), black + 100 * (219 / 255 if black else 1), delta=1)

    def test_planes_are_painted_in_place(self):
        memory = np.zeros((1, 88 * 64), np.uint8).reshape(64, 88)
        surface = new_surface(64, 64, Coding.VIDEO)
        padded = type(surface)(64, 64, Coding.VIDEO, (memory[:, :64], *surface.planes[1:]))
        level = make_level(noise_photo(), level_specs((WHOLE_PHOTO, WHOLE_PHOTO), 64, 64)[0], Coding.VIDEO)
        workspace = Workspace(FrameFormat(64, 64, 1.0, Coding.VIDEO))
        place(padded, level, window_mapping(WHOLE_PHOTO, (64, 64)), workspace)
        self.assertGreater(memory[:, :64].std(), 5)
        self.assertTrue(np.all(memory[:, 64:] == 0))


class Blending(unittest.TestCase):
    def test_blend_and_fade(self):
        surface, other = (new_surface(8, 8, Coding.VIDEO) for _ in range(2))
        for plane, value in zip(surface.planes, (216, 100, 160), strict=True):
            plane[:] = value
        fade_to(other, 0.0, (0, 0, 0))
        dissolve(surface, other, 0.25)
        self.assertEqual([int(plane[0, 0]) for plane in surface.planes], [166, 107, 152])
        fade_to(surface, 0.0, (0, 0, 0))
        self.assertEqual([int(plane[0, 0]) for plane in surface.planes], [16, 128, 128])
