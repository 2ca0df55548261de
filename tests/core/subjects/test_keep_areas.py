"""The finder, on photographs that other packages bring along and on drawn scenes."""

import unittest

import cv2
import numpy as np
from bench.drawn_photos import drawn_photo
from skimage import data
from sklearn.datasets import load_sample_image

from jaunty_frame.core.framing.bases import ATTENTION_STRIPS
from jaunty_frame.core.geometry.windows import Window, visible_share
from jaunty_frame.core.subjects.keep_areas import KeepAreaFinder, _grown
from jaunty_frame.demo.scenes import SCENES, draw_scene
from jaunty_frame.media.photos.finder import finder_models


def union_of(found):
    left, top = min(f.box.x for f in found), min(f.box.y for f in found)
    right, bottom = max(f.box.x + f.box.w for f in found), max(f.box.y + f.box.h for f in found)
    return np.array([[left, top, right - left, bottom - top]])


def bgr(picture):
    return np.ascontiguousarray(picture[..., ::-1])


class Growing(unittest.TestCase):
    BOX = Window(0.4, 0.4, 0.2, 0.2)

    def grown(self, rows, columns):
        likely = np.zeros((100, 100))
        likely[40:60, 40:60] = likely[rows, columns] = 1.0
        return _grown(likely, self.BOX)

    def test_a_box_grows_to_where_the_subject_still_is_and_by_three_tenths_at_most(self):
        everywhere, row, column = slice(0, 100), slice(40, 60), slice(40, 60)
        for rows, columns, grown in (
            (row, column, (0.4, 0.4, 0.2, 0.2)),
            (everywhere, everywhere, (0.34, 0.34, 0.32, 0.32)),
            (row, slice(37, 40), (0.37, 0.4, 0.23, 0.2)),
            (row, slice(60, 90), (0.4, 0.4, 0.26, 0.2)),
            (slice(30, 40), column, (0.4, 0.34, 0.2, 0.26)),
            (slice(60, 62), column, (0.4, 0.4, 0.2, 0.22)),
            # A third of an edge is enough, a quarter is not.
            (slice(40, 48), slice(60, 62), (0.4, 0.4, 0.22, 0.2)),
            (slice(40, 44), slice(60, 62), (0.4, 0.4, 0.2, 0.2)),
        ):
            with self.subTest(rows=rows, columns=columns):
                np.testing.assert_allclose(self.grown(rows, columns), grown)


class FinderCase(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.finder = KeepAreaFinder(finder_models())

    def assert_holds(self, found, subject, least):
        self.assertGreater(visible_share(union_of(found), np.array([[subject]]))[0, 0], least)


class OnPhotographs(FinderCase):
    # Boxes of the subjects, drawn by hand on the example photographs of scikit-image and scikit-learn.
    SUBJECTS = (
        (data.coffee, Window(0.2, 0.1, 0.55, 0.72)),
        (data.chelsea, Window(0.25, 0.1, 0.6, 0.75)),
        (lambda: load_sample_image("flower.jpg"), Window(0.3, 0.15, 0.36, 0.65)),
        (lambda: load_sample_image("china.jpg"), Window(0.12, 0.15, 0.4, 0.65)),
    )

    def test_the_subject_lies_in_what_is_found(self):
        for number, (picture, subject) in enumerate(self.SUBJECTS):
            with self.subTest(number=number):
                self.assert_holds(self.finder.find(bgr(picture())).areas, subject, 0.85)

    def test_a_face_becomes_a_required_head_with_hair_and_chin(self):
        # Hair to chin of the woman in scikit-image's "astronaut", read off the picture.
        head, *others = self.finder.find(bgr(data.astronaut())).areas
        self.assertEqual(head.weight, 1.0)
        self.assert_holds([head], Window(0.34, 0.05, 0.2, 0.29), 0.93)
        self.assertLess(head.box.w, 0.35)
        self.assertTrue(others and all(area.weight < 1 for area in others), "the body is wished for")

    def test_no_face_is_seen_in_gravel_grass_and_brick(self):
        for name in ("gravel", "grass", "brick"):
            with self.subTest(name=name):
                grey = getattr(data, name)()
                found = self.finder.find(cv2.cvtColor(grey, cv2.COLOR_GRAY2BGR)).areas
                self.assertFalse([area for area in found if area.weight >= 1])

    def test_the_same_photo_gives_the_same_areas_after_others(self):
        astronaut, tall = bgr(data.astronaut()), bgr(data.coffee()[:, :250])
        before = self.finder.find(astronaut).areas
        self.finder.find(tall)
        self.assertEqual(self.finder.find(astronaut).areas, before)
        self.assertEqual(KeepAreaFinder(finder_models()).find(astronaut).areas, before)

    def test_areas_lie_inside_the_photo(self):
        for picture in (bgr(data.astronaut()), bgr(data.coffee()[:, :60]), bgr(data.rocket()[:40])):
            for area in self.finder.find(picture).areas:
                self.assertTrue(0 <= area.confidence <= 1 and 0 < area.weight <= 1)
                self.assertTrue(area.box.x >= 0 and area.box.y >= 0)
                self.assertTrue(area.box.x + area.box.w <= 1 + 1e-9 and area.box.y + area.box.h <= 1 + 1e-9)

    def test_a_featureless_photo_has_no_areas(self):
        flat = np.full((300, 400, 3), 120, np.uint8)
        self.assertEqual(self.finder.find(flat).areas, ())

    def test_lettering_is_kept(self):
        sign = np.full((360, 540, 3), 150, np.uint8)
        sign += np.random.default_rng(1).integers(0, 12, sign.shape, np.uint8)
        cv2.putText(sign, "KILN OPENING", (60, 300), cv2.FONT_HERSHEY_SIMPLEX, 1.2, (250, 250, 250), 3, cv2.LINE_AA)
        (width, height), _ = cv2.getTextSize("KILN OPENING", cv2.FONT_HERSHEY_SIMPLEX, 1.2, 3)
        text = Window(60 / 540, (300 - height) / 360, width / 540, height / 360)
        self.assert_holds(self.finder.find(sign).areas, text, 0.95)


class OnDrawnScenes(FinderCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.scenes = {}
        for scene in SCENES:
            pixels, truth = draw_scene(scene)
            cls.scenes[scene.name] = cls.finder.find(bgr(pixels)).areas, truth

    def test_pots_in_corners_are_found_and_required(self):
        for name, (found, truth) in self.scenes.items():
            if name[:2] in ("03", "12", "13", "14"):
                with self.subTest(scene=name):
                    self.assertGreater(visible_share(union_of(found), np.array([truth]))[0].min(), 0.9)
                    self.assertEqual(found[0].weight, 1.0)

    def test_subjects_at_both_ends_are_areas_of_their_own(self):
        apart = 0
        for seed in (4, 5, 16, 17, 28, 29):
            pixels, truth = drawn_photo(seed)
            found = self.finder.find(bgr(pixels)).areas
            held = [
                max(visible_share(np.array([area.box]), np.array([[box]]))[0, 0] for area in found) for box in truth
            ]
            apart += len(found) >= 2 and min(held) > 0.8 and max(area.box.w for area in found) < 0.6
        self.assertGreaterEqual(apart, 4)

    def test_clear_subjects_are_required_in_most_scenes(self):
        required = sum(any(area.weight == 1 for area in found) for found, _ in self.scenes.values())
        self.assertGreaterEqual(required, 8)

    def test_attention_follows_a_subject_from_side_to_side(self):
        strips = (np.arange(ATTENTION_STRIPS) + 0.5) / ATTENTION_STRIPS
        for seed in (0, 1, 2, 3):
            pixels, truth = drawn_photo(seed)
            there, back = (self.finder.find(bgr(picture)).attention for picture in (pixels, pixels[:, ::-1]))
            for attention in (there, back):
                self.assertEqual(attention.shape, (2, ATTENTION_STRIPS))
                np.testing.assert_allclose(attention.sum(axis=1), 1, atol=0.01)
            middle = np.mean([box.x + box.w / 2 for box in truth])
            self.assertLess(abs(there[0] @ strips - middle), 0.12)
            self.assertLess(abs(there[0] @ strips + back[0] @ strips - 1), 0.1)

    def test_a_photo_without_areas_draws_no_attention(self):
        found = self.finder.find(np.full((300, 400, 3), 120, np.uint8))
        self.assertEqual(bool(found.areas), bool(found.attention.any()))
