"""The solver's base windows: optimal by brute force, and the rules about placements."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jaunty_frame.core.framing.bases import PLACEMENTS, KeepAreas, Placement, solve_bases
from jaunty_frame.core.framing.straightened_bases import solve_all_bases
from jaunty_frame.core.geometry.straightening import Turned
from jaunty_frame.core.geometry.windows import bar_share, visible_share
from jaunty_frame.core.geometry.zones import PHONE

TALL, WIDE = 9 / 16, 16 / 9
# Our rules (docs/framing.md): the free margin wanted around an area, in short sides of the window.
ROOM = 0.06


def areas_of(*boxes, weights=None):
    return KeepAreas(np.array([boxes], float).reshape(1, -1, 4), np.array([weights or [1.0] * len(boxes)], float))


def solved(photo_aspect, aspect, areas, placement=Placement.AUTO, overlays=()):
    wanted = np.array([PLACEMENTS.index(placement)])
    boxes = np.array(overlays, float).reshape(1, -1, 4)
    bases = solve_bases(np.array([photo_aspect]), np.array([aspect]), areas, wanted, boxes)
    return bases.window[0], PLACEMENTS[bases.placement[0]], bool(bases.hairline[0])


def scores(p, w, photo_aspect, aspect, areas, overlays):
    """The aims at position p, written plainly: one area after the other. For photos wider than the frame."""
    short = w * min(1, 1 / aspect)
    room_x, room_y = ROOM * short, ROOM * short * photo_aspect

    def share(box, window):
        x = max(0, min(box[0] + box[2], window[0] + window[2]) - max(box[0], window[0]))
        y = max(0, min(box[1] + box[3], window[1] + window[3]) - max(box[1], window[1]))
        return x * y / (box[2] * box[3])

    window = (p, 0, w, 1)
    required, wished, roomy, under = [0.0, 0.0], [0.0, 0.0], [0.0, 0.0], 0.0
    for box, weight in zip(areas.boxes[0], areas.weights[0], strict=True):
        seen, counts = share(box, window), required if weight >= 1 else wished
        counts[0] += weight * (seen >= 0.98 - 1e-9)
        counts[1] += weight * seen
        left, top = max(box[0] - room_x, 0), max(box[1] - room_y, 0)
        right, bottom = min(box[0] + box[2] + room_x, 1), min(box[1] + box[3] + room_y, 1)
        roomy[int(weight < 1)] += weight * share((left, top, right - left, bottom - top), window)
        under -= weight * sum(share(box, (p + o[0] * w, o[1], o[2] * w, o[3])) for o in overlays)
    low = min(box[0] for box in areas.boxes[0])
    high = max(box[0] + box[2] for box in areas.boxes[0])
    centre = np.average(areas.boxes[0, :, 0] + areas.boxes[0, :, 2] / 2, weights=areas.weights[0])
    at = (centre - p) / w
    aims = (1 / 2,) if high - low > w / 3 else (1 / 3, 2 / 3)
    return [*required, *wished, *roomy, under, -min(abs(at - aim) for aim in aims), -abs(p + w / 2 - 0.5)]


boxes = st.tuples(st.floats(0, 0.7), st.floats(0, 0.7), st.floats(0.02, 0.3), st.floats(0.02, 0.3))
# Of all sizes, also too wide for any window.
wide_boxes = st.tuples(st.floats(0, 0.2), st.floats(0, 0.5), st.floats(0.3, 0.8), st.floats(0.1, 0.5))
some_areas = st.lists(st.tuples(boxes | wide_boxes, st.sampled_from([1.0, 0.5, 0.3, 0.1])), min_size=1, max_size=4)


class Cover(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(some_areas, st.floats(1.2, 3.5), st.booleans())
    def test_no_position_is_better_by_the_aims(self, chosen, photo_aspect, phone):
        areas = areas_of(*(box for box, _ in chosen), weights=[weight for _, weight in chosen])
        overlays = PHONE.overlay_boxes() if phone else ()
        window, _, _ = solved(photo_aspect, TALL, areas, Placement.COVER, overlays)
        w = TALL / photo_aspect
        ours = scores(window[0], w, photo_aspect, TALL, areas, overlays)
        for p in np.linspace(0, 1 - w, 201):
            theirs = scores(p, w, photo_aspect, TALL, areas, overlays)
            for mine, other in zip(ours, theirs, strict=True):
                if abs(mine - other) > 1e-9:
                    self.assertGreaterEqual(mine, other - 1e-6, f"p = {p} is better than {window[0]}")
                    break

    def test_no_wish_pushes_out_what_is_required(self):
        """Also where it is straightened, and where attention lies elsewhere."""
        required, wish = (0.05, 0.2, 0.5, 0.5), (0.8, 0.4, 0.15, 0.2)
        boxes, weights = np.array([[required, wish]]), np.array([[1.0, 0.1]])
        attention = np.zeros((1, 2, 32))
        attention[..., 26:] = 1 / 6
        cover = np.array([PLACEMENTS.index(Placement.COVER)])
        for degrees in (0.0, 2.0):
            for known in (None, attention):
                turned = Turned(np.array([degrees]), np.array([1.5]), np.array([TALL]))
                window = solve_all_bases(turned, KeepAreas(boxes, weights, known), cover).window
                seen = visible_share(turned.level_windows(window), turned.level_boxes(boxes))[0, 0]
                with self.subTest(degrees=degrees, attention=known is not None):
                    # A window of 0.375 of the width can hold three quarters of an area of 0.5.
                    self.assertGreaterEqual(seen, 0.74 if not degrees else 0.65)

    def test_without_keep_areas_the_window_is_centred(self):
        window, _, _ = solved(1.5, TALL, KeepAreas(np.zeros((1, 0, 4)), np.zeros((1, 0))))
        np.testing.assert_allclose(window, (0.3125, 0, 0.375, 1))

    def test_a_small_subject_lies_on_a_third(self):
        window, _, _ = solved(1.5, TALL, areas_of((0.48, 0.4, 0.08, 0.2)))
        at = (0.52 - window[0]) / window[2]
        self.assertAlmostEqual(min(abs(at - 1 / 3), abs(at - 2 / 3)), 0, places=9)

    def test_near_an_edge_it_is_the_third_that_can_be_had(self):
        for left, third in ((0.16, 1 / 3), (0.76, 2 / 3)):
            window, _, _ = solved(1.5, TALL, areas_of((left, 0.4, 0.08, 0.2)))
            self.assertAlmostEqual((left + 0.04 - window[0]) / window[2], third, places=9)

    @given(boxes, st.floats(0.3, 3.5), st.sampled_from([TALL, 1.0, WIDE]))
    def test_the_window_lies_inside_the_photo(self, box, photo_aspect, aspect):
        window, _, _ = solved(photo_aspect, aspect, areas_of(box), Placement.COVER)
        self.assertAlmostEqual(float(bar_share(window)), 0, places=12)


class SubjectAndWhole(unittest.TestCase):
    @given(st.lists(boxes, min_size=1, max_size=3), st.floats(0.3, 3.5), st.sampled_from([TALL, 1.0, WIDE]))
    def test_auto_always_shows_what_is_required(self, chosen, photo_aspect, aspect):
        areas = areas_of(*chosen)
        window, placement, _ = solved(photo_aspect, aspect, areas)
        self.assertGreaterEqual(visible_share(window[None], areas.boxes).min(), 0.98 - 1e-9)
        covers, _, _ = solved(photo_aspect, aspect, areas, Placement.COVER)
        if visible_share(covers[None], areas.boxes).min() >= 0.98:
            self.assertEqual(placement, Placement.COVER)

    def test_what_is_only_wished_for_costs_no_bars(self):
        wide = areas_of((0.1, 0.3, 0.8, 0.3), weights=[0.99])
        self.assertEqual(solved(1.5, TALL, wide)[1], Placement.COVER)
        self.assertEqual(solved(1.5, TALL, areas_of((0.1, 0.3, 0.8, 0.3)))[1], Placement.SUBJECT)

    def test_breathing_room_grows_from_nothing(self):
        # A subject as wide as the cover window plus 2 % slack needs no zooming out and gets no room yet.
        widths = np.linspace(0.36, 0.5, 80)
        sizes = [solved(1.5, TALL, areas_of((0.2, 0.3, w, 0.2)), Placement.SUBJECT)[0][2] for w in widths]
        self.assertTrue(np.all(np.diff(sizes) >= -1e-12))
        self.assertLess(np.diff(sizes).max(), 0.01, "nothing leaps while an area is dragged")
        self.assertAlmostEqual(sizes[0], 0.375)
        # From a zoom-out of 1.10 on all of it: 6 % of the short side at each end, here of the width.
        size = solved(1.5, TALL, areas_of((0.2, 0.3, 0.5, 0.2)), Placement.SUBJECT)[0][2]
        self.assertAlmostEqual(size, (0.98 * 0.5) / (1 - 2 * ROOM), places=6)

    def test_half_way_up_the_ramp_there_is_half_of_the_room(self):
        # Bare, 98 % of this width need a zoom-out of 1.05, the middle between 1.00 and 1.10.
        width = 1.05 * 0.375 / 0.98
        size = solved(1.5, TALL, areas_of((0.2, 0.3, width, 0.2)), Placement.SUBJECT)[0][2]
        self.assertAlmostEqual(size, 0.98 * width / (1 - 2 * ROOM / 2), places=6)

    def test_bars_under_2_5_percent_are_covered(self):
        for bars, placement in ((0.024, Placement.COVER), (0.026, Placement.WHOLE)):
            window, came_out, hairline = solved(WIDE / (1 - bars), WIDE, areas_of(), Placement.WHOLE)
            self.assertEqual((came_out, hairline), (placement, False))
            self.assertAlmostEqual(float(bar_share(window)), 0.0 if bars < 0.025 else bars)

    def test_whole_shows_the_whole_photo_centred(self):
        window, placement, _ = solved(1.5, TALL, areas_of((0, 0, 0.2, 0.2)), Placement.WHOLE)
        np.testing.assert_allclose(window, (0, (1 - 8 / 3) / 2, 1, 8 / 3))
        self.assertEqual(placement, Placement.WHOLE)

    def test_hairlines_are_covered_unless_that_cuts(self):
        almost = WIDE * 1.02
        self.assertEqual(solved(almost, WIDE, areas_of((0.4, 0.4, 0.2, 0.2)), Placement.WHOLE)[1], Placement.COVER)
        edge_to_edge = areas_of((0, 0.3, 0.05, 0.3), (0.95, 0.3, 0.05, 0.3))
        window, placement, hairline = solved(almost, WIDE, edge_to_edge, Placement.WHOLE)
        self.assertTrue(hairline)
        self.assertEqual(placement, Placement.WHOLE)
        self.assertGreater(window[3], 1)
