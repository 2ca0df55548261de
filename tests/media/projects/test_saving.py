"""Files on disk: whole or not at all, with the permissions that they should have; and what a killed program left."""

import json
import os
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from unittest import mock

import numpy as np

from jaunty_frame.core.painting.colour import Amounts
from jaunty_frame.document.model import Project
from jaunty_frame.errors import ProjectChangedError
from jaunty_frame.media.atomic import write_whole
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, path_from, read_project, save_project
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

    def test_a_link_stays_and_what_it_leads_to_is_written(self):
        link = self.folder / "link.jaunty"
        link.symlink_to(self.path)
        for text in (b"one", b"two"):  # first where it leads nowhere yet
            write_whole(link, text)
            self.assertEqual((link.is_symlink(), self.path.read_bytes()), (True, text))

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


class Leftovers(InFolder):
    def test_of_other_files_they_go_when_they_are_old_and_their_program_no_longer_runs(self):
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        names = {
            "old": (f".voice-ab12.flac.{gone.pid}.abcd1234.part", 700),
            "fresh": (f".voice-cd34.flac.{gone.pid}.abcd1234.part", 5),
            "running": (f".voice-ef56.flac.{os.getppid()}.abcd1234.part", 700),
            "somebody's": (".download.part", 700),
            "a film": ("film.mkv.part", 700),
        }
        for name, age in names.values():
            path = self.folder / name
            path.write_bytes(b"half")
            os.utime(path, (path.stat().st_mtime - age,) * 2)
        write_whole(self.path, b"whole")
        left = {what for what, (name, _) in names.items() if (self.folder / name).exists()}
        self.assertEqual(left, {"fresh", "running", "somebody's", "a film"})


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


class Saving(InFolder):
    def test_what_another_program_wrote_meanwhile_is_not_replaced(self):
        first = save_project(Project(title="First"), self.path)
        second = save_project(Project(title="Second"), self.path, first)
        with self.assertRaisesRegex(ProjectChangedError, "show.jaunty was changed"):
            save_project(Project(title="Late"), self.path, first)
        self.assertEqual(read_project(self.path), (Project(title="Second"), second))
        # Touched only: it is the content that counts.
        os.utime(self.path, (1, 1))
        save_project(Project(title="Third"), self.path, second)
        self.path.unlink()
        save_project(Project(title="Fourth"), self.path, second)
        self.assertEqual(load_project(self.path).title, "Fourth")

    def test_of_programs_that_save_at_once_one_wins_and_the_others_are_told(self):
        first = save_project(Project(title="First"), self.path)
        script = (
            "import sys; from pathlib import Path; from jaunty_frame.document.model import Project;"
            "from jaunty_frame.media.projects.project_store import save_project;"
            "sys.stdin.readline(); save_project(Project(title=sys.argv[1]), Path(sys.argv[2]), sys.argv[3])"
        )
        options = {"stdin": subprocess.PIPE, "stderr": subprocess.DEVNULL}
        running = [
            subprocess.Popen([sys.executable, "-c", script, title, self.path, first], **options) for title in "abcd"
        ]
        for one in running:
            one.stdin.write(b"\n")
            one.stdin.flush()
        ended = [one.wait() for one in running]
        for one in running:
            one.stdin.close()
        self.assertEqual(sorted(ended), [0, 1, 1, 1])
        self.assertEqual(load_project(self.path).title, "abcd"[ended.index(0)])


class Autosaves(InFolder):
    def left(self, path, title="Left", digest=""):
        """Leave an autosave behind, as a process does that was killed."""
        store = AutosaveStore(self.folder / "state")
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        with mock.patch("os.getpid", return_value=gone.pid):
            self.assertTrue(store.write(Project(title=title), path, digest))
        return store

    def test_it_is_found_however_its_project_is_named(self):
        (self.folder / "other").mkdir()
        own, others = self.path, self.folder / "other" / "show.jaunty"
        link = self.folder / "other" / "link.jaunty"
        link.symlink_to(own)
        for path in (own, others):
            save_project(Project(), path)
        before = Path.cwd()
        self.addCleanup(os.chdir, before)
        names = {"absolute": own, "relative": Path("show.jaunty"), "link": link, "home": Path("~/show.jaunty")}
        with mock.patch.dict(os.environ, {"HOME": str(self.folder)}):
            for written_as, written in names.items():
                os.chdir(self.folder)
                store = self.left(written, written_as)
                for name in names.values():
                    with self.subTest(written=written_as, opened=name):
                        os.chdir(self.folder)
                        self.assertEqual(store.of(name).project.title, written_as)
                        os.chdir(self.folder / "other")
                        self.assertIsNone(store.of(Path("show.jaunty")), "of another folder's project")
                        self.assertIsNone(store.of(None))
                os.chdir(before)

    def test_it_goes_with_its_project_when_that_is_moved_but_not_with_a_copy(self):
        digest = save_project(Project(title="Saved"), self.path)
        store = self.left(self.path, digest=digest)
        moved = self.folder / "moved.jaunty"
        shutil.copy(self.path, moved)
        self.assertIsNone(store.of(moved))
        self.path.unlink()
        found = store.of(moved)
        self.assertEqual((found.project.title, found.path), ("Left", moved.resolve()))
        save_project(Project(title="Another"), moved)
        self.assertIsNone(store.of(moved))

    def test_two_windows_on_one_project_keep_one_each(self):
        store = self.left(self.path)
        store.write(Project(title="Of this window"), self.path)
        store.discard(self.path)
        self.assertEqual(store.of(self.path).project.title, "Left")

    def test_another_process_with_the_number_of_a_killed_one_hides_nothing(self):
        store = AutosaveStore(self.folder / "state")
        store.write(Project(title="Left"), self.path)
        (file,) = (self.folder / "state").glob("*.json")
        content = json.loads(file.read_text())
        content |= {"pid": os.getppid(), "started": content["started"] + "0"}
        file.write_text(json.dumps(content))
        self.assertEqual(store.of(self.path).project.title, "Left")

    def test_an_autosave_is_offered_only_when_its_program_no_longer_runs(self):
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        for pid, offered in ((gone.pid, True), (os.getppid(), False)):
            store = AutosaveStore(self.folder / str(pid))
            with self.subTest(offered=offered), mock.patch("os.getpid", return_value=pid):
                store.write(Project(title="Left"), self.path)
            found = store.of(self.path)
            self.assertEqual(found is not None and found.project.title == "Left", offered)

    def test_one_of_an_older_version_by_a_relative_name_is_offered_as_never_saved(self):
        store = self.left(self.path)
        (file,) = (self.folder / "state").glob("*.json")
        file.write_text(json.dumps({**json.loads(file.read_text()), "path": "show.jaunty"}))
        self.assertEqual((store.of(self.path), store.of(None).project.title), (None, "Left"))


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
