"""Folders as people have them: everything usable comes in, all else gets one sentence, nothing hangs."""

import os
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from jaunty_frame.document.edits.material.photos import without_copies
from jaunty_frame.document.model import Project
from jaunty_frame.media.photos import photo_import
from jaunty_frame.media.photos.photo_import import import_photos
from tests.media.messy_folder import write_messy_folder
from tests.media.photos.test_photo_import import InFolder


class MessyFolders(InFolder):
    def setUp(self):
        super().setUp()
        self.messy = self.folder / "messy"
        self.messy.mkdir()
        self.expected = write_messy_folder(self.messy)

    def test_everything_usable_comes_in_and_all_else_is_told(self):
        imported = import_photos([self.messy], self.folder, self.cache)
        fresh, copies = without_copies(Project(), imported.photos)
        names = {Path(photo.path).name.replace(" (1)", "") for photo in fresh}
        self.assertEqual(names, self.expected.usable)
        self.assertEqual(len(copies), self.expected.copies)
        for name in self.expected.told:
            said = [problem for problem in imported.problems if name in problem]
            self.assertEqual(len(said), 1, (name, said))
        self.assertEqual(len(imported.problems), len(self.expected.told))
        self.assertEqual([photo.damaged for photo in fresh].count(True), 1)
        (note,) = imported.notes
        self.assertIn(f"{self.expected.damaged} is damaged: a part of it", note)
        for problem in imported.problems:
            self.assertTrue(problem.endswith(".") and "\n" not in problem and len(problem) < 250, problem)

    def test_no_library_writes_to_the_error_stream(self):
        with tempfile.TemporaryFile() as stream:
            ours = os.dup(2)
            os.dup2(stream.fileno(), 2)
            try:
                import_photos([self.messy], self.folder, self.cache)
            finally:
                os.dup2(ours, 2)
                os.close(ours)
            stream.seek(0)
            self.assertEqual(stream.read(), b"")

    def test_names_that_are_too_long_are_told(self):
        imported = import_photos([self.messy / ("x" * 300)], self.folder, self.cache)
        (problem,) = imported.problems
        self.assertIn("too long", problem)
        self.assertLess(len(problem), 200)

    def test_a_folder_that_may_not_be_looked_into_is_told(self):
        def walk(top, onerror):
            onerror(PermissionError(13, "Permission denied", os.path.join(top, "private")))
            return iter(())

        with mock.patch.object(photo_import.os, "walk", walk):
            imported = import_photos([self.messy], self.folder, self.cache)
        self.assertEqual(len(imported.problems), 1)
        self.assertIn("private cannot be looked into: you may not read it", imported.problems[0])

    def test_one_file_that_a_library_stumbles_over_does_not_cost_the_others(self):
        look = photo_import.look_at_photo

        def stumble(path, *rest):
            if path.name == "cmyk.jpg":
                raise ZeroDivisionError
            return look(path, *rest)

        with mock.patch.object(photo_import, "look_at_photo", stumble):
            imported = import_photos([self.messy], self.folder, self.cache)
        self.assertGreater(len(imported.photos), 10)
        self.assertEqual(len([problem for problem in imported.problems if "cmyk.jpg" in problem]), 1)


if __name__ == "__main__":
    unittest.main()
