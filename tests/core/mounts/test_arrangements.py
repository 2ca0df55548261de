"""Photos that share a frame, and prints that pile up: solved places, against their own laws."""

import unittest
from itertools import pairwise

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.core.mounts.arrangements import WHOLE_SIZE, Member, solved_slots
from jaunty_frame.core.mounts.outline import clipped, outline_edges, rectangle_outline
from jaunty_frame.core.mounts.piles import RECENT, RECOGNISED, Laid, solved_rests, usual_size

TALL, WIDE = 9 / 16, 16 / 9
ASPECTS = st.floats(0.4, 3.0)


def together(one, other):
    wide = min(one.x + one.w, other.x + other.w) - max(one.x, other.x)
    high = min(one.y + one.h, other.y + other.h) - max(one.y, other.y)
    return max(wide, 0) * max(high, 0)


class Slots(unittest.TestCase):
    def test_upright_photos_stand_beside_each_other_on_wide_frames_and_above_on_tall_ones(self):
        pair = [Member(2 / 3), Member(2 / 3)]
        beside, above = solved_slots(pair, WIDE), solved_slots(pair, TALL)
        self.assertEqual([slot.h for slot in beside], [1, 1])
        self.assertEqual([slot.w for slot in above], [1, 1])

    @given(st.lists(ASPECTS, min_size=2, max_size=4), st.floats(0.4, 2.5), st.floats(0, 0.05))
    def test_places_lie_in_the_frame_and_not_on_each_other(self, aspects, frame, gap):
        for needed in ((0.0, 0.0), (1.0, 1.0)):
            slots = solved_slots([Member(aspect, needed) for aspect in aspects], frame, gap=gap)
            for k, slot in enumerate(slots):
                self.assertGreaterEqual(min(slot.x, slot.y), -1e-9)
                self.assertLessEqual(max(slot.x + slot.w, slot.y + slot.h), 1 + 1e-9)
                for other in slots[k + 1 :]:
                    self.assertLess(together(slot, other), 1e-9)

    @given(st.lists(ASPECTS, min_size=2, max_size=4), st.floats(0.4, 2.5))
    def test_without_gaps_they_fill_the_frame_or_nothing_is_cropped(self, aspects, frame):
        filled = solved_slots([Member(aspect) for aspect in aspects], frame)
        self.assertAlmostEqual(sum(slot.w * slot.h for slot in filled), 1.0)
        whole = solved_slots([Member(aspect, (1.0, 1.0)) for aspect in aspects], frame)
        if abs(sum(slot.w * slot.h for slot in whole) - 1.0) > 1e-6:
            for aspect, slot in zip(aspects, whole, strict=True):
                self.assertAlmostEqual(slot.w * frame / slot.h / aspect, 1.0, places=6)
            extent = max(max(s.x + s.w for s in whole) - min(s.x for s in whole), max(s.y + s.h for s in whole) - 0)
            self.assertGreaterEqual(extent, WHOLE_SIZE - 1e-6)

    def test_gaps_are_equal_between_and_about(self):
        one, two = solved_slots([Member(1.0), Member(1.0)], 2.0, gap=0.04)
        sides = [one.x * 2, (two.x - one.x - one.w) * 2, (1 - two.x - two.w) * 2, one.y, 1 - one.y - one.h]
        np.testing.assert_allclose(sides, 0.04)

    def test_an_arrangement_may_be_asked_for(self):
        pair = [Member(1.5), Member(1.5)]
        for name, across in (("beside", True), ("above", False)):
            one, two = solved_slots(pair, TALL, name)
            self.assertEqual(one.y == two.y, across)

    def test_an_inset_avoids_what_must_stay(self):
        subject_at = {"bottom-right": (0.8, 0.8), "bottom-left": (0.2, 0.8), "top-right": (0.8, 0.2)}
        for corner, centre in subject_at.items():
            slots = solved_slots([Member(1.5, (0.3, 0.3), centre), Member(1.0)], 1.5, "inset")
            box = Window(centre[0] - 0.15, centre[1] - 0.15, 0.3, 0.3)
            self.assertEqual(together(slots[1], box), 0.0, corner)
        by_hand = solved_slots([Member(1.5), Member(1.0)], 1.5, "inset", corner="top-left")[1]
        self.assertLess(max(by_hand.x, by_hand.y), 0.1)


def outline(one, rest, aspect):
    unit_x, unit_y = (1.0, aspect) if aspect < 1 else (1 / aspect, 1.0)
    w, h = one.size[0] * unit_x, one.size[1] * unit_y
    flat = rectangle_outline(Window(rest.x - w / 2, rest.y - h / 2, w, h), aspect)
    middle, angle = flat.mean(axis=0), np.radians(rest.lean)
    turn = np.array([[np.cos(angle), np.sin(angle)], [-np.sin(angle), np.cos(angle)]])
    return (flat - middle) @ turn + middle


def seen_share(below, above):
    """Return the share of an outline that no other covers, by chance points."""
    rng = np.random.default_rng(1)
    low, high = below.min(axis=0), below.max(axis=0)
    points = rng.uniform(low, high, (20_000, 2))
    homogeneous = np.column_stack([points, np.ones(len(points))])
    inside = (homogeneous @ outline_edges(below).T >= 0).all(axis=1)
    covered = np.zeros(len(points), bool)
    for other in above:
        covered |= (homogeneous @ outline_edges(other).T >= 0).all(axis=1)
    return (inside & ~covered).sum() / inside.sum()


class Piles(unittest.TestCase):
    def test_each_of_the_last_four_stays_recognisable(self):
        """Places are found one after the other and stay, so that a few in a hundred fall short, by a little."""
        for aspect, size, spread in ((TALL, 0.45, 1.0), (1.0, 0.45, 1.0), (WIDE, 0.45, 1.0), (1.0, 0.37, 2 / 3)):
            shares = []
            for seed in range(8):
                rng, prints = np.random.default_rng(seed), []
                side = size * max(aspect, 1 / aspect) ** 0.5
                for k in range(7):
                    ratio = rng.choice([0.67, 1.0, 1.5])
                    prints.append(
                        Laid((side * ratio**0.5, side / ratio**0.5), 6.0, True, 0.6, seed + k, (), spread**0.5)
                    )
                rests = solved_rests(prints, aspect)
                outlines = [outline(one, rest, aspect) for one, rest in zip(prints, rests, strict=True)]
                shares += [
                    seen_share(outlines[k], outlines[k + 1 : newest + 1])
                    for newest in range(1, len(prints))
                    for k in range(max(0, newest - RECENT), newest)
                ]
            with self.subTest(aspect=aspect, size=size):
                self.assertGreaterEqual(np.mean(np.array(shares) >= RECOGNISED), 0.93)
                self.assertGreaterEqual(min(shares), 0.15)

    def test_the_same_slides_lie_the_same_way_and_lean_to_and_fro(self):
        prints = [Laid((0.5, 0.4), 6.0, True, 0.6, seed) for seed in range(4)]
        rests = solved_rests(prints, WIDE)
        self.assertEqual(rests, solved_rests(prints, WIDE))
        self.assertEqual(rests[:3], solved_rests(prints[:3], WIDE), "what comes later moves nothing")
        self.assertTrue(all(a.lean * b.lean < 0 for a, b in pairwise(rests)))
        self.assertTrue(all(1.5 <= abs(rest.lean) <= 6.0 for rest in rests))

    def test_what_must_stay_is_not_laid_under_an_overlay(self):
        overlay = [Window(0, 0.7, 1, 0.3)]
        for seed in range(5):
            (rest,) = solved_rests(
                [Laid((0.5, 0.5), 0.0, True, 1.0, seed, (Window(0.2, 0.5, 0.6, 0.5),))], 1.0, overlay
            )
            self.assertLessEqual(rest.y + 0.25, 0.7 + 0.02)


class UsualSizes(unittest.TestCase):
    @given(st.floats(0.3, 0.9), st.floats(0.3, 3.5), st.floats(0.4, 2.5))
    def test_prints_are_of_equal_area_unless_they_would_be_longer_than_the_pile_is_wide(self, size, aspect, frame):
        found = usual_size(size, aspect, frame)
        # In lengths of the frame's height, the print's area is the share of the frame's.
        tall = (found**2 * frame / aspect) ** 0.5
        longest = max(tall, tall * aspect / frame)
        self.assertLessEqual(found, size)
        widest = (2 / 3) ** 0.5  # a third of the table stays to be seen
        self.assertLessEqual(longest, widest * 1.005)
        if found < size:
            self.assertAlmostEqual(longest, widest, delta=0.005)


class Clipping(unittest.TestCase):
    def test_nothing_in_common_is_nothing(self):
        one, other = (rectangle_outline(Window(x, 0, 0.2, 1), 1.0) for x in (0.0, 0.5))
        self.assertEqual(len(clipped(one, other)), 0)


if __name__ == "__main__":
    unittest.main()
