"""What ended in a traceback, a hang, a crash or gigabytes: one sentence, exit 2, and nothing written."""

import json
import os
import resource
import unittest

from tests.cli.command_case import CommandCase
from tests.media.sounds.messy_sounds import write_messy_sounds


class Hostile(CommandCase):
    def setUp(self):
        super().setUp()
        self.new()
        self.before = self.project.read_bytes()

    def refused_unchanged(self, *arguments):
        """Run a verb that must refuse; what was there must stay, and memory within 1 GB more than before."""
        before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        said = self.refused(*arguments)
        self.assertLess(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before, 1_000_000)
        self.assertEqual(self.project.read_bytes(), self.before)
        self.assertNotIn("Traceback", said)
        self.assertNotIn("validation error", said)
        return said

    def file(self, name, content):
        path = self.folder / name
        path.write_bytes(content if isinstance(content, bytes) else content.encode())
        return path

    def test_sounds(self):
        good, bad = write_messy_sounds(self.folder)
        for path in bad:
            with self.subTest(sound=os.fsencode(path.name)):
                said = self.refused_unchanged("sound", self.project, "--music", path)
                self.assertIn(path.name.split(".")[0][:3], said)
        for path in good:
            code, _, errors = self.run_program("sound", self.project, "--music", path)
            self.assertEqual((code, errors), (0, ""))
        code, out, errors = self.run_program("mix", self.project, "--output", "240x400", "--to", self.folder / "m.wav")
        self.assertEqual((code, errors), (0, ""))
        self.assertNotIn("nan", out)

    def test_pipes_and_devices_wherever_a_file_is_named(self):
        os.mkfifo(self.folder / "pipe")
        os.symlink("/dev/zero", self.folder / "zero")
        for link in ("pipe", "zero"):
            for suffix, arguments in {
                ".srt": ("words", self.project, "--import", "{}"),
                ".svg": ("emblem", self.project, "--add", "{}"),
                ".look.json": ("look", self.project, "--import", "{}"),
                ".zones.json": ("outputs", self.project, "--of", "240x400", "--zones", "{}"),
                ".wav": ("sound", self.project, "--voice", "{}", "--slide", "1"),
                ".jpg": ("add", self.project, "{}"),
                ".jaunty": ("plan", "{}"),
            }.items():
                path = self.folder / f"{link}{suffix}"
                os.symlink(link, path)
                with self.subTest(path=path.name):
                    code, _, errors = self.run_program(*(path if one == "{}" else one for one in arguments))
                    self.assertEqual(code, 2)
                    # Of a project the file is told that its links lead to.
                    self.assertIn(link if suffix == ".jaunty" else path.name, errors)
                    self.assertEqual(self.project.read_bytes(), self.before)

    def test_a_pipe_that_a_project_names(self):
        os.mkfifo(self.folder / "pipe.wav")
        content = json.loads(self.before)
        file = {"id": "a", "path": "pipe.wav", "seconds": 2.0}
        content["sound"] = {"files": [file], "sounds": [{"id": "music-1", "kind": "music", "file": "a"}]}
        content["photos"][0]["path"] = "pipe.wav"
        self.project.write_text(json.dumps(content))
        code, out, _ = self.run_program("check", self.project)
        self.assertEqual(code, 0)
        self.assertIn("cannot be read", out)

    def test_captions(self):
        def srt(*parts):
            return "\n\n".join(f"{k}\n{when}\n{text}" for k, (when, text) in enumerate(parts, 1)) + "\n"

        usual = "00:00:00,100 --> 00:00:00,900", "Here"
        for name, content, told in (
            (
                "crowd",
                srt(*[("00:00:00,100 --> 00:00:00,900", f"Text {k}") for k in range(60)]),
                "has 40 texts already",
            ),
            ("late", srt(usual, ("01:00:00,000 --> 01:00:02,000", "Late")), "begins after the show's end"),
            ("endless", srt(("00:00:00,100 --> 40:00:00,000", "Long")), "it was ended after an hour"),
            ("long", srt(("00:00:00,100 --> 00:00:01,000", "x" * 5000)), "line 2: it has 5000 characters"),
            ("times", srt(usual, ("00:00:0x,000 --> 00:00:02,000", "No"), usual), "line 6: “00:00:0x,000"),
            ("backwards", srt(usual, ("00:00:02,000 --> 00:00:01,000", "No")), "line 6: it ends before it begins"),
            ("braces", srt(usual, ("00:00:00,100 --> 00:00:00,900", "{" * 19_000)), "has 19000 characters"),
        ):
            with self.subTest(name):
                self.project.write_bytes(self.before)
                path = self.file(f"{name}.srt", content)
                code, _, errors = self.run_program("words", self.project, "--import", path)
                self.assertEqual(code, 0, errors)
                self.assertIn(told, errors)
        self.project.write_bytes(self.before)
        for name, content in (
            ("only-late", srt(("01:00:00,000 --> 01:00:02,000", "Late"))),
            ("no-end", srt(("00:00:00,100 --> 00:00:00,900", "{" * 200_000))),
        ):
            with self.subTest(name):
                path = self.file(f"{name}.srt", content)
                code, _, errors = self.run_program("words", self.project, "--import", path)
                self.assertEqual((code, self.project.read_bytes()), (2, self.before))
                self.assertNotIn("Traceback", errors)

    def test_texts_beyond_the_documents_limits(self):
        long = "x" * 4001
        for arguments, told in (
            (("words", self.project, "--add", long, "--slide", "1"), "4001 characters, at most 4000"),
            (("words", self.project, "--card", long), "4001 characters, at most 4000"),
            (("words", self.project, "--add", "Here", "--slide", "1", "--for", "0"), "0"),
            (("words", self.project, "--add", "Here", "--slide", "1", "--at", "61"), "61"),
            (("look", self.project, "--save", "x" * 201, "--from", "1"), "201 characters"),
            (("title", self.project, "x" * 201), "201 characters"),
            (("title", self.project, "bad \udcff"), "no text"),
            (("words", self.project, "--add", "bad \ud800", "--slide", "1"), "no text"),
            (("sound", self.project, "--speak", "x" * 6000, "--slide", "1"), "6000"),
            (("edit", self.project, "--set", "mount.size=9"), "9"),
            (("sound", self.project, "--edit", "music-1", "--gain", "900"), "music-1"),
        ):
            with self.subTest(arguments=[str(one)[:20] for one in arguments[2:]]):
                self.assertIn(told, self.refused_unchanged(*arguments))
        code, _, _ = self.run_program("words", self.project, "--add", "Here", "--slide", "1")
        self.assertEqual(code, 0)
        self.before = self.project.read_bytes()
        self.assertIn("4001", self.refused_unchanged("words", self.project, "--find", "Here", "--replace", long))

    def test_projects_with_signs_that_are_no_text(self):
        for change in (
            lambda c: c["slides"][0].update(seconds="\ud800"),
            lambda c: c["photos"][0].update(path="a\0b.jpg"),
            lambda c: c.update(title="\udcff"),
            lambda c: c["outputs"][0].update(frame_rate="\ud800/1"),
        ):
            content = json.loads(self.before)
            change(content)
            self.project.write_text(json.dumps(content))
            self.before = self.project.read_bytes()
            for verb in ("plan", "check"):
                code, out, errors = self.run_program(verb, self.project)
                self.assertIn(code, (0, 2))
                self.assertNotIn("Traceback", out + errors)
                (out + errors).encode()
            self.new("--overwrite")
            self.before = self.project.read_bytes()


if __name__ == "__main__":
    unittest.main()
