"""``estimate``: size and time of what ``render`` would write."""

import json
import unittest
from pathlib import Path

from tests.cli.command_case import CommandCase


class Estimate(CommandCase):
    def test_size_and_time_as_words_and_as_json(self):
        self.new("--seconds", "2")
        for form, options in (("mp4", ()), ("gif", ("--set", "side=200")), ("stills", ("--quality", "fine"))):
            with self.subTest(form):
                of = (self.project, "--output", "240x400", "--format", form, *options)
                code, said, _ = self.run_program("estimate", *of, "--json")
                told = json.loads(said)
                self.assertEqual(code, 0)
                self.assertGreater(told["seconds"], 0)
                _, words, _ = self.run_program("estimate", *of)
                self.assertRegex(words, rf"^{told['frames']} frames: about [0-9.]+ MB, [0-9]+ s to write\n$")
                code, written, _ = self.run_program("render", *of, "--to", self.folder / "out")
                self.assertEqual(code, 0)
                path = Path(written.strip().splitlines()[-1])
                size = path.stat().st_size if path.is_file() else sum(one.stat().st_size for one in path.iterdir())
                self.assertTrue(0.6 < told["bytes"] / size < 1.7, (told, size))
        self.assertIn(
            "There is no format film.",
            self.refused("estimate", self.project, "--output", "240x400", "--format", "film"),
        )


if __name__ == "__main__":
    unittest.main()
