"""Rectangles, outlines, turns and shadows of prints, against CSS, scipy and scikit-image."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.ndimage import gaussian_filter
from skimage.draw import polygon2mask
from skimage.transform import ProjectiveTransform

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.outline import (
    Turn,
    clipped,
    grown_outline,
    mapped,
    outline_edges,
    pixel_scale,
    rectangle_outline,
    rounded,
    turn_matrix,
)
from jaunty_frame.core.mounts.pieces import piece_size, print_size, size_about_piece
from jaunty_frame.core.mounts.places import solved_centre
from jaunty_frame.core.mounts.shadow import paint_shadow, shadow_share
from jaunty_frame.core.painting.coverage import outline_coverage
from jaunty_frame.core.painting.surface import Coding, new_surface

ASPECTS = st.floats(0.3, 3.5)


def area(points):
    x, y = points.T
    return abs(x @ np.roll(y, -1) - y @ np.roll(x, -1)) / 2


class Sizes(unittest.TestCase):
    @given(ASPECTS, ASPECTS, st.floats(0.2, 1.0))
    def test_a_fitted_print_touches_its_room_in_one_direction(self, room, aspect, size):
        width, height = print_size((room, 1.0), aspect, size, "fit")
        self.assertAlmostEqual(width / height, aspect)
        self.assertAlmostEqual(max(width / room, height), size)

    @given(st.lists(ASPECTS, min_size=2, max_size=6))
    def test_prints_of_equal_area_and_height_are_equal(self, aspects):
        areas = [np.prod(print_size((1.78, 1.0), aspect, 0.3, "area")) for aspect in aspects]
        np.testing.assert_allclose(areas, 0.3**2 * 1.78)
        heights = [print_size((1.78, 1.0), aspect, 0.3, "height")[1] for aspect in aspects]
        np.testing.assert_allclose(heights, 0.3)

    @given(ASPECTS, ASPECTS, st.floats(0.0, 0.1), st.floats(0, 3), st.sampled_from(["fit", "area", "height"]))
    def test_a_piece_within_its_border_keeps_its_shape(self, room, aspect, border, foot, sized_by):
        outer = size_about_piece((room, 1.0), aspect, 0.9, sized_by, border, foot)
        inner = piece_size(outer, border, foot)
        if inner[0] > outer[0] / 9 and inner[1] > outer[1] / 9:  # the border did not have to give way
            self.assertAlmostEqual(inner[0] / inner[1], aspect, places=4)
        self.assertLessEqual(outer[0], room + 1e-9)
        self.assertLessEqual(outer[1], 1 + 1e-9)


class Outlines(unittest.TestCase):
    def setUp(self):
        self.box = rectangle_outline(Window(0.2, 0.1, 0.5, 0.6), 2.0)

    def test_a_border_is_as_wide_on_all_sides_and_its_foot_more(self):
        grown = grown_outline(self.box, 0.05, 3.0)
        np.testing.assert_allclose(grown - self.box, [[-0.05, -0.05], [0.05, -0.05], [0.05, 0.15], [-0.05, 0.15]])

    def test_rounding_takes_what_four_quarter_circles_leave(self):
        radius = 0.1
        taken = area(self.box) - area(rounded(self.box, radius))
        self.assertAlmostEqual(taken, (4 - np.pi) * radius**2, places=3)

    def test_a_radius_beyond_half_a_side_is_half_of_it(self):
        """CSS Backgrounds 3, section 5.5: radii are reduced until they do not overlap."""
        square = rectangle_outline(Window(0.0, 0.0, 0.5, 1.0), 2.0)
        circle = rounded(square, 10.0)
        np.testing.assert_allclose(np.hypot(*(circle - 0.5).T), 0.5, atol=1e-9)

    @given(st.floats(-40, 40), st.floats(-0.5, 0.5))
    def test_what_is_common_lies_in_both(self, degrees, shift):
        c, s = np.cos(np.radians(degrees)), np.sin(np.radians(degrees))
        other = (self.box - self.box.mean(0)) @ np.array([[c, s], [-s, c]]) + self.box.mean(0) + shift
        common = clipped(self.box, other)
        for outline in (self.box, other):
            if len(common):
                inside = np.column_stack([common, np.ones(len(common))]) @ outline_edges(outline).T
                self.assertGreaterEqual(inside.min(), -1e-6)
        if len(common):
            self.assertTrue(np.isfinite(grown_outline(common, 0.02, 2.0)).all(), "straight sides are no corners")
        self.assertLessEqual(area(common) if len(common) else 0, min(area(self.box), area(other)) + 1e-9)

    def test_distances_from_edges_are_in_pixels_and_inwards(self):
        edges = outline_edges(np.array([[10.0, 20], [50, 20], [50, 60], [10, 60]]))
        np.testing.assert_allclose(np.sort(edges @ (20, 50, 1)), [10, 10, 30, 30])


class Turns(unittest.TestCase):
    def test_corners_are_those_of_a_pinhole_camera_to_a_tenth_of_a_pixel(self):
        """Each corner turned in space and projected by itself; the homography through them is scikit-image's."""
        turn, centre, distance = Turn(5.0, 20.0, -8.0), (1.0, 0.5), 3.0
        outline = rectangle_outline(Window(0.2, 0.1, 0.5, 0.8), 16 / 9)
        lean, yaw, pitch = np.radians(turn)
        seen = []
        for x, y in outline - centre:
            x, y, z = x * np.cos(yaw), y, x * np.sin(yaw)
            y, z = y * np.cos(pitch) + z * np.sin(pitch), -y * np.sin(pitch) + z * np.cos(pitch)
            x, y = x / (1 + z / distance), y / (1 + z / distance)
            seen.append((x * np.cos(lean) - y * np.sin(lean), x * np.sin(lean) + y * np.cos(lean)))
        expected = np.array(seen) + centre
        to_px = 1080
        ours = mapped(outline, turn_matrix(turn, centre))
        self.assertLess(np.abs(ours - expected).max() * to_px, 0.1)
        reference = ProjectiveTransform.from_estimate(outline, expected)
        inner = rectangle_outline(Window(0.3, 0.3, 0.2, 0.3), 16 / 9)
        self.assertLess(np.abs(reference(inner) - mapped(inner, turn_matrix(turn, centre))).max() * to_px, 0.1)

    def test_signs(self):
        box = rectangle_outline(Window(0.25, 0.25, 0.5, 0.5), 1.0)
        yawed, pitched = (mapped(box, turn_matrix(turn, (0.5, 0.5))) for turn in (Turn(0, 20), Turn(0, 0, 20)))
        self.assertLess(yawed[2, 1] - yawed[1, 1], yawed[3, 1] - yawed[0, 1])  # its right side is away
        self.assertLess(pitched[1, 0] - pitched[0, 0], pitched[2, 0] - pitched[3, 0])  # its top is away

    def test_pixels_may_be_of_another_shape(self):
        np.testing.assert_allclose(np.diag(pixel_scale(720, 576, 64 / 45)), [576 * 45 / 64, 576, 1])


class Shadows(unittest.TestCase):
    SIZE = (480, 270)

    def compared(self, points, sigma):
        width, height = self.SIZE
        scale = 4
        mask = polygon2mask((height * scale, width * scale), points[:, ::-1] * scale - 0.5)
        share = mask.reshape(height, scale, width, scale).mean(axis=(1, 3))
        return np.abs(shadow_share(points, (sigma, sigma), self.SIZE) - gaussian_filter(share, sigma, mode="nearest"))

    def test_they_are_gaussians_of_their_outlines(self):
        upright = np.array([[100.0, 60], [380, 60], [380, 210], [100, 210]])
        leaning = mapped(upright, np.array([[0.98, -0.1, 30], [0.1, 0.98, -20], [0, 0, 1]]))
        for points in (upright, leaning, rounded(upright, 40.0)):
            for sigma in (2.0, 7.0, 25.0):
                with self.subTest(corners=len(points), sigma=sigma):
                    self.assertLessEqual(self.compared(points, sigma).mean() * 255, 1.0)

    def test_source_over_at_its_strength(self):
        """Porter and Duff 1984: what is under a shadow of strength a is colour a + ground (1 - a)."""
        for coding in Coding:
            surface = new_surface(96, 64, coding)
            white = coding.matrix @ (255, 255, 255, 1)
            for plane, value in zip(surface.planes, white if coding.is_video else [255], strict=True):
                plane[:] = round(float(value))
            box = np.array([[-50.0, -50], [200, -50], [200, 200], [-50, 200]])
            paint_shadow(surface, box, (3.0, 3.0), (0, 0, 0), 0.4)
            step = 2 ** (coding.bits - 8)
            expected = (16 + 219 * 0.6) * step if coding.is_video else 255 * 0.6
            self.assertLessEqual(abs(float(np.asarray(surface.planes[0])[32, 48].flat[0]) - expected), step)

    def test_what_is_hidden_is_left_alone_and_the_rest_is_the_same(self):
        box = np.array([[20.0, 15], [70, 15], [70, 50], [20, 50]])
        surfaces = [new_surface(96, 64, Coding.SCREEN) for _ in range(2)]
        hidden_box = outline_coverage(outline_edges(box - 0.5), 64, 96)
        for surface, hidden in zip(surfaces, (None, lambda plane, sampling: hidden_box), strict=True):
            surface.planes[0][:] = 200
            paint_shadow(surface, box + 3, (4.0, 4.0), (0, 0, 0), 0.5, hidden)
        whole, part = (surface.planes[0][..., 0] for surface in surfaces)
        np.testing.assert_array_equal(part[17:48, 22:68], 200)
        around = np.ones((64, 96), bool)
        around[15:50, 20:70] = False
        np.testing.assert_array_equal(part[around], whole[around])


class Places(unittest.TestCase):
    def test_a_print_moves_away_from_what_covers_it_no_farther_than_it_must(self):
        rectangle, subject = Window(0.1, 0.2, 0.8, 0.6), np.array([[0.4, 0.65, 0.2, 0.15]])
        overlay = [Window(0.0, 0.75, 1.0, 0.25)]
        x, y = solved_centre(rectangle, subject, np.ones(1), overlay)
        self.assertEqual(x, 0.5)
        self.assertLessEqual(0.65 + (y - 0.5) + 0.15, 0.75 + 1e-9)
        self.assertGreaterEqual(y, 0.5 - 0.05 - 0.4 / 16)

    def test_without_overlays_in_the_way_it_stays_in_the_middle(self):
        self.assertEqual(
            solved_centre(Window(0.1, 0.1, 0.8, 0.8), np.array([[0.4, 0.4, 0.2, 0.2]]), np.ones(1), []), (0.5, 0.5)
        )


if __name__ == "__main__":
    unittest.main()
