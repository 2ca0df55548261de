"""Where a project's files lie: a folder, or an archive that is only read."""

import random
import stat
import tempfile
import unittest
import zipfile
from pathlib import Path

from jaunty_frame.document.edits.material.photos import add_photos
from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.model import Project
from jaunty_frame.document.outputs import output_from_text
from jaunty_frame.errors import ProjectError
from jaunty_frame.media.export.job import job_of, run_job
from jaunty_frame.media.photos.photo_import import import_photos
from jaunty_frame.media.photos.thumbnails import ThumbnailCache
from jaunty_frame.media.place import Archive, place_at, resolved
from jaunty_frame.media.projects.project_store import load_project, save_project
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from tests.media.photo_sets import write_set
from tests.media.sounds.sound_files import tone, write_sound


class PlaceTests(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def packed(self, members: dict[str, bytes]) -> Path:
        path = self.folder / "show.zip"
        with zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, data in members.items():
                archive.writestr(name, data)
        return path

    def test_a_folder_is_what_paths_start_from(self):
        self.assertEqual(place_at(str(self.folder)), self.folder)
        self.assertEqual(resolved("a/b.jpg", self.folder), self.folder / "a" / "b.jpg")
        self.assertEqual(resolved("/elsewhere/b.jpg", self.folder), Path("/elsewhere/b.jpg"))

    def test_a_show_is_written_from_its_archive_as_from_its_folder(self):
        work = self.folder / "work"
        work.mkdir()
        imported = import_photos(write_set(work, 2), work, ThumbnailCache(self.folder / "cache"))
        project = add_photos(imported.photos).apply(Project(outputs=(output_from_text("64x96"),)))
        song = look_at_sound(write_sound(work / "song.wav", tone(3)), work, PeakCache(self.folder / "peaks"))
        project = add_sound(song, "music").apply(project)
        save_project(project, work / "show.jaunty")
        files = {f"pots/{one.name}": one.read_bytes() for one in work.iterdir()}
        path = self.packed(files)
        archive = Archive(path)
        again = load_project(archive.project)
        self.assertEqual(again, project)
        for one in work.iterdir():
            one.unlink()  # nothing is read from where it was
        packed = run_job(job_of(again, archive, "64x96", self.folder / "packed.mp4"))
        for name, data in files.items():
            (work / Path(name).name).write_bytes(data)
        plain = run_job(job_of(project, work, "64x96", self.folder / "plain.mp4"))
        self.assertEqual(packed.read_bytes(), plain.read_bytes())

    def test_no_member_leaves_its_folder_and_none_is_more_than_it_says(self):
        path = self.packed({"a/show.jaunty": b"{}", "../out.jpg": b"x", "/etc/name": b"x", "a/../b.jpg": b"x"})
        archive = Archive(path)
        for name in ("../out.jpg", "/etc/name", "../b.jpg", "b.jpg", "nothing.jpg"):
            with self.subTest(name):
                self.assertFalse(archive.file(name).exists())
                self.assertEqual(archive.file(name).name, "not-there")
        self.assertFalse((self.folder / "out.jpg").exists())
        # The sizes that the directory of an archive says are lowered.
        big = self.packed({"show.jaunty": b"{}", "big.jpg": bytes(300_000)})
        data = bytearray(big.read_bytes())
        at = data.rindex(b"PK\x01\x02", 0, data.rindex(b"big.jpg"))
        data[at + 24 : at + 28] = (1000).to_bytes(4, "little")
        big.write_bytes(data)
        with self.assertRaisesRegex(ProjectError, "big.jpg cannot be read from show.zip"):
            Archive(big).file("big.jpg")

    def test_what_is_no_archive_of_one_project_is_told(self):
        for members in ({}, {"a.jpg": b""}, {"a.jaunty": b"", "b.jaunty": b""}):
            with self.subTest(members), self.assertRaisesRegex(ProjectError, "does not hold one project"):
                Archive(self.packed(members))
        broken = self.folder / "broken.zip"
        broken.write_bytes(b"PK\x03\x04 and no more")
        with self.assertRaisesRegex(ProjectError, "no archive that can be read"):
            place_at(str(broken))

    def test_what_is_packed_wrongly_is_told_however_it_is_packed(self):
        for packer in (zipfile.ZIP_DEFLATED, zipfile.ZIP_BZIP2, zipfile.ZIP_LZMA):
            path, data = self.folder / "show.zip", bytes(range(256)) * 40
            with zipfile.ZipFile(path, "w", packer) as archive:
                archive.writestr("show.jaunty", "{}")
                archive.writestr("a.jpg", data)
                packed = archive.getinfo("a.jpg")
            whole = bytearray(path.read_bytes())
            start = packed.header_offset + 30 + len("a.jpg")
            whole[start + 12 : start + packed.compress_size] = b"\xff" * (packed.compress_size - 12)
            path.write_bytes(whole)
            with self.subTest(packer), self.assertRaisesRegex(ProjectError, "a.jpg cannot be read from show.zip"):
                Archive(path).file("a.jpg")

    def test_damaged_archives_raise_one_sentence(self):
        whole = self.packed({"show.jaunty": b"{}" * 50, "a.jpg": random.Random(1).randbytes(5000)}).read_bytes()
        for seed in range(60):
            chance = random.Random(seed)
            data = bytearray(whole)
            for _ in range(chance.randrange(1, 6)):
                data[chance.randrange(len(data))] = chance.randrange(256)
            path = self.folder / f"{seed}.zip"
            path.write_bytes(data[: chance.randrange(len(data) // 2, len(data) + 1)])
            with self.subTest(seed):
                try:
                    Archive(path).file("a.jpg")
                except ProjectError as error:
                    self.assertEqual(str(error).count("\n"), 0)

    def test_what_is_unfolded_goes_with_it(self):
        archive = Archive(self.packed({"show.jaunty": b"{}"}))
        kept = archive.file("show.jaunty")
        self.assertTrue(stat.S_ISREG(kept.stat().st_mode))
        del archive
        self.assertFalse(kept.exists())


if __name__ == "__main__":
    unittest.main()
