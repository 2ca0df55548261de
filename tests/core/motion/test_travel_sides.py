"""To which side things travel at a joint."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.motion.courses import COURSES, Course, Move
from jaunty_frame.core.motion.travel_sides import travel_side


class TravelSides(unittest.TestCase):
    def test_things_go_on_as_the_picture_before_moved(self):
        for course, side in (
            (Course(Move.PAN, 1), "left"),
            (Course(Move.PAN, -1), "right"),
            (Course(Move.TILT, 0, 1), "up"),
            (Course(Move.TILT, 0, -1), "down"),
            (Course(Move.DIAGONAL, 1, -1), "left"),
            (Course(Move.ENTER, 1, 0), "right"),
        ):
            with self.subTest(course=course):
                self.assertEqual(travel_side(course, Course(Move.PAN, 1), "a", False), side)

    def test_else_as_the_next_will_move(self):
        self.assertEqual(travel_side(Course(Move.PUSH_IN), Course(Move.PAN, -1), "a", False), "right")
        self.assertEqual(travel_side(None, Course(Move.TILT, 0, 1), "a", False), "up")

    @given(st.text(max_size=8))
    def test_where_nothing_moves_the_slide_decides_and_wide_frames_go_sideways(self, seed):
        side = travel_side(Course(Move.HOLD), None, seed, False)
        self.assertIn(side, ("left", "right"))
        self.assertEqual(side, travel_side(Course(Move.PUSH_IN), COURSES[0], seed, False))

    def test_it_varies(self):
        sides = {travel_side(None, None, f"photo-{k}", True) for k in range(40)}
        self.assertEqual(sides, {"left", "right", "up", "down"})


if __name__ == "__main__":
    unittest.main()
