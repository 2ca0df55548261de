"""Verbs that change a project: whole or not at all, told in one line, tried without writing."""

from jaunty_frame.media.projects.project_store import load_project
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
