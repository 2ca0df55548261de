"""Takes: what the microphone gave is kept, long ones too, and worth hearing from where something was said."""

import tempfile
import unittest
from pathlib import Path
from unittest import mock

import numpy as np

from jaunty_frame.core.sound.levels import RATE, ratio
from jaunty_frame.errors import SoundError
from jaunty_frame.media.sounds import recording
from jaunty_frame.media.sounds.reading import SoundReader
from jaunty_frame.media.sounds.recording import Take
from jaunty_frame.standins.voice import spoken


class Microphone:
    """Gives what the test lets it hear."""

    def start(self, heard):
        self.heard = heard

    def stop(self):
        pass


class RecordingTests(unittest.TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.microphone = Microphone()
        self.take = Take(self.microphone)
        self.addCleanup(self.take.close)
        self.take.listen()

    def hear(self, samples):
        for first in range(0, len(samples), 1000):
            self.microphone.heard(samples[first : first + 1000])

    def test_only_what_comes_after_the_count_is_kept_to_the_sample(self):
        self.hear(np.full((3000, 2), 0.5, np.float32))
        self.take.keep()
        sound = (np.random.default_rng(1).random((25 * RATE, 2), np.float32) - 0.5) * 0.9
        self.hear(sound)
        path, _, _ = self.take.save(self.folder)
        reader = SoundReader(path)
        self.addCleanup(reader.close)
        np.testing.assert_allclose(reader.read(0, len(sound)), sound, atol=2**-22)
        self.assertEqual(self.take.seconds, 25)

    def test_a_long_one_does_not_stay_in_memory(self):
        with mock.patch.object(recording, "_IN_MEMORY", 10_000):
            take = Take(self.microphone)
        self.addCleanup(take.close)
        take.listen()
        take.keep()
        self.hear(np.full((RATE, 2), 0.1, np.float32))
        self.assertTrue(take._kept._rolled)
        path, _, _ = take.save(self.folder)
        reader = SoundReader(path)
        self.addCleanup(reader.close)
        np.testing.assert_allclose(reader.read(0, RATE), 0.1, atol=1e-6)

    def test_silence_and_the_sound_of_the_key_are_trimmed_off(self):
        self.take.keep()
        voice = spoken("one two three four")
        quiet = np.zeros((RATE, 2), np.float32)
        key = np.zeros((RATE, 2), np.float32)
        key[RATE - 2400 : RATE - 1900] = 0.6
        self.hear(np.concatenate([quiet, voice, key]))
        _, begins, ends = self.take.save(self.folder)
        self.assertAlmostEqual(begins, 1 - 0.12, delta=0.1)
        self.assertLess(ends, 1 + len(voice) / RATE + 0.5)

    def test_the_meter_holds_its_peak_and_tells_when_it_was_too_loud(self):
        self.hear(np.full((1000, 2), ratio(-20.0), np.float32))
        self.assertAlmostEqual(self.take.peak, -20.0, delta=0.01)
        self.assertFalse(self.take.clipped)
        self.hear(np.full((1000, 2), ratio(-40.0), np.float32))
        self.assertAlmostEqual(self.take.level, -40.0, delta=0.01)
        self.assertAlmostEqual(self.take.peak, -20.0, delta=0.01)
        self.hear(np.ones((1000, 2), np.float32))
        self.assertTrue(self.take.clipped)

    def test_takes_have_names_of_their_own_and_nothing_is_no_take(self):
        self.take.keep()
        with self.assertRaisesRegex(SoundError, "Nothing was recorded"):
            self.take.save(self.folder)
        self.hear(np.full((RATE, 2), 0.1, np.float32))
        names = [self.take.save(self.folder)[0].name for _ in range(2)]
        self.assertEqual(names, ["take-1.wav", "take-2.wav"])

    def test_a_folder_that_cannot_be_written_is_told(self):
        self.take.keep()
        self.hear(np.full((RATE, 2), 0.1, np.float32))
        (self.folder / "file").write_bytes(b"")
        with self.assertRaisesRegex(SoundError, "cannot be kept"):
            self.take.save(self.folder / "file" / "sounds")
