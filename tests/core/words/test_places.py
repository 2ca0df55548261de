"""Places for words: solved against brute force, and off what must stay in view."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.words.places import (
    ANCHORS,
    COVERED,
    Surroundings,
    anchor_place,
    anchored,
    ground_behind,
    overlap_area,
    solved_places,
)

REGION = Window(0.05, 0.05, 0.9, 0.9)


def surroundings(
    size=(0.3, 0.08), areas=(), weights=None, ground=None, strips=(), liked=(0.5, 0.5), liking=(0.3, 0.3), solid=()
):
    calm = np.zeros((1, 18, 18, 3))
    calm[..., 1] = 0.1
    return Surroundings(
        sizes=np.array([[size]], float),
        lines=np.ones((1, 1)),
        avoid=np.array([areas], float).reshape(1, -1, 4),
        weights=np.array([weights if weights is not None else [1.0] * len(areas)], float),
        ground=calm if ground is None else ground,
        strips=np.array([strips], float).reshape(1, -1, 4),
        photo=np.array([[0.0, 0.0, 1.0, 1.0]]),
        margin=np.array([0.01, 0.01]),
        liked=np.array([liked]),
        liking=np.array([liking]),
        solid=np.array([solid], float).reshape(1, -1, 4),
    )


def box_of(places):
    return Window(*places.box[0].tolist())


class Solved(unittest.TestCase):
    def test_nothing_in_the_way_it_is_where_such_words_usually_are(self):
        for liked in ((0.0, 0.0), (0.5, 1.0), (1.0, 0.5)):
            found = solved_places(surroundings(liked=liked), REGION)
            self.assertEqual((found.across[0], found.down[0]), liked)

    @settings(deadline=None)
    @given(st.floats(0.05, 0.75), st.floats(0.05, 0.75), st.floats(0.1, 0.4), st.floats(0.1, 0.4))
    def test_it_is_off_a_required_area_wherever_there_is_room(self, x, y, w, h):
        area = (x, y, min(w, 1 - x), min(h, 1 - y))
        found = solved_places(surroundings(areas=[area]), REGION)
        free = False
        for across in np.linspace(0, 1, 5):
            for down in np.linspace(0, 1, 7):
                box = np.array([anchored((0.3, 0.08), REGION, across, down)])
                free |= not overlap_area(box, np.array([area]))[0, 0]
        self.assertEqual(bool(found.covers[0] <= COVERED), free)

    @settings(deadline=None)
    @given(st.floats(0.0, 0.75), st.floats(0.0, 0.75), st.floats(0.05, 0.9), st.floats(0.05, 0.9), st.booleans())
    def test_it_is_off_what_is_solid_wherever_there_is_room(self, x, y, w, h, over_area):
        solid = Window(x, y, w, h)
        # Even if a head has to be covered for it.
        areas = [(0.05, 0.05, 0.9, 0.9)] if over_area else []
        found = solved_places(surroundings(areas=areas, solid=[solid]), REGION)
        above_left = x - 0.05 >= 0.3 or y - 0.05 >= 0.08
        free = above_left or 0.95 - (x + w) >= 0.3 or 0.95 - (y + h) >= 0.08
        if free:
            self.assertFalse(found.meets[0])
            self.assertLess(overlap_area(found.box[:1], np.array([solid]))[0, 0], 1e-9)
        self.assertGreaterEqual(found.box[0, :2].min(), 0.05 - 1e-6)
        self.assertLessEqual((found.box[0, :2] + found.box[0, 2:]).max(), 0.95 + 1e-6)
        if x <= 0.05 and y <= 0.05 and x + w >= 0.95 and y + h >= 0.95:
            self.assertTrue(found.meets[0])

    def test_it_stays_in_its_region(self):
        for liked in ((0.0, 0.0), (1.0, 1.0)):
            box = box_of(solved_places(surroundings(liked=liked), REGION))
            self.assertGreaterEqual(min(box.x, box.y), 0.05 - 1e-9)
            self.assertLessEqual(max(box.x + box.w, box.y + box.h), 0.95 + 1e-9)

    def test_it_seeks_the_calm_part(self):
        ground = np.zeros((1, 18, 18, 3))
        ground[..., 1] = 0.1
        ground[:, :, 6:, 2] = 0.9  # busy but for the left third
        self.assertEqual(solved_places(surroundings(ground=ground, size=(0.25, 0.08)), REGION).across[0], 0.0)

    def test_it_takes_the_strip_that_a_photo_leaves_free(self):
        strip = (0.05, 0.8, 0.9, 0.15)
        found = solved_places(surroundings(strips=[strip], liked=(0.5, 0.2)), REGION)
        self.assertTrue(found.in_strip[0])
        self.assertAlmostEqual(box_of(found).y + 0.04, 0.875)

    def test_it_does_not_lie_across_a_photo_s_edge(self):
        of = surroundings(liked=(0.5, 0.9))._replace(photo=np.array([[0.0, 0.0, 1.0, 0.85]]))
        self.assertFalse(solved_places(of, REGION).lies_across[0])

    def test_many_are_solved_as_each_by_itself(self):
        rng = np.random.default_rng(5)
        alone = [surroundings(areas=[(*rng.uniform(0, 0.6, 2), 0.3, 0.3)]) for _ in range(6)]
        together = Surroundings(
            *(np.concatenate(parts) for parts in zip(*(one[:7] for one in alone), strict=True)),
            alone[0].margin,
            *(np.concatenate(parts) for parts in zip(*(one[8:] for one in alone), strict=True)),
        )
        found = solved_places(together, REGION)
        for k, one in enumerate(alone):
            np.testing.assert_allclose(found.box[k], solved_places(one, REGION).box[0])


class Grounds(unittest.TestCase):
    @given(st.floats(0, 0.9), st.floats(0, 0.9), st.floats(0.02, 0.5), st.floats(0.02, 0.5))
    def test_tones_behind_a_box_are_those_of_all_cells_that_it_touches(self, x, y, w, h):
        ground = np.random.default_rng(1).random((18, 18, 3))
        box = Window(x, y, min(w, 1 - x), min(h, 1 - y))
        cells = [
            ground[row, column]
            for row in range(18)
            for column in range(18)
            if column / 18 < box.x + box.w and (column + 1) / 18 > box.x
            if row / 18 < box.y + box.h and (row + 1) / 18 > box.y
        ]
        low, high = ground_behind(box, ground)
        self.assertLessEqual(abs(low - min(cell[0] for cell in cells)), 1e-12)
        self.assertLessEqual(abs(high - max(cell[1] for cell in cells)), 1e-12)

    def test_a_box_at_the_far_corner_has_the_last_cell_behind_it(self):
        ground = np.zeros((18, 18, 3))
        ground[17, 17] = 0.7
        self.assertEqual(ground_behind(Window(0.98, 0.98, 0.02, 0.02), ground), (0.7, 0.7))
        self.assertEqual(ground_behind(Window(1.0, 1.0, 0.1, 0.1), ground), (0.7, 0.7))


class Anchors(unittest.TestCase):
    def test_nine_places(self):
        self.assertEqual(
            [anchor_place(name) for name in (ANCHORS[0], "middle", "bottom-right")], [(0, 0), (0.5, 0.5), (1, 1)]
        )
        self.assertEqual(anchored((0.2, 0.1), REGION, 1.0, 0.0), Window(0.75, 0.05, 0.2, 0.1))
