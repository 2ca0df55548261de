"""Bad input on the command line: one sentence that says what, where and what to do, and never a traceback."""

import contextlib
import json
import os
import signal
import subprocess
import sys
import time
import unittest

from tests.cli.command_case import CommandCase
from tests.media.messy_folder import write_messy_folder


class Numbers(CommandCase):
    def test_decimals_of_any_length_are_taken_by_the_nearest_fraction(self):
        self.new("--seconds", "3.1234567891234", "--transition", "0.3333333333333333")
        self.run_program("frame", self.project, "--output", "240x400", "--at", "0.6833333333333333", "--to", "x.png")
        code, _, errors = self.run_program(
            "frame", self.project, "--output", "240x400", "--at", "0.68333333333333334", "--to", self.folder / "x.png"
        )
        self.assertEqual((code, errors), (0, ""))
        (self.folder / "x.png").unlink()
        code, _, _ = self.run_program(
            "new", self.folder / "photos", "--to", self.folder / "b.jaunty", "--output", "64x64@29.9700001"
        )
        self.assertEqual(code, 0)

    def test_a_time_that_is_nearly_nothing_is_refused_for_what_it_is(self):
        said = self.refused(
            "new", self.folder / "photos", "--to", self.project, "--output", "tall", "--seconds", "1/999999999"
        )
        self.assertIn("must lie between", said)


class Places(CommandCase):
    def test_what_is_no_project_is_refused_at_once(self):
        pipe = self.folder / "pipe.jaunty"
        os.mkfifo(pipe)
        loop = self.folder / "loop.jaunty"
        loop.symlink_to(loop)
        for path, words in (
            (pipe, "that can be read to its end"),
            ("/dev/zero", "that can be read to its end"),
            (loop, "in a circle"),
            (self.folder / ("y" * 300), "too long"),
        ):
            with self.subTest(path=str(path)[:40]):
                self.assertIn(words, self.refused("plan", path))

    def test_a_project_with_a_million_faults_is_refused_at_once(self):
        self.new()
        content = json.loads(self.project.read_text())
        for wrong in (
            {**content, "photos": [{"x": k} for k in range(1_000_000)]},
            {**content, "photos": [{"x": k} for k in range(4000)]},
            {**content, **{f"k{k}": 1 for k in range(100_000)}},
            {**content, "title": "t" * 1_000_000},
        ):
            self.project.write_text(json.dumps(wrong))
            self.assertLess(len(self.refused("plan", self.project)), 700)

    def test_a_folder_for_videos_that_is_a_file_and_empty_names_are_refused(self):
        self.new()
        self.assertIn("is a file", self.refused("render", self.project, "--all", "--to", self.paths[0]))
        self.assertIn("empty", self.refused("render", self.project, "--all", "--to", ""))

    def test_a_title_that_is_no_text_is_refused_for_what_it_is(self):
        arguments = ["new", self.folder / "photos", "--to", self.project, "--output", "tall", "--title"]
        self.assertIn("no text", self.refused(*arguments, "a\udc80b"))
        self.assertIn("too long", self.refused(*arguments, "a" * 300))

    def test_a_photo_that_is_there_but_damaged_is_said_to_be(self):
        self.new()
        self.paths[1].write_bytes(self.paths[1].read_bytes()[:2000])
        _, out, _ = self.run_program("check", self.project, "--json")
        found = [f for f in json.loads(out)["findings"] if f["kind"] in ("missing-photo", "damaged-photo")]
        self.assertEqual([(f["slide"], f["kind"]) for f in found], [(2, "damaged-photo")])
        self.assertIn("is damaged", found[0]["sentence"])

    def test_a_messy_folder_comes_in(self):
        messy = self.folder / "messy"
        messy.mkdir()
        expected = write_messy_folder(messy)
        code, out, errors = self.run_program("new", messy, "--to", self.project, "--output", "tall")
        self.assertEqual(code, 0)
        self.assertIn(f"{len(expected.usable)} photos", out)
        self.assertIn("2 files are copies", errors)
        self.assertIn(f"{expected.damaged} is damaged", errors)
        # One for each file, one for what is damaged in part, one for the copies.
        self.assertEqual(len(errors.splitlines()), len(expected.told) + 2)


class Interrupted(CommandCase):
    def test_what_a_killed_save_left_is_cleared_by_the_next(self):
        ended = subprocess.run([sys.executable, "-c", "import os; print(os.getpid())"], capture_output=True, text=True)
        gone, ours = (self.folder / f".{self.project.name}.{pid}.abc.part" for pid in (int(ended.stdout), os.getppid()))
        gone.touch()
        ours.touch()
        self.new()
        self.assertEqual((gone.exists(), ours.exists()), (False, True))

    def test_stopping_a_render_says_so_and_leaves_nothing(self):
        self.new("--seconds", "200")
        for number in (signal.SIGINT, signal.SIGTERM):
            with self.subTest(signal=number):
                out = self.folder / f"out-{number}"
                command = [sys.executable, "-m", "jaunty_frame", "render", self.project, "--all", "--to", out]
                running = subprocess.Popen(
                    command,
                    stderr=subprocess.PIPE,
                    text=True,
                    # Tests that run in the background have inherited that Ctrl+C is not for them.
                    preexec_fn=lambda: signal.signal(signal.SIGINT, signal.SIG_DFL),
                )
                end = time.monotonic() + 60
                while not (out.is_dir() and any(out.iterdir())):
                    self.assertLess(time.monotonic(), end)
                    with contextlib.suppress(subprocess.TimeoutExpired):
                        running.wait(0.05)
                running.send_signal(number)
                _, errors = running.communicate(timeout=60)
                self.assertEqual((running.returncode, errors.strip()), (130, "Stopped."))
                self.assertEqual(os.listdir(out), [])


if __name__ == "__main__":
    unittest.main()
