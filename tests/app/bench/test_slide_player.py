"""The bench plays its slide with its sound."""

from PySide6.QtCore import QPointF
from PySide6.QtTest import QTest

from jaunty_frame.core.sound.levels import RATE
from tests.app.sound_case import FakeSpeaker, SoundCase
from tests.app.window_case import LEFT
from tests.media.sounds.sound_files import tone


class SlidePlayerTests(SoundCase):
    def begin(self):
        self.bring("song.wav", tone(20))
        self.choose(1)
        self.player = self.window.bench.player
        self.speaker = FakeSpeaker()
        self.player.sound.speaker_of = lambda: self.speaker

    def test_a_slide_is_played_with_its_part_of_the_sound(self):
        self.begin()
        self.click(self.player.button)
        self.assertTrue(self.player.is_playing)
        self.wait_until(lambda: self.speaker.fill is not None)
        self.speaker.play(RATE // 2)  # half of the slide's second
        self.wait_until(lambda: 450 <= self.window.bench.scrub.value() <= 550)
        self.assertTrue(self.player.is_playing)
        self.speaker.play(RATE)
        self.wait_until(lambda: not self.player.is_playing)
        self.assertEqual(self.window.bench.scrub.value(), 1000)
        self.assertEqual(self.player.button.text(), "Play")
        self.assertIsNone(self.speaker.fill)

    def test_it_plays_silently_without_a_device_and_stops_when_another_cell_is_chosen(self):
        self.begin()
        self.player.sound.speaker_of = lambda: None
        self.click(self.player.button)
        self.wait_until(lambda: self.window.bench.scrub.value() > 30)
        self.choose(2)
        self.assertFalse(self.player.is_playing)

    def test_what_the_time_line_is_dragged_to_is_heard(self):
        self.begin()
        line, middle = self.window.bench.scrub, self.window.bench.scrub.height() / 2
        self.drag(line, QPointF(30, middle), QPointF(line.width() / 2, middle), release=False)
        self.assertTrue(line.isSliderDown())
        self.assertAlmostEqual(line.share, 0.5, delta=0.01)
        self.wait_until(lambda: self.speaker.starts)
        start = self.player.sound._player._start
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        self.assertAlmostEqual(start / RATE, (schedule.first[1] + schedule.frames[1] / 2) / 30, delta=0.1)
        QTest.mouseRelease(line, LEFT)
        self.wait_until(lambda: self.speaker.fill is None)  # a moment is heard, no more
        QTest.mouseClick(line, LEFT, pos=QPointF(line.width() * 3 / 4, middle).toPoint())
        self.assertFalse(line.isSliderDown())
        self.assertAlmostEqual(line.share, 0.75, delta=0.02)
