"""How long slides are seen: typed, locked, fitted, on beats, by ear."""

import unittest
from fractions import Fraction
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from jaunty_frame.core.time.typed_seconds import typed_seconds
from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.order import Order, order_slides
from jaunty_frame.document.edits.outputs import duplicate_output, remove_output, set_on_output
from jaunty_frame.document.edits.seconds import change_at, change_seconds, cut_on_beats, fit_show, lock_seconds
from jaunty_frame.document.edits.slides import leave_out, set_on_slides
from jaunty_frame.document.model import HouseRules, Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.document.photo import Photo
from jaunty_frame.document.transitions.cross_dissolve import CrossDissolve
from jaunty_frame.errors import UsageError
from jaunty_frame.show.planning.planner import Planner, plan_output

WIDE = PRESETS[5]


def project(count=6, joint="1/2"):
    photos = [Photo(id=f"p{k}", path=f"p{k}.jpg", width=3000, height=2000) for k in range(count)]
    rules = HouseRules(transition=CrossDissolve(seconds=joint), fade_in="0", fade_out="0", seconds_moving="4")
    return add_photos(photos).apply(Project(outputs=(WIDE, PRESETS[0]), house_rules=rules))


def seconds(state):
    return [slide.seconds for slide in state.slides]


def middles(state, output="wide"):
    """Return when the middle of each joint comes."""
    timing = Planner().plans(state)[output].timing
    return [Fraction(start + end, 2 * timing.unit) for start, end in zip(timing.starts[1:], timing.ends, strict=False)]


class Typed(unittest.TestCase):
    def test_changes_are_of_what_holds_for_each(self):
        state = set_on_slides(["p1-1"], "Set", seconds="6").apply(project(3))
        self.assertEqual(seconds(change_seconds(["p0-1", "p1-1"], typed_seconds("x1.5")).apply(state)), [6, 9, None])
        self.assertEqual(seconds(change_seconds(["p0-1"], typed_seconds("-9")).apply(state))[0], Fraction(1, 10))

    def test_what_is_so_already_changes_nothing(self):
        state = project(2)
        self.assertIs(change_seconds(["p0-1"], typed_seconds("4")).apply(state), state)

    def test_new_slides_get_the_seconds_for_new_ones(self):
        rules = project(1).house_rules.changed(seconds_new="9/2")
        state = project(1).changed(house_rules=rules)
        state = add_photos([Photo(id="q", path="q.jpg", width=10, height=10)]).apply(state)
        self.assertEqual(seconds(state), [None, Fraction(9, 2)])


class Fitting(unittest.TestCase):
    @given(st.integers(500, 4000), st.sets(st.integers(0, 5), max_size=5), st.sampled_from(["1", "4/5", "3/2"]))
    def test_the_output_lasts_as_long_to_the_frame_and_locked_slides_stay(self, frames, locked, pace):
        state = set_on_output("wide", "Pace", pace=pace).apply(project())
        ids = [state.slides[k].id for k in locked]
        state = lock_seconds(ids, True).apply(state)
        try:
            fitted = fit_show(Fraction(frames, 30), "wide").apply(state)
        except UsageError as error:
            self.assertIn("cannot be as short", str(error))
            return
        self.assertEqual(plan_output(fitted, "wide").schedule.total, frames)
        for before, after in zip(state.slides, fitted.slides, strict=True):
            if before.locked:
                self.assertIs(after, before)

    def test_it_says_why_it_cannot(self):
        state = lock_seconds([slide.id for slide in project().slides], True).apply(project())
        for length, locked, said in (
            ("30", state, "All slides are locked"),
            ("1", project(), "at least"),
            ("90000", project(), "an hour at most"),
        ):
            with self.assertRaisesRegex(UsageError, said):
                fit_show(Fraction(length), "wide").apply(locked)

    def test_slides_that_an_output_leaves_out_are_not_counted(self):
        state = leave_out(["p0-1", "p3-1", "p5-1"], "tall", True).apply(project())
        fitted = fit_show(Fraction(20), "tall").apply(state)
        self.assertEqual(plan_output(fitted, "tall").schedule.total, 600)
        self.assertEqual([slide.seconds is None for slide in fitted.slides], [True, False, False, True, False, True])


class Beats(unittest.TestCase):
    def test_the_middle_of_every_joint_falls_on_a_beat(self):
        for tempo, offset, every in ((120, "0", 1), (97, "3/10", 2), (60, "1/2", 4)):
            with self.subTest(tempo=tempo):
                state = cut_on_beats(Fraction(tempo), Fraction(offset), every, "wide").apply(project())
                step = Fraction(60, tempo) * every
                for at in middles(state):
                    away = (at - Fraction(offset)) / step
                    self.assertLess(abs(away - round(away)) * step, Fraction(1, 1000))

    def test_slides_stay_about_as_long_as_they_were(self):
        state = cut_on_beats(Fraction(120), Fraction(0), 1, "wide").apply(project())
        for was, at in zip(middles(project()), middles(state), strict=True):
            self.assertLessEqual(abs(was - at), Fraction(1, 4))

    def test_nonsense_is_refused(self):
        for tempo, offset, every in ((5, 0, 1), (120, -1, 1), (120, 0, 0)):
            with self.assertRaises(UsageError):
                cut_on_beats(Fraction(tempo), Fraction(offset), every, "wide").apply(project())


class ByEar(unittest.TestCase):
    def test_pictures_change_where_it_was_tapped_and_the_rest_moves_along(self):
        before = middles(project())
        state = change_at({"p0-1": Fraction(2), "p1-1": Fraction(5)}, "wide").apply(project())
        after = middles(state)
        self.assertEqual(after[:2], [2, 5])
        self.assertEqual([b - a for a, b in pairwise(after[1:])], [Fraction(7, 2)] * 3)
        self.assertEqual(before[0], Fraction(15, 4))


class LeftOut(unittest.TestCase):
    @given(st.sets(st.integers(0, 5)))
    def test_the_show_of_an_output_is_that_of_the_slides_it_shows(self, gone):
        state = project()
        ids = [state.slides[k].id for k in gone]
        plans = Planner().plans(leave_out(ids, "tall", True).apply(state))
        alone = state.changed(slides=tuple(slide for k, slide in enumerate(state.slides) if k not in gone))
        expected = Planner().plans(alone)["tall"]
        tall, kept = plans["tall"], [k for k in range(6) if k not in gone]
        self.assertEqual(tall.shown, tuple(kept))
        self.assertEqual([tall.schedule.first[k] for k in kept], list(expected.schedule.first))
        self.assertEqual([tall.schedule.frames[k] for k in range(6) if k in gone], [0] * len(gone))
        self.assertEqual(tall.schedule.total, expected.schedule.total)
        self.assertEqual([int(tall.course[k]) for k in kept], expected.course.tolist())
        self.assertEqual(plans["wide"].schedule.total, Planner().plans(state)["wide"].schedule.total)

    def test_removing_the_output_forgets_it(self):
        state = leave_out(["p0-1"], "tall", True).apply(project())
        self.assertEqual(duplicate_output("tall").apply(state).slides[0].left_out, ("tall", "tall-2"))
        self.assertEqual(remove_output("tall").apply(state).slides[0].left_out, ())

    def test_moving_slides_keeps_it(self):
        state = order_slides(Order.REVERSE).apply(leave_out(["p0-1"], "tall", True).apply(project()))
        self.assertEqual(Planner().plans(state)["tall"].shown, (0, 1, 2, 3, 4))


if __name__ == "__main__":
    unittest.main()
