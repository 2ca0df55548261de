"""Nothing is replaced unasked, by no verb that writes a file."""

import unittest
from unittest import mock

from jaunty_frame.cli.verbs.project import add
from tests.cli.command_case import CommandCase
from tests.media.photo_sets import write_set


class Overwriting(CommandCase):
    def test_every_verb_that_writes_asks_before_it_replaces(self):
        self.new("--seconds", "0.5")
        self.run_program("words", self.project, "--add", "A caption", "--slide", 1)
        self.run_program("sound", self.project, "--shelf", "long-table")
        self.run_program("look", self.project, "--save", "Mine", "--from", 1)
        videos = self.folder / "videos"
        beside = "kiln-opening-240x400-240x400"
        for name, arguments in {
            "words.srt": ("words", self.project, "--export", self.folder / "words.srt"),
            "cuts.otio": ("export-cuts", self.project, "--to", self.folder / "cuts.otio"),
            "frame.png": ("frame", self.project, "--output", "240x400", "--at", "0", "--to", self.folder / "frame.png"),
            "mix.wav": ("mix", self.project, "--output", "240x400", "--to", self.folder / "mix.wav"),
            "look.json": ("look", self.project, "--apply", "Mine", "--export", self.folder / "look.json"),
            "zones.json": ("outputs", self.project, "--of", "240x400", "--save-zones", self.folder / "zones.json"),
            f"videos/{beside}.srt": ("render", self.project, "--all", "--to", videos, "--captions", "srt"),
            f"videos/{beside}.mp4": ("render", self.project, "--all", "--to", videos),
            "new.jaunty": ("new", self.folder / "photos", "--to", self.folder / "new.jaunty", "--output", "tall"),
        }.items():
            with self.subTest(name=name):
                path = self.folder / name
                path.parent.mkdir(exist_ok=True)
                for left in path.parent.glob(f"{beside}.*"):
                    left.unlink()
                path.write_text("somebody's")
                self.assertIn(path.name, self.refused(*arguments))
                self.assertEqual(path.read_text(), "somebody's")
                code, _, errors = self.run_program(*arguments, "--overwrite")
                self.assertEqual((code, errors), (0, ""))
                self.assertNotEqual(path.read_bytes(), b"somebody's")

    def test_what_another_program_saved_while_a_verb_worked_stays(self):

        self.new()
        more = self.folder / "more"
        more.mkdir()

        (extra,) = write_set(more, 1, first_seed=9)

        def meanwhile(project, source):
            self.project.write_text(self.project.read_text().replace("Kiln opening", "Saved meanwhile"))
            return project

        with mock.patch.object(add, "with_areas", meanwhile):
            self.assertIn("changed by another", self.refused("add", self.project, extra))
        self.assertIn("Saved meanwhile", self.project.read_text())


if __name__ == "__main__":
    unittest.main()
