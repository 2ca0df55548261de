"""Keep areas that go over a clip's time: where they lie between the moments at which they were put."""

import unittest

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from jaunty_frame.core.geometry.windows import Window
from jaunty_frame.document.keep_areas import AreaInstant, KeepArea

HERE, THERE = (0.1, 0.2, 0.2, 0.3), (0.5, 0.4, 0.2, 0.3)
BOXES = st.tuples(*[st.sampled_from([0.0, 0.125, 0.25, 0.5])] * 2, *[st.sampled_from([0.125, 0.25, 0.5])] * 2)


def going():
    return KeepArea(box=HERE).put_at(2.0, HERE).put_at(4.0, THERE)


class Going(unittest.TestCase):
    def test_it_goes_evenly_from_one_moment_to_the_next_and_lies_still_beyond(self):
        for at, box in ((0, HERE), (2, HERE), (3, (0.3, 0.3, 0.2, 0.3)), (4, THERE), (99, THERE)):
            for side, (found, wanted) in enumerate(zip(going().box_at(at), box, strict=True)):
                self.assertAlmostEqual(found, wanted, msg=(at, side))
        for found, wanted in zip(going().box, (0.1, 0.2, 0.6, 0.5), strict=True):
            self.assertAlmostEqual(found, wanted)

    def test_putting_it_where_it_is_adds_nothing_and_elsewhere_exchanges(self):
        area = going()
        self.assertEqual(area.put_at(3.0, area.box_at(3.0)).instants, area.instants)
        moved = area.put_at(2.0, THERE)
        self.assertEqual([one.seconds for one in moved.instants], [2.0, 4.0])
        self.assertEqual(moved.box_at(2.0), THERE)

    def test_a_moment_is_forgotten_and_the_last_one_stays(self):
        once = going().without_instant(2.0)
        self.assertEqual([one.box for one in once.instants], [THERE])
        self.assertEqual(once.without_instant(4.0), once)
        still = going().lying_still(4.0)
        self.assertEqual((still.instants, still.box), ((), THERE))

    def test_moments_follow_one_another_inside_the_photo(self):
        first = AreaInstant(seconds=1.0, box=HERE)
        for wrong in ((first, first), (first, AreaInstant(seconds=0.5, box=HERE))):
            with self.assertRaises(ValidationError):
                KeepArea(box=HERE, instants=wrong)
        with self.assertRaises(ValidationError):
            AreaInstant(seconds=1.0, box=(0.9, 0.0, 0.2, 0.1))

    @given(st.dictionaries(st.integers(0, 8), BOXES, min_size=1, max_size=5), st.integers(0, 8), st.integers(1, 4))
    def test_a_part_of_it_as_a_track_lies_where_it_lies(self, places, begins, length):
        area = KeepArea(box=HERE)
        for at, box in places.items():
            area = area.put_at(float(at), box)
        track = area.track_over(float(begins), float(begins + length))
        for quarter in range(4 * length + 1):
            at = begins + quarter / 4
            for found, wanted in zip(track.box_at(at), area.box_at(at), strict=True):
                self.assertAlmostEqual(found, wanted)
        self.assertEqual((track.times[0], track.times[-1]), (begins, begins + length))

    @given(st.dictionaries(st.integers(0, 8), BOXES, min_size=1, max_size=4))
    def test_turned_four_times_it_is_as_it_was_and_its_box_lies_about_all(self, places):
        area = KeepArea(box=HERE)
        for at, box in places.items():
            area = area.put_at(float(at), box)
        turned = area
        for _ in range(4):
            turned = turned.turned(1)
        for found, wanted in zip((turned, *turned.instants), (area, *area.instants), strict=True):
            for one, other in zip(found.box, wanted.box, strict=True):
                self.assertAlmostEqual(one, other)
        about = Window(*area.box)
        for x, y, w, h in places.values():
            self.assertTrue(about.x <= x + 1e-9 and x + w <= about.x + about.w + 1e-9)
            self.assertTrue(about.y <= y + 1e-9 and y + h <= about.y + about.h + 1e-9)


if __name__ == "__main__":
    unittest.main()
