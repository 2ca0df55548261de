"""Verbs that change a project: whole or not at all, told in one line, tried without writing."""

from fractions import Fraction

from jaunty_frame.media.projects.project_store import load_project
from jaunty_frame.show.planning.plan import Planner
from tests.cli.command_case import CommandCase


class Ordering(CommandCase):
    def shown(self):
        return [slide.id for slide in load_project(self.project).slides]

    def test_slides_are_ordered_and_the_change_is_told(self):
        self.new()
        before = self.shown()
        code, out, _ = self.run_program("order", self.project, "--by", "reverse", "--dry-run")
        self.assertEqual((code, out), (0, "Reverse slides: 2 of 3 slides; nothing was written.\n"))
        self.assertEqual(self.shown(), before)
        code, out, _ = self.run_program("order", self.project, "--by", "reverse")
        self.assertEqual((code, out), (0, "Reverse slides: 2 of 3 slides.\n"))
        self.assertEqual(self.shown(), before[::-1])
        code, out, _ = self.run_program("order", self.project, "--as", "3,2,1")
        self.assertEqual(self.shown(), before)
        code, out, _ = self.run_program("order", self.project, "--by", "name")
        self.assertEqual((code, out), (0, "Nothing changes.\n"))

    def test_orders_that_are_none_are_refused_and_change_nothing(self):
        self.new()
        data = self.project.read_bytes()
        for arguments in ((), ("--by", "size"), ("--as", "1,2"), ("--as", "x"), ("--by", "name", "--as", "1,2,3")):
            self.refused("order", self.project, *arguments)
        self.assertEqual(self.project.read_bytes(), data)


class Fitting(CommandCase):
    def frames(self):
        return {name: plan.schedule.total for name, plan in Planner().plans(load_project(self.project)).items()}

    def test_the_show_lasts_as_long_as_is_said_to_the_frame(self):
        self.new("--output", "64x64@24")
        for length, frames in (("30", 900), ("7.5", 225), ("12.34", 370)):
            code, out, _ = self.run_program("fit", self.project, "--length", length)
            self.assertEqual(code, 0)
            self.assertIn("3 of 3 slides", out)
            self.assertEqual(self.frames()["240x400"], frames)
        self.run_program("fit", self.project, "--length", "10", "--output", "64x64@24")
        self.assertEqual(self.frames()["64x64@24"], 240)
        seconds = {slide.seconds for slide in load_project(self.project).slides}
        self.assertLessEqual(max(seconds) - min(seconds), Fraction(2, 24), "they were alike and stay so")

    def test_a_length_that_cannot_be_is_told(self):
        self.new()
        data = self.project.read_bytes()
        # Three slides with two dissolves and two fades of 0.7 s each: 4.2 s, less the 1.4 s that are seen twice.
        self.assertIn("lasts 2.8 s at least", self.refused("fit", self.project, "--length", "2"))
        self.refused("fit", self.project, "--length", "soon")
        self.refused("fit", self.project, "--length", "20", "--output", "tall")
        self.assertEqual(self.project.read_bytes(), data)
