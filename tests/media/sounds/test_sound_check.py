"""Sounds compared with the disk: same, moved, changed, broken, gone, and waves that this machine does not know."""

import shutil
import tempfile
import unittest
from pathlib import Path

from jaunty_frame.document.edits.material.sounds import add_sound
from jaunty_frame.document.model import Project
from jaunty_frame.media.sounds.listening import look_at_sound
from jaunty_frame.media.sounds.peaks import PeakCache
from jaunty_frame.media.sounds.sound_check import check_sounds
from jaunty_frame.show.findings.facts import FileState
from tests.media.sounds.sound_files import tone, write_sound


class SoundCheckTests(unittest.TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.cache = PeakCache(self.folder / "peaks")
        self.path = write_sound(self.folder / "sounds" / "song.wav", tone(3))
        file = look_at_sound(self.path, self.folder, self.cache)
        self.project = add_sound(file, "music").apply(Project())

    def check(self, place=None, cache=None):
        checked = check_sounds(self.project, self.folder, cache or self.cache, place)
        self.project = checked.edit.apply(self.project)
        return checked.states[self.file.id]

    @property
    def file(self):
        return self.project.sound.files[0]

    def test_one_that_is_as_it_was_is_left_alone(self):
        before = self.project
        self.assertIs(self.check(), FileState.PRESENT)
        self.assertEqual(self.project, before)

    def test_one_that_was_only_touched_is_the_same(self):
        before = self.file
        write_sound(self.path, tone(3))
        self.assertIs(self.check(), FileState.PRESENT)
        self.assertEqual(self.file.changed(modified=before.modified), before)

    def test_one_that_moved_is_found_by_its_content(self):
        other = self.folder / "music"
        other.mkdir()
        write_sound(other / "decoy.wav", tone(3, 700))  # of the same size
        shutil.move(self.path, other / "renamed.wav")
        self.assertIs(self.check(), FileState.PRESENT)
        self.assertEqual(self.file.path, "music/renamed.wav")

    def test_one_that_lies_elsewhere_is_found_where_the_user_says(self):
        elsewhere = Path(self.enterContext(tempfile.TemporaryDirectory()))
        shutil.move(self.path, elsewhere / "song.wav")
        self.assertIs(self.check(), FileState.MISSING)
        self.assertIs(self.check(elsewhere), FileState.PRESENT)
        self.assertEqual((self.folder / self.file.path).resolve(), (elsewhere / "song.wav").resolve())

    def test_other_content_is_listened_to_anew_under_the_same_id(self):
        before = self.file
        write_sound(self.path, tone(5, 700))
        self.assertIs(self.check(), FileState.CHANGED)
        self.assertEqual((self.file.id, self.file.seconds), (before.id, 5.0))
        self.assertNotEqual(self.file.content, before.content)
        self.assertEqual(len(self.cache.get(self.file.content)), 500)

    def test_one_that_broke_is_told_and_keeps_what_was_known(self):
        before = self.file
        self.path.write_bytes(b"no sound")
        self.assertIs(self.check(), FileState.DAMAGED)
        self.assertEqual(self.file, before)

    def test_a_wave_that_this_machine_does_not_know_is_taken_again(self):
        fresh = PeakCache(self.folder / "other")
        before = self.file
        self.assertIs(self.check(cache=fresh), FileState.PRESENT)
        self.assertEqual(len(fresh.get(self.file.content)), 300)
        self.assertEqual(self.file, before)
