"""Every figure of ``make bench`` can still be had: each is measured at its smallest size, whatever comes out."""

import contextlib
import io
import os
import tempfile
import unittest
from pathlib import Path
from unittest import mock

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from bench.__main__ import FIGURES
from bench.subjects import Scale


class Figures(unittest.TestCase):
    def test_each_is_told_with_what_is_wanted(self):
        for name, run in FIGURES.items():
            with self.subTest(name), tempfile.TemporaryDirectory() as folder:
                said = io.StringIO()
                home = mock.patch.dict(os.environ, {"XDG_STATE_HOME": folder, "XDG_CONFIG_HOME": folder})
                with home, contextlib.redirect_stdout(said):
                    run(Path(folder), Scale.SMALLEST)
                lines = said.getvalue().splitlines()
                self.assertTrue(lines)
                for line in lines:
                    self.assertRegex(line, r"\d.* wanted ")
