"""A test case with three photos and the command line in this process."""

import contextlib
import io
import os
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from jaunty_frame.cli.entry import main
from tests.media.photo_sets import finding_once, write_set


class CommandCase(unittest.TestCase):
    def setUp(self):
        self._folder = tempfile.TemporaryDirectory()
        self.addCleanup(self._folder.cleanup)
        self.folder = Path(self._folder.name)
        patched = mock.patch.dict(os.environ, {"XDG_CACHE_HOME": str(self.folder / "cache")})
        patched.start()
        self.addCleanup(patched.stop)
        finding_once(self)
        (self.folder / "photos").mkdir()
        self.paths = write_set(self.folder / "photos", 3)
        self.project = self.folder / "kiln-opening.jaunty"

    def run_program(self, *arguments):
        """Return exit code, output and errors."""
        out, errors = io.StringIO(), io.StringIO()
        with (
            contextlib.redirect_stdout(out),
            contextlib.redirect_stderr(errors),
            self.assertRaises(SystemExit) as left,
        ):
            main([str(argument) for argument in arguments])
        return left.exception.code, out.getvalue(), errors.getvalue()

    def new(self, *more):
        code, _, errors = self.run_program(
            "new", self.folder / "photos", "--to", self.project, "--output", "240x400", *more
        )
        self.assertEqual((code, errors), (0, ""))

    def refused(self, *arguments):
        code, _, errors = self.run_program(*arguments)
        self.assertEqual(code, 2)
        self.assertEqual(len(errors.strip().splitlines()), 1, errors)
        return errors
