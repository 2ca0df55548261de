"""Voices that are spoken by a machine or recorded."""

import threading
from unittest import mock

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest

from jaunty_frame.core.sound.levels import RATE
from jaunty_frame.document.edits.material.words import add_words
from jaunty_frame.media.sounds import speaking
from jaunty_frame.media.sounds.count_in import CountIn
from jaunty_frame.standins.microphone import StandInMicrophone
from jaunty_frame.standins.voice import spoken
from tests.app.sound_case import FakeSpeaker, SoundCase


class Voices(SoundCase):
    def test_a_sentence_gives_voice_and_caption(self):
        self.choose(1)
        panel = self.open("speak")
        panel.text.setPlainText("Three jars from the first firing, and one more sentence.")
        self.click(panel.caption, QPointF(8, panel.caption.height() / 2))
        self.click(panel.put)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        slide = self.project.slides[1]
        self.assertEqual(self.sounds[0].slides, (slide.id,))
        self.assertEqual(slide.words[0].text, "Three jars from the first firing, and one more sentence.")
        plan = self.window.session.plans()[self.project.outputs[0].id]
        need = self.project.sound.voice_seconds()[slide.id]
        self.assertGreater(need, 2)
        self.assertAlmostEqual(plan.schedule.frames[1] / 30, float(need), delta=0.05)

    def test_all_captions_are_spoken_at_once(self):
        for k in (0, 2):
            self.window.session.apply(add_words(self.project.slides[k].id, f"Caption number {k}"))
        with mock.patch.object(speaking, "has_engine", return_value=False):
            panel = self.open("speak")
            self.assertEqual(panel.all_captions.text(), "Speak the captions of 2 slides")
            self.click(panel.all_captions)
            self.wait_until(lambda: self.work.task is None)
        self.assertEqual([one.slides[0] for one in self.sounds], [self.project.slides[k].id for k in (0, 2)])

    def record(self, panel, nexts=0):
        """Record all that the stand-in microphone hears, with some steps to the next slide on the way."""
        samples = np.concatenate([np.zeros((RATE // 2, 2), np.float32), spoken("one two three four five six")])
        samples = np.concatenate([samples, np.zeros((RATE * 7 // 10, 2), np.float32)])
        samples[-2000:-1500] = 0.5  # the key
        gate, fed = threading.Event(), threading.Event()

        class Gated(StandInMicrophone):
            """Waits for the count-in, then gives everything at once."""

            def _play(self, heard):
                gate.wait(10)
                super()._play(heard)
                fed.set()

        panel.recording.microphone_for = lambda name: Gated(samples, pace=0)
        self.click(panel.start)
        self.assertEqual(panel.state.text(), "Recording begins in 3")
        for _ in range(3):
            panel.recording._counting.timeout.emit()
        self.assertTrue(panel.state.text().startswith("Recording"))
        gate.set()
        self.wait_until(fed.is_set)
        for _ in range(nexts):
            QTest.keyClick(panel, Qt.Key.Key_N)
        self.click(panel.start)

    def test_a_voice_is_recorded_trimmed_and_put_on_its_slide(self):
        self.choose(1)
        panel = self.open("record")
        self.record(panel)
        self.assertEqual(len(panel.takes), 1)
        take = panel.takes[0]
        # Silence before, and the key after a pause, are cut off.
        self.assertAlmostEqual(take.begins, 0.43, delta=0.1)
        self.assertLess(take.ends, take.seconds - 0.3)
        self.record(panel)
        self.assertEqual(len(panel.takes), 2)
        self.click(panel.drop)
        left = panel.trimmer._x(panel.trimmer.ends[0])
        self.drag(panel.trimmer, QPointF(left, 40), QPointF(panel.trimmer._x(0.8), 40))
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        self.assertEqual(self.sounds[0].slides, (self.project.slides[1].id,))
        self.assertAlmostEqual(float(self.sounds[0].begins), 0.8, delta=0.03)
        self.assertTrue(list((self.folder / "sounds").glob("take-*.wav")))

    def test_a_take_is_put_on_the_slide_that_it_was_recorded_for(self):
        panel = self.open("record")
        for row in (1, 2):
            self.choose(row)
            self.record(panel)
        self.choose_option(panel.which, "Take 1")
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(self.sounds[0].slides, (self.project.slides[1].id,))
        self.choose(0)
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.assertEqual(self.sounds[1].slides, (self.project.slides[2].id,))

    def test_takes_of_one_project_are_not_put_into_another(self):
        self.choose(1)
        panel = self.open("record")
        self.record(panel)
        self.window.files.open_path(self.path)
        self.assertEqual((panel.takes, panel.use.isVisible()), ([], False))

    def test_going_on_while_recording_sets_the_slides_times(self):
        self.choose(0)
        panel = self.open("record")
        self.record(panel, nexts=1)
        self.assertEqual(len(panel.takes[0].over.nexts), 1)
        self.click(panel.use)
        self.wait_until(lambda: self.work.task is None)
        self.settle()
        self.assertEqual(self.sounds[0].slides, ())
        schedule = self.window.session.plans()[self.project.outputs[0].id].schedule
        joint = (schedule.first[0] + schedule.frames[0] + schedule.first[1]) / 2 / 30
        take_went_on = schedule.frames[0] / 30
        self.assertGreater(take_went_on, 2)
        self.assertGreater(joint, 2)

    def test_leaving_stops_the_recording(self):
        self.choose(0)
        panel = self.open("record")
        self.click(panel.start)
        self.assertTrue(panel.is_recording)
        self.window.desk.open("bench")
        self.assertFalse(panel.is_recording)
        self.assertEqual(panel.takes, [])

    def test_the_count_is_heard_where_there_is_a_device(self):
        heard = FakeSpeaker()
        counting = CountIn(lambda: heard)
        counting.play(3)
        heard.play(3 * RATE)
        heard.play(RATE)
        counting.stop()
        loud = np.abs(np.concatenate(heard.heard)).max(axis=1) > 0.1
        begins = np.flatnonzero(np.diff(loud.astype(int), prepend=0) == 1)
        seconds = sorted(set((begins / RATE).round().astype(int).tolist()))
        self.assertEqual(seconds, [0, 1, 2])
        self.assertIsNone(heard.fill)
