"""Files on disk: whole or not at all, with the permissions that they should have; and what a killed program left."""

import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import numpy as np

from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.document.model import Project
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import path_from
from jaunty_frame.media.projects.recovery import AutosaveStore
from jaunty_frame.show.frames.layers.layer import PhotoFile


class InFolder(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.path = self.folder / "show.jaunty"


class WritingWhole(InFolder):
    def mode(self):
        return self.path.stat().st_mode & 0o777

    def test_a_file_keeps_its_permissions_and_a_new_one_gets_the_usual_ones(self):
        before = os.umask(0o027)
        self.addCleanup(os.umask, before)
        write_whole(self.path, b"one")
        self.assertEqual(self.mode(), 0o640)
        os.chmod(self.path, 0o604)
        write_whole(self.path, b"two")
        self.assertEqual((self.mode(), self.path.read_bytes()), (0o604, b"two"))

    def test_a_failure_leaves_the_old_file_and_nothing_else(self):
        self.path.write_bytes(b"old")
        with mock.patch("os.replace", side_effect=OSError("full")), self.assertRaises(OSError):
            write_whole(self.path, b"new")
        self.assertEqual((self.path.read_bytes(), os.listdir(self.folder)), (b"old", ["show.jaunty"]))

    def test_what_a_killed_save_left_goes_with_the_next_one_but_not_what_is_being_written(self):
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        left = self.folder / f".show.jaunty.{gone.pid}.abc.part"
        running = self.folder / f".show.jaunty.{os.getppid()}.abc.part"
        for path in (left, running):
            path.write_bytes(b"half")
        write_whole(self.path, b"whole")
        self.assertEqual((left.exists(), running.exists()), (False, True))


class Paths(unittest.TestCase):
    def test_a_photo_up_to_three_folders_away_is_named_from_the_project(self):
        for project, named in (
            ("/a/b", "x.jpg"),
            ("/a/b/c", "../x.jpg"),
            ("/a/b/c/d/e", "../../../x.jpg"),
            ("/a/b/c/d/e/f", "/a/b/x.jpg"),
        ):
            with self.subTest(project=project):
                self.assertEqual(path_from(Path(project), Path("/a/b/x.jpg")), named)
        self.assertEqual(path_from(None, Path("/a/b/x.jpg")), "/a/b/x.jpg")


class Autosaves(InFolder):
    def test_an_autosave_is_offered_only_when_its_program_no_longer_runs(self):
        store = AutosaveStore(self.folder / "state")
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        for pid, offered in ((gone.pid, True), (os.getppid(), False)):
            with self.subTest(offered=offered), mock.patch("os.getpid", return_value=pid):
                store.write(Project(title="Left"), self.path)
            found = store.of(self.path)
            self.assertEqual(found is not None and found.project.title == "Left", offered)


class Sources(InFolder):
    def test_no_more_than_96_megabytes_of_decoded_photos_are_kept(self):
        source = PhotoSource(self.folder, ThumbnailCache(self.folder / "cache"))
        photos = [PhotoFile(f"c{k}", f"p{k}.jpg", 5000, 4000, 0, Amounts()) for k in range(4)]
        with mock.patch.object(PhotoSource, "_decoded", return_value=np.zeros((2000, 2500, 3), np.uint8)) as decoded:
            for photo in [*photos, *photos[1:], photos[0]]:
                source.pixels(photo, 2500)
            # 15 MB each: all four stay.
            self.assertEqual(decoded.call_count, 4)
        with mock.patch.object(PhotoSource, "_decoded", return_value=np.zeros((4000, 5000, 3), np.uint8)) as decoded:
            for photo in [*photos, photos[0]]:
                source.pixels(photo, 5000)
            # 60 MB each: when the second comes, the first has to go.
            self.assertEqual(decoded.call_count, 5)


if __name__ == "__main__":
    unittest.main()
