"""The sound of a screening: its clock leads."""

import numpy as np
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from jaunty_frame.core.sound.levels import RATE
from tests.app.sound_case import FakeSpeaker, SoundCase
from tests.media.sounds.sound_files import tone


class ShowSoundTests(SoundCase):
    def begin(self):
        screening = self.window.screening
        self.speaker = FakeSpeaker()
        screening.sound.speaker_of = lambda: self.speaker
        self.window.desk.open("screening")
        self.wait_until(lambda: self.speaker.starts)
        return screening

    def test_the_sounds_clock_leads_and_pictures_follow(self):
        self.bring("song.wav", tone(20))
        screening = self.begin()
        self.assertTrue(screening.volume.isVisible())
        self.speaker.play(RATE)
        self.wait_until(lambda: screening.frame >= 29)
        self.assertLess(screening.frame, 32)  # a second was heard, however long the test took
        self.wait_until(lambda: screening.sound._player.is_ready)
        self.speaker.play(RATE // 2)
        self.assertGreater(float(np.abs(self.speaker.heard[-1]).max()), 0.05)
        QTest.keyClick(screening, Qt.Key.Key_M)
        self.speaker.play(4800)
        self.assertEqual(float(np.abs(self.speaker.heard[-1]).max()), 0.0)
        QTest.keyClick(screening, Qt.Key.Key_Escape)
        self.assertIsNone(self.speaker.fill)

    def test_it_begins_again_at_the_end_if_wished(self):
        self.bring("song.wav", tone(20))
        screening = self.begin()
        self.click(screening.loop)
        self.speaker.played = 60 * RATE
        self.wait_until(lambda: screening.playing and screening.frame < 20 and self.speaker.played < RATE)
        screening.leave()

    def test_a_machine_without_a_device_plays_on_silently(self):
        self.bring("song.wav", tone(20))
        screening = self.window.screening
        screening.sound.speaker_of = lambda: None
        self.window.desk.open("screening")
        self.wait_until(lambda: screening.frame > 2)
        self.assertIn("No sound device", screening.heard.text())
        screening.leave()

    def test_a_sound_that_is_gone_is_told_and_the_show_goes_on(self):
        self.bring("song.wav", tone(20))
        (self.folder / "song.wav").unlink()
        screening = self.begin()
        self.wait_until(lambda: "missing" in screening.heard.text())
        self.wait_until(lambda: screening.frame > 2)
        screening.leave()
