"""What gentle, plain and strong are in numbers, and what the reasons say of moves."""

import unittest
from math import exp, log

from jaunty_frame.show.planning.planner import Planner
from tests.show.findings.test_findings import head, project_of, reasons_of

# Zoom of 2, 4 and 6 % per second; a lean of 0.4, 0.8 and 1.2 degrees per second, at most 5 degrees (our rules).
RATES = {"gentle": 0.02, "plain": 0.04, "strong": 0.06}
LEANS = {"gentle": 2.0, "plain": 4.0, "strong": 5.0}
SHOW = {"gentle": 1.12, "plain": 1.25, "strong": 1.5}


def square_plan(*areas, count=1, **rules):
    return Planner().plans(project_of(*areas, outputs=("square",), count=count, **rules))["square"]


class Strengths(unittest.TestCase):
    def test_a_zoom_of_five_seconds(self):
        for strength, rate in RATES.items():
            for move, sign in (("push-in", 1), ("pull-out", -1)):
                with self.subTest(strength=strength, move=move):
                    plan = square_plan(move=move, strength=strength, seconds_moving="5")
                    self.assertAlmostEqual(log(plan.opening[0, 2] / plan.closing[0, 2]), sign * rate * 5, places=9)

    def test_a_lean_of_five_seconds(self):
        for strength, degrees in LEANS.items():
            with self.subTest(strength=strength):
                plan = square_plan(move="lean", strength=strength, seconds_moving="5")
                way = plan.framing(0).way
                self.assertAlmostEqual(abs(way.opening_degrees), degrees, places=9)
                self.assertEqual(way.closing_degrees, 0.0)

    def test_the_shows_own_move_from_its_first_frame_to_its_last(self):
        for strength, gain in SHOW.items():
            for move in ("push-in", "pull-out"):
                with self.subTest(strength=strength, move=move):
                    plan = square_plan(count=4, show_move=move, strength=strength)
                    ends = plan.opening[0, 2] / plan.closing[-1, 2]
                    self.assertAlmostEqual(ends if move == "push-in" else 1 / ends, gain, places=6)
                    self.assertEqual(plan.framing(1).way.easing, (0.0, 0.0, 1.0, 1.0))

    def test_a_pan_takes_seven_seconds_for_a_frames_width(self):
        project = project_of(outputs=("square",), move="pan", seconds_moving="1.4")
        plan = Planner().plans(project)["square"]
        travel = abs(plan.closing[0, 0] - plan.opening[0, 0]) / plan.closing[0, 2]
        # 1.4 of the 7 s that an object should need to cross the frame (common practice against judder).
        self.assertAlmostEqual(travel, 0.2, places=9)
        self.assertIn("by 20 % of the frame in 1.4 s", reasons_of(project, "square")[-1])


class Limits(unittest.TestCase):
    def test_less_than_3_percent_is_no_move(self):
        for gain, move in ((1.029, "hold"), (1.031, "push-in")):
            with self.subTest(gain=gain):
                plan = square_plan(move="push-in", strength="plain", seconds_moving=f"{log(gain) / 0.04:.6f}")
                self.assertEqual(plan.framing(0).move.value, move)

    def test_a_photo_that_is_soft_already_is_zoomed_into_by_a_tenth_at_most(self):
        # 0.7 photo pixels for each output pixel, below the limit of 0.75.
        project = project_of(outputs=("square",), size=(1134, 756), move="push-in", strength="strong")
        plan = Planner().plans(project)["square"]
        self.assertAlmostEqual(plan.opening[0, 2] / plan.closing[0, 2], 1.10, places=4)

    def test_a_sharp_one_until_it_is_as_soft_as_the_limit(self):
        project = project_of(outputs=("square",), size=(1458, 972), move="push-in", strength="strong")
        plan = Planner().plans(project)["square"]
        self.assertAlmostEqual(plan.opening[0, 2] / plan.closing[0, 2], 0.9 / 0.75, places=4)
        self.assertAlmostEqual(plan.softness[0], 0.75, places=4)

    def test_a_pan_shorter_than_3_percent_of_the_frame_is_none(self):
        # It ends in the middle, so it has half of the room beside the square frame.
        for width, move in ((1058, "hold"), (1062, "pan")):
            with self.subTest(width=width):
                project = project_of(outputs=("square",), size=(width * 4, 4000), move="pan", seconds_moving="0.6")
                self.assertEqual(Planner().plans(project)["square"].framing(0).move.value, move)

    def test_a_photo_waits_beyond_the_frames_edge_before_it_enters(self):
        plan = square_plan(move="enter")
        x, y, w, h = plan.opening[0]
        self.assertTrue(x >= 1 or x + w <= 0 or y >= 1 or y + h <= 0, plan.opening[0])
        # In place after a third of the time (our own easing).
        way = plan.framing(0).way
        third, end = way.at(1 / 3).window, way.closing
        self.assertLess(max(abs(a - b) for a, b in zip(third, end, strict=True)), 0.12)

    def test_a_lean_below_half_a_degree_is_none(self):
        for seconds, move in (("1.2", "hold"), ("1.3", "lean")):
            with self.subTest(seconds=seconds):
                plan = square_plan(move="lean", strength="gentle", seconds_moving=seconds)
                self.assertEqual(plan.framing(0).move.value, move)

    def test_a_heads_zoom_is_lessened_and_the_reason_says_from_what(self):
        plan = square_plan(head(0.4, 0.1, 0.2, 0.8), move="push-in", strength="strong")
        gain = plan.opening[0, 2] / plan.closing[0, 2]
        self.assertLess(gain, exp(0.3) - 0.02)


if __name__ == "__main__":
    unittest.main()
