"""The sound panel: what is on the track, the shelf, levels; sounds that are lost."""

from fractions import Fraction

import numpy as np
from PySide6.QtCore import QPointF

from jaunty_frame.app.project.jobs import MEASURE
from jaunty_frame.document.edits.outputs import remove_output
from tests.app.sound_case import SoundCase
from tests.media.sounds.sound_files import clicks, tone, write_sound


class SoundPanelTests(SoundCase):
    def test_a_sound_is_brought_in_shown_and_changed(self):
        panel = self.open("sound")
        self.assertTrue(panel.nothing.isVisible())
        self.bring("song.wav", tone(20))
        self.assertIn("song.wav", panel.list.item(0).text())
        self.assertTrue(panel.fields.isVisible())
        panel.fields.begins.setValue(4.5)
        self.assertEqual(self.sounds[0].begins, Fraction(9, 2))
        panel.fields.gain.number.setValue(-6)
        self.assertEqual(self.sounds[0].gain_db, -6)
        self.assertEqual(panel.fields.percent.text(), "50 %")
        self.click(panel.fields.here_only, QPointF(8, panel.fields.here_only.height() / 2))
        panel.fields.gain.number.setValue(3)
        first = self.project.outputs[0].id
        self.assertEqual((self.sounds[0].gain_db, self.sounds[0].in_output(first).gain_db), (-6, 3))
        panel.fields.fade_out.setValue(2)
        self.assertEqual(self.sounds[0].fade_out, 2)
        panel.fields.from_.setValue(10)
        self.click(panel.fields.split)
        self.assertEqual([one.begins for one in self.sounds], [Fraction(9, 2), 10])
        self.window.session.edited.undo()
        self.click(panel.fields.remove)
        self.assertEqual(self.sounds, ())

    def test_a_sound_that_cannot_be_read_is_told_and_the_rest_comes_in(self):
        panel = self.open("sound")
        (self.folder / "no.wav").write_bytes(b"no")
        self.work.bring_in([self.folder / "no.wav", write_sound(self.folder / "a.wav", tone(2))], "music")
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(len(self.sounds), 1)
        self.assertIn("no.wav", panel.fault.text())

    def test_pictures_change_on_the_music_and_the_show_takes_its_length(self):
        panel = self.open("sound")
        self.bring("beats.wav", clicks(14, np.arange(0.25, 13.9, 0.5)), begins=Fraction(0))
        self.choose_option(panel.beats.every, "every 4")
        self.click(panel.beats.cut)
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        joint = (schedule.first[0] + schedule.frames[0] + schedule.first[1]) / 2 / 30
        off = (joint - 0.25) % 0.5
        self.assertLess(min(off, 0.5 - off), 0.05)
        self.click(panel.beats.fit)
        self.assertEqual(self.window.session.plans()[self.project.outputs[0].id].seconds, 14)

    def test_half_or_twice_the_beats_can_be_meant(self):
        panel = self.open("sound")
        self.assertFalse(panel.beats.tempi.isVisible())
        self.bring("beats.wav", clicks(14, np.arange(0.25, 13.9, 0.5)), begins=Fraction(0))
        self.assertEqual(panel.beats.head.text(), "The music's beats, 120 a minute")
        self.click(panel.beats.half)
        self.assertEqual(panel.beats.head.text(), "The music's beats, 60 a minute (or 120)")
        self.click(panel.beats.double)
        self.click(panel.beats.double)
        self.assertEqual(panel.beats.head.text(), "The music's beats, 240 a minute (or 120)")
        self.window.session.edited.undo()
        self.assertEqual(panel.beats.head.text(), "The music's beats, 120 a minute (or 60)")

    def test_without_outputs_there_is_nothing_to_cut_or_to_fit(self):
        panel = self.open("sound")
        self.bring("beats.wav", clicks(14, np.arange(0.25, 13.9, 0.5)), begins=Fraction(0))
        for output in self.project.outputs:
            self.window.session.apply(remove_output(output.id))
        self.settle()
        self.assertFalse(panel.beats.cut.isEnabled() or panel.beats.fit.isEnabled())
        self.assertIn("beats.wav", panel.list.item(0).text())
        self.window.session.edited.undo()
        self.settle()
        self.assertTrue(panel.beats.cut.isEnabled() and panel.beats.fit.isEnabled())

    def test_a_piece_of_the_shelf_is_taken(self):
        panel = self.open("sound")
        self.choose_option(panel.part, "The shelf")
        self.click(panel.shelf.listen["long-table"])  # on a machine without a device
        self.assertIn("no sound device", panel.shelf.said.text())
        self.click(panel.shelf.take["long-table"])
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(self.project.sound.files[0].title, "Long table")
        self.assertTrue((self.folder / self.project.sound.files[0].path).is_file())
        self.assertEqual(panel.shelf.take["long-table"].text(), "Take it again")

    def test_levels_rules_and_the_loudness_that_will_be(self):
        panel = self.open("sound")
        self.bring("song.wav", tone(20))
        self.choose_option(panel.part, "Levels")
        panel.levels.kinds["music"].number.setValue(-4)
        self.assertEqual(self.sounds[0].gain_db, -4)
        panel.levels.rules.fields["ducking_db"].number.setValue(8)
        self.assertEqual(self.project.sound.rules.ducking_db, 8)
        last = self.project.outputs[-1].id
        panel.levels.targets[last].setValue(-18)
        self.assertEqual(self.project.output(last).loudness, -18)
        self.click(panel.levels.measure)
        self.wait_until(lambda: self.window.session.jobs.running(MEASURE) is None)
        self.assertIn("-18.0 LUFS", panel.levels._said[last].text())

    def test_missing_sounds_are_told_marked_found_again_or_removed(self):
        panel = self.open("sound")
        self.bring("song.wav", tone(5))
        self.window.session.save(self.path)
        (self.folder / "song.wav").unlink()
        self.window.files.open_path(self.path)
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        self.assertIn("song.wav", self.window.notice.text.text())
        finding = next(one for one in self.window.session.findings() if one.kind == "lost-sound")
        self.assertEqual((finding.slide, finding.outputs), (1, tuple(one.id for one in self.project.outputs)))
        self.assertTrue(panel.list.item(0).text().startswith("! Music"))
        # Found again where it is now, and heard with its wave.
        moved = self.folder / "elsewhere" / "song.wav"
        write_sound(moved, tone(5))
        self.window.importer.check_files(moved.parent)
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        self.assertEqual(self.project.sound.files[0].path, "elsewhere/song.wav")
        self.assertFalse([one for one in self.window.session.findings() if one.kind == "lost-sound"])
        moved.unlink()
        self.window.importer.check_files()
        self.wait_until(lambda: self.window.importer.task is None)
        self.settle()
        finding = next(one for one in self.window.session.findings() if one.kind == "lost-sound")
        self.window.desk.remedy(finding)
        self.assertEqual(self.sounds, ())
