"""Importing many files, caching thumbnails, finding photos again."""

import os
import shutil
import tempfile
import unittest
from pathlib import Path

import numpy as np
from PIL import Image

from jaunty_frame.document.edits.material.keep_areas import set_keep_areas
from jaunty_frame.document.edits.material.photos import add_photos, turn_photos, with_photo
from jaunty_frame.document.keep_areas import KeepArea
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import PRESETS
from jaunty_frame.errors import Cancelled
from jaunty_frame.media.photos.photo_check import check_photos
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.sources import PhotoSource
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.projects.project_store import load_project, path_from, rebased, save_project
from jaunty_frame.show.findings.facts import FileState
from jaunty_frame.show.frames.layers.layer import photo_file
from tests.media.photo_sets import noise_photo, write_set


class InFolder(unittest.TestCase):
    def setUp(self):
        self._folder = tempfile.TemporaryDirectory()
        self.addCleanup(self._folder.cleanup)
        self.folder = Path(self._folder.name)
        self.cache = ThumbnailCache(self.folder / "cache")


class Importing(InFolder):
    def names(self, imported):
        return [Path(photo.path).name for photo in imported.photos]

    def test_files_keep_their_order_and_folders_go_by_time_then_name(self):
        paths = write_set(self.folder, 3)
        folder = self.folder / "more"
        folder.mkdir()
        for name, taken in (
            ("b.jpg", "2026:01:02 00:00:00"),
            ("a.jpg", "2026:01:03 00:00:00"),
            ("z.jpg", ""),
            ("c.jpg", ""),
        ):
            exif = Image.Exif()
            if taken:
                exif.get_ifd(0x8769)[0x9003] = taken
            Image.fromarray(noise_photo(90, 60, len(name) + ord(name[0]))).save(folder / name, exif=exif)
        imported = import_photos([paths[2], folder, paths[0]], self.folder, self.cache)
        self.assertEqual(self.names(imported), ["photo-3.jpg", "b.jpg", "a.jpg", "c.jpg", "z.jpg", "photo-1.jpg"])
        self.assertEqual(imported.problems, ())
        self.assertEqual(imported.photos[1].path, "more/b.jpg")

    def test_broken_files_are_named_and_the_others_come_in(self):
        paths = write_set(self.folder, 2)
        data = paths[0].read_bytes()
        (self.folder / "cut.jpg").write_bytes(data[: len(data) // 2])
        (self.folder / "note.txt").write_text("hello")
        (self.folder / "empty.png").write_bytes(b"")
        seen = []
        imported = import_photos([self.folder], self.folder, self.cache, lambda done, total: seen.append((done, total)))
        self.assertEqual(self.names(imported), ["photo-1.jpg", "photo-2.jpg"])
        self.assertEqual(len(imported.problems), 3)
        for name in ("cut.jpg", "note.txt", "empty.png"):
            self.assertTrue(any(name in problem for problem in imported.problems))
        self.assertEqual(seen[-1], (5, 5))

    def test_it_can_be_cancelled(self):
        with self.assertRaises(Cancelled):
            import_photos(write_set(self.folder), self.folder, self.cache, cancelled=lambda: True)
        seen = []
        with self.assertRaises(Cancelled):
            import_photos(
                *([self.folder], self.folder, self.cache, lambda done, total: seen.append(done)),
                cancelled=lambda: bool(seen),
            )
        self.assertLess(max(seen), 5)

    def test_thumbnails_come_from_the_cache_afterwards(self):
        photo = import_photos(write_set(self.folder, 1), self.folder, self.cache).photos[0]
        (self.folder / photo.path).unlink()
        thumbnail = PhotoSource(self.folder, self.cache).thumbnail(photo_file(photo))
        self.assertEqual(max(thumbnail.shape), 512)


class Cache(InFolder):
    def test_it_is_bounded(self):
        cache = ThumbnailCache(self.folder / "small", most_bytes=60_000)
        for k in range(30):
            cache.put(f"blake2b:{k:032x}", noise_photo(200, 150, k))
        cache.prune()
        self.assertLessEqual(sum(entry.stat().st_size for entry in os.scandir(self.folder / "small")), 60_000)
        self.assertIsNotNone(cache.get(f"blake2b:{29:032x}"))
        self.assertIsNone(cache.get(f"blake2b:{0:032x}"))

    def test_what_was_used_lately_stays(self):
        cache = ThumbnailCache(self.folder / "small")
        names = [f"blake2b:{k:032x}" for k in range(8)]
        for k, name in enumerate(names):
            cache.put(name, noise_photo(200, 150, k))
            os.utime(self.folder / "small" / name.replace(":", "-"), (1000 + k, 1000 + k))
        self.assertIsNotNone(cache.get(names[0]))
        ThumbnailCache(self.folder / "small", most_bytes=20_000).prune()
        self.assertIsNotNone(cache.get(names[0]))
        self.assertIsNone(cache.get(names[1]))

    def test_a_transparent_thumbnail_stays_transparent(self):
        clear = np.dstack([noise_photo(60, 40, 1), np.full((40, 60), 90, np.uint8)])
        self.cache.put("blake2b:1", clear)
        np.testing.assert_array_equal(self.cache.get("blake2b:1"), clear)

    def test_damage_is_as_good_as_nothing(self):
        (self.folder / "cache").mkdir()
        (self.folder / "cache" / "blake2b-1").write_bytes(b"rubbish")
        self.assertIsNone(self.cache.get("blake2b:1"))
        nowhere = ThumbnailCache(Path("/proc/nowhere"))
        nowhere.put("blake2b:1", noise_photo(60, 40, 1))
        self.assertIsNone(nowhere.get("blake2b:1"))


class FindingAgain(InFolder):
    def setUp(self):
        super().setUp()
        photos = self.folder / "photos"
        photos.mkdir()
        imported = import_photos(write_set(photos, 3), self.folder, self.cache)
        self.project = add_photos(imported.photos).apply(Project(outputs=PRESETS[:1]))

    def states(self, project=None, folder=None):
        checked = check_photos(project or self.project, folder or self.folder, self.cache)
        return list(checked.states.values()), checked.edit.apply(project or self.project)

    def test_nothing_is_read_where_nothing_changed(self):
        states, project = self.states()
        self.assertEqual(set(states), {FileState.PRESENT})
        self.assertIs(project, self.project)

    def test_a_renamed_and_a_moved_photo_are_found_by_content(self):
        (self.folder / "photos/photo-1.jpg").rename(self.folder / "photos/opening.jpg")
        (self.folder / "photos/photo-2.jpg").rename(self.folder / "elsewhere.jpg")
        states, project = self.states()
        self.assertEqual(set(states), {FileState.PRESENT})
        self.assertEqual([photo.path for photo in project.photos][:2], ["photos/opening.jpg", "elsewhere.jpg"])

    def test_a_photo_is_looked_for_two_folders_deep_but_not_in_hidden_ones(self):
        photo = self.folder / "photos/photo-1.jpg"
        for place, found in (("a/b", True), (".hidden", False)):
            new = self.folder / place
            new.mkdir(parents=True)
            photo = photo.rename(new / "photo-1.jpg")
            self.assertEqual(FileState.MISSING not in self.states()[0], found, place)

    def test_a_photo_that_is_gone_is_marked(self):
        (self.folder / "photos/photo-3.jpg").unlink()
        states, project = self.states()
        self.assertEqual(states[2], FileState.MISSING)
        self.assertEqual(project, self.project)

    def test_a_changed_photo_is_used_and_keeps_the_users_areas(self):
        own = KeepArea(box=(0, 0, 0.5, 0.5))
        photo = self.project.photos[0]
        found = KeepArea(box=(0.2, 0.2, 0.1, 0.1), origin="found")
        project = set_keep_areas(photo.id, [found, own]).apply(self.project)
        project = with_photo(project, photo.id, finder=3)
        Image.fromarray(noise_photo(300, 500, 99)).save(self.folder / "photos/photo-1.jpg")
        states, changed = self.states(project)
        self.assertEqual(states[0], FileState.CHANGED)
        self.assertEqual((changed.photos[0].width, changed.photos[0].height), (300, 500))
        self.assertEqual((changed.photos[0].keep_areas, changed.photos[0].finder), ((own,), 0))
        self.assertEqual(changed.photos[0].id, photo.id)

    def test_a_new_date_alone_changes_nothing(self):
        os.utime(self.folder / "photos/photo-1.jpg", (1, 1))
        states, project = self.states(turn_photos([self.project.photos[0].id], 1).apply(self.project))
        self.assertEqual(states[0], FileState.PRESENT)
        self.assertEqual(project.photos[0].quarter_turns, 1)

    def test_a_project_moves_with_its_photos(self):
        save_project(self.project, self.folder / "show.jaunty")
        moved = self.folder / "moved"
        moved.mkdir()
        shutil.move(self.folder / "photos", moved / "photos")
        shutil.move(self.folder / "show.jaunty", moved / "show.jaunty")
        states, _ = self.states(load_project(moved / "show.jaunty"), moved)
        self.assertEqual(set(states), {FileState.PRESENT})

    def test_saving_elsewhere_keeps_the_photos(self):
        other = self.folder / "shows"
        other.mkdir()
        project = rebased(self.project, self.folder, other)
        self.assertEqual(project.photos[0].path, "../photos/photo-1.jpg")
        self.assertEqual(set(self.states(project, other)[0]), {FileState.PRESENT})
        self.assertEqual(path_from(Path("/a/b/c/d/e"), Path("/x/y.jpg")), "/x/y.jpg")
